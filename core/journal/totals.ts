import { addDays, dayOf, weekStart } from './practiceDay'
import type { SessionRecord } from './types'

export interface JournalTotals {
  sessions: number
  days: number
  seconds: number
  longestSessionSeconds: number
  /** Seconds practised in the week (from Monday) that holds today. */
  secondsThisWeek: number
  daysThisWeek: number
}

/** Add up the journal. */
export function journalTotals(
  sessions: readonly Pick<SessionRecord, 'startedAt' | 'timeZone' | 'practisedSeconds'>[],
  today: string,
  dayEndsAtHour: number,
): JournalTotals {
  const days = new Set<string>()
  const daysThisWeek = new Set<string>()
  const monday = weekStart(today)
  const sunday = addDays(monday, 6)
  let seconds = 0
  let secondsThisWeek = 0
  let longestSessionSeconds = 0
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    days.add(day)
    seconds += session.practisedSeconds
    longestSessionSeconds = Math.max(longestSessionSeconds, session.practisedSeconds)
    if (day >= monday && day <= sunday) {
      daysThisWeek.add(day)
      secondsThisWeek += session.practisedSeconds
    }
  }
  return {
    sessions: sessions.length,
    days: days.size,
    seconds,
    longestSessionSeconds,
    secondsThisWeek,
    daysThisWeek: daysThisWeek.size,
  }
}
