import { dayOf } from './practiceDay'
import type { SessionRecord } from './types'

/** The practice day on which each form was last done, by its id. Steps that were skipped do not count. */
export function lastDone(
  sessions: readonly Pick<SessionRecord, 'startedAt' | 'timeZone' | 'done'>[],
  dayEndsAtHour: number,
): Map<string, string> {
  const last = new Map<string, string>()
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    for (const { formId, outcome } of session.done)
      if (outcome !== 'skipped' && day > (last.get(formId) ?? '')) last.set(formId, day)
  }
  return last
}
