import { isPractisedStep } from './practised'
import { dayOf } from './practiceDay'
import type { SessionRecord } from './types'

/** The practice day on which each form was last done, by its id. See `isPractisedStep` for which count. */
export function lastDone(
  sessions: readonly Pick<SessionRecord, 'startedAt' | 'timeZone' | 'done'>[],
  dayEndsAtHour: number,
): Map<string, string> {
  const last = new Map<string, string>()
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    for (const step of session.done)
      if (isPractisedStep(step) && day > (last.get(step.formId) ?? '')) last.set(step.formId, day)
  }
  return last
}
