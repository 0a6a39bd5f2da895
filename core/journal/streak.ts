import { addDays, dayStartMs, daysBetween, practiceDay, weekday } from './practiceDay'
import type { RestPlan, SessionRecord } from './types'

/** What streaks need to know of a session. */
export type SessionTime = Pick<SessionRecord, 'startedAt' | 'timeZone'>

export interface StreakRules {
  dayEndsAtHour: number
  restPlan: RestPlan
}

export interface Streaks {
  /** Practised days in the row that reaches today (or yesterday, while today is still open). */
  currentDays: number
  longestDays: number
  practisedToday: boolean
}

/** A day that travel left with less than this was never there to be practised on. */
const SWALLOWED_DAY_HOURS = 12

/** Whether rest was planned for a day, by the plan that held then. */
export function isRestDay(restPlan: RestPlan, day: string): boolean {
  const entry = restPlan
    .filter(({ fromDay }) => fromDay <= day)
    .reduce<RestPlan[number] | null>(
      (latest, other) => (latest && latest.fromDay > other.fromDay ? latest : other),
      null,
    )
  return entry?.weekdays.includes(weekday(day)) ?? false
}

/**
 * Streaks from the sessions, in any order. A row counts the days practised; a planned rest day neither counts nor breaks.
 * A day that a flight across the date line all but swallowed does not break it either: the day began in the zone of the
 * session before and ended in the zone of the session after. Today, while nothing is done yet, breaks nothing.
 */
export function streaks(sessions: readonly SessionTime[], today: string, rules: StreakRules): Streaks {
  const zoneOfDay = new Map<string, string>()
  const inOrder = [...sessions].sort((one, other) => one.startedAt.localeCompare(other.startedAt))
  for (const { startedAt, timeZone } of inOrder) {
    zoneOfDay.set(practiceDay(startedAt, timeZone, rules.dayEndsAtHour), timeZone)
  }
  const days = [...zoneOfDay.keys()].filter((day) => day <= today).sort()

  const joins = (earlier: string, later: string, zoneLater: string): boolean => {
    for (let day = addDays(earlier, 1); day < later; day = addDays(day, 1)) {
      if (isRestDay(rules.restPlan, day)) continue
      if (!swallowed(day, zoneOfDay.get(earlier)!, zoneLater, rules.dayEndsAtHour)) return false
    }
    return true
  }

  let longestDays = 0
  let row = 0
  days.forEach((day, index) => {
    const before = days[index - 1]
    row = before !== undefined && joins(before, day, zoneOfDay.get(day)!) ? row + 1 : 1
    longestDays = Math.max(longestDays, row)
  })

  const last = days.at(-1)
  const alive = last !== undefined && (last === today || joins(last, today, zoneOfDay.get(last)!))
  return { currentDays: alive ? row : 0, longestDays, practisedToday: last === today }
}

function swallowed(day: string, zoneBefore: string, zoneAfter: string, dayEndsAtHour: number): boolean {
  if (zoneBefore === zoneAfter) return false
  const begins = dayStartMs(day, zoneBefore, dayEndsAtHour)
  const ends = dayStartMs(addDays(day, 1), zoneAfter, dayEndsAtHour)
  return (ends - begins) / 3_600_000 < SWALLOWED_DAY_HOURS
}

/** One stone of the water: a day, what was done on it, and whether rest was planned. */
export interface DayStone {
  day: string
  seconds: number
  sessions: number
  rest: boolean
  /** After today: nothing can be said yet. */
  future: boolean
}

/** Whole weeks, oldest first, seven days each from Monday; the last week holds today. */
export function weeksOfStones(
  sessions: readonly (SessionTime & Pick<SessionRecord, 'practisedSeconds'>)[],
  today: string,
  weeks: number,
  rules: StreakRules,
): DayStone[][] {
  const byDay = new Map<string, { seconds: number; sessions: number }>()
  for (const session of sessions) {
    const day = practiceDay(session.startedAt, session.timeZone, rules.dayEndsAtHour)
    const known = byDay.get(day) ?? { seconds: 0, sessions: 0 }
    byDay.set(day, { seconds: known.seconds + session.practisedSeconds, sessions: known.sessions + 1 })
  }
  const firstDay = addDays(today, 1 - weekday(today) - 7 * (weeks - 1))
  return Array.from({ length: weeks }, (_, week) =>
    Array.from({ length: 7 }, (_, index): DayStone => {
      const day = addDays(firstDay, week * 7 + index)
      const done = byDay.get(day) ?? { seconds: 0, sessions: 0 }
      return { day, ...done, rest: isRestDay(rules.restPlan, day), future: daysBetween(today, day) > 0 }
    }),
  )
}
