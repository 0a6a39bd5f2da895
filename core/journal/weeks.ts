import { dayNumber } from '../basics'
import { addDays, mondayOf, weekNumber, weekStart } from './practiceDay'
import { practiceDays, type SessionTime } from './practisedDays'
import {
  countsAsPractised,
  daysBetweenNumbers,
  isPaused,
  isRestDay,
  rulesOn,
  steadiness,
  type DayStanding,
  type SteadinessRules,
} from './steadiness'

/** One stone of the water: a day, what was done on it, and how it stands; `future` after today, and null before the first practice. */
export interface DayStone {
  day: string
  seconds: number
  sessions: number
  standing: DayStanding | 'future' | null
  /** Rest is planned for it. */
  rest: boolean
}

/** Whole weeks, oldest first, seven days each from Monday; the last week holds `lastDay`. */
export function weeksOfStones(
  sessions: readonly SessionTime[],
  today: string,
  weeks: number,
  rules: SteadinessRules,
  lastDay = today,
): DayStone[][] {
  const practised = practiceDays(sessions, rules.dayEndsAtHour)
  const { standings } = steadiness(sessions, today, rules)
  const firstDay = addDays(weekStart(lastDay), -7 * (weeks - 1))
  return Array.from({ length: weeks }, (_, week) =>
    Array.from({ length: 7 }, (_, index): DayStone => {
      const day = addDays(firstDay, week * 7 + index)
      const { seconds = 0, sessions: done = 0 } = practised.get(day) ?? {}
      const rest = isRestDay(rulesOn(rules.restPlan, day), dayNumber(day)) || isPaused(rules, day)
      return { day, seconds, sessions: done, rest, standing: day > today ? 'future' : (standings.get(day) ?? null) }
    }),
  )
}

/** A week against my aim. */
export interface WeekReport {
  /** Its Monday. */
  from: string
  days: number
  seconds: number
  aimDays: number | null
  aimMinutes: number | null
  /** Null where nothing was aimed at; and of a week with a pause in it, unless it was met all the same. */
  met: boolean | null
}

/** Every week from the first practice to today's, or the last so many, oldest first, by the rules that held at its end. */
export function weekReports(
  sessions: readonly SessionTime[],
  today: string,
  rules: SteadinessRules,
  mostWeeks = Infinity,
): WeekReport[] {
  const practised = practiceDays(sessions, rules.dayEndsAtHour)
  let first = ''
  for (const day of practised.keys()) if (first === '' || day < first) first = day
  if (first === '' || first > today) return []
  const reports: WeekReport[] = []
  const todayNumber = dayNumber(today)
  const firstMonday = Math.max(
    mondayOf(weekNumber(dayNumber(first))),
    mondayOf(weekNumber(todayNumber) - (mostWeeks - 1)),
  )
  for (let monday = firstMonday; monday <= todayNumber; monday += 7) {
    const days = daysBetweenNumbers(monday, Math.min(monday + 6, todayNumber))
    const from = days[0]!
    const { aimDaysAWeek: aimDays = null, aimMinutesAWeek: aimMinutes = null } =
      rulesOn(rules.restPlan, days.at(-1)!) ?? {}
    const seconds = days.reduce((sum, day) => sum + (practised.get(day)?.seconds ?? 0), 0)
    const counted = days.filter((day) => countsAsPractised(practised.get(day), rulesOn(rules.restPlan, day))).length
    const isAimed = aimDays !== null || aimMinutes !== null
    const isMet = counted >= (aimDays ?? 0) && seconds >= (aimMinutes ?? 0) * 60
    const met = isAimed && (isMet || !days.some((day) => isPaused(rules, day))) ? isMet : null
    reports.push({ from, days: counted, seconds, aimDays, aimMinutes, met })
  }
  return reports
}
