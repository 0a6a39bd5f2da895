import {
  compileTimeline,
  TooLongError,
  totalsOf,
  UnknownFormError,
  type PracticeSetting,
  type Timeline,
  type Totals,
} from '#core/timeline'
import type { Routine } from '#core/routine'
import { useLibraryStore } from './library'

/** A routine compiled at my pace, my way and by my house rules; or the sentence that says why it cannot be. */
export type Compiled =
  { ok: true; timeline: Timeline; totals: Totals } | { ok: false; why: string; isMissingForm?: boolean }

/** Compiles routines for the screens, with what the person has set now where nothing else is said. */
export function useCompiled() {
  const library = useLibraryStore()
  return (routine: Routine, setting: PracticeSetting = library.setting): Compiled => {
    try {
      const timeline = compileTimeline({ routine, ...setting })
      return { ok: true, timeline, totals: totalsOf(timeline) }
    } catch (error) {
      if (error instanceof UnknownFormError) {
        return {
          ok: false,
          why: `It uses a form that is no longer here (${error.formId}). Replace it in the routine, or go without it.`,
          isMissingForm: true,
        }
      }
      if (error instanceof TooLongError) return { ok: false, why: error.message }
      throw error
    }
  }
}
