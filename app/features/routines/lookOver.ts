import { checkRoutine, type KnownPerson } from '#core/compose'
import type { Finding, Routine } from '#core/routine'
import { TooLongError, UnknownFormError, type PracticeSetting } from '#core/timeline'

/** The findings of the check, or why it failed: an error must not look like "no problems found". */
export type LookedOver = { findings: Finding[]; fault: null } | { findings: []; fault: string }

/** Look a routine over for its screen. */
export function lookOver(routine: Routine, setting: PracticeSetting, known: KnownPerson): LookedOver {
  try {
    return { findings: checkRoutine({ routine, ...setting }, known), fault: null }
  } catch (error) {
    const why =
      error instanceof UnknownFormError
        ? 'a form of it is missing'
        : error instanceof TooLongError
          ? 'it is too long to be compiled'
          : error instanceof Error
            ? error.message
            : String(error)
    return { findings: [], fault: `The check could not be made: ${why}.` }
  }
}
