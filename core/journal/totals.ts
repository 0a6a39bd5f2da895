import { addDays, weekStart } from './practiceDay'
import { practiceDays } from './practisedDays'
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
  const days = practiceDays(sessions, dayEndsAtHour)
  const monday = weekStart(today)
  let seconds = 0
  let longestSessionSeconds = 0
  for (const { practisedSeconds } of sessions) {
    seconds += practisedSeconds
    longestSessionSeconds = Math.max(longestSessionSeconds, practisedSeconds)
  }
  const thisWeek = Array.from({ length: 7 }, (_, at) => days.get(addDays(monday, at))).filter(
    (day) => day !== undefined,
  )
  return {
    sessions: sessions.length,
    days: days.size,
    seconds,
    longestSessionSeconds,
    secondsThisWeek: thisWeek.reduce((sum, day) => sum + day.seconds, 0),
    daysThisWeek: thisWeek.length,
  }
}
