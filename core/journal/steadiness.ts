import { dayNumber, dayOfNumber, memoByObject } from '../basics'
import { addDays, dayStartMs, mondayOf, weekdayOf, weekNumber } from './practiceDay'
import { practiceDays, type PracticeDay, type SessionTime } from './practisedDays'
import type { RestPlan, RestPlanEntry } from './types'

export interface SteadinessRules {
  dayEndsAtHour: number
  restPlan: RestPlan
  /** Where I am today; where the last session was, when it is not given. */
  timeZoneToday?: string
  /** Days from one to another that are planned rest besides: holidays, illness. */
  pauses?: readonly { day: string; lastDay: string }[]
}

/**
 * How a day stands: practised (long enough), too short to count, rest as planned, one of the free rest days of its week, made short by
 * travel, missed, or still open.
 */
export type DayStanding = 'practised' | 'short' | 'plannedRest' | 'freeRest' | 'travel' | 'missed' | 'open'

/** A day that travel made shorter, by the hours that were left of it. */
export interface TravelDay {
  day: string
  hours: number
  fromZone: string
  toZone: string
}

export interface Row {
  /** Practised days in it. */
  days: number
  /** The first and the last practised day. */
  from: string
  to: string
}

/** How each day stands, from the first practised one to today. */
export interface Standings {
  /** The first practised day; null where there is none. */
  firstDay: string | null
  get: (day: string) => DayStanding | undefined
}

export interface Steadiness {
  /** The row that reaches today, while today is open or practised; null where none is under way. */
  current: Row | null
  longest: Row | null
  practisedToday: boolean
  standings: Standings
  /** Of the row under way: days that neither counted nor broke it. */
  rests: string[]
  free: string[]
  travel: TravelDay[]
  /** The last day that broke a row: just before the row under way, or after the last one where none is; null where none was broken. */
  brokenOn: string | null
  /** The last row that there was. */
  last: Row | null
}

/** A day that travel made shorter by less than this can be practised on. Our choice. */
const SHORTENED_HOURS = 3

/** The rules that held on a day: the latest of those that began by then; null where none did. */
export function rulesOn(restPlan: RestPlan, day: string): RestPlanEntry | null {
  let latest: RestPlanEntry | null = null
  for (const entry of restPlan) if (entry.fromDay <= day && (!latest || entry.fromDay >= latest.fromDay)) latest = entry
  return latest
}

/** Whether a day was practised on long enough to count, by the rules that held then. */
export const countsAsPractised = (day: PracticeDay | undefined, rules: RestPlanEntry | null) =>
  day !== undefined && day.seconds >= (rules?.leastMinutes ?? 0) * 60

/**
 * How steady the practice is. A row is the longest run of days, up to a day, in which every day was practised on, was rest as planned,
 * was made short by travel, or is one of the free rest days: so many in each week from Monday. It counts the days practised. By the rules
 * that held on each day; today breaks nothing while it is open, and what lies ahead of today counts for nothing yet.
 */
export const steadiness = memoByObject(steadinessOf)
function steadinessOf(sessions: readonly SessionTime[], today: string, rules: SteadinessRules): Steadiness {
  const practised = practiceDays(sessions, rules.dayEndsAtHour)
  let first: string | null = null
  for (const day of practised.keys()) if (day <= today && (first === null || day < first)) first = day
  const nothing = { rests: [], free: [], travel: [], brokenOn: null, last: null }
  if (first === null)
    return { current: null, longest: null, practisedToday: false, standings: standingsFrom(0, []), ...nothing }

  // Days are places from the first on: of years of them no more is written out than is told.
  const firstNumber = dayNumber(first)
  const days = daysBetweenNumbers(firstNumber, dayNumber(today))
  const travelled = travelDays(days, practised, today, rules)
  const found = days.map((day, at) => {
    const ofDay = rulesOn(rules.restPlan, day)
    const isRest = isRestDay(ofDay, firstNumber + at) || isPaused(rules, day)
    return standingOf({ day, isRest }, today, practised.get(day), ofDay, travelled)
  })
  const { rowAt, longest, free } = rowsOf(days, firstNumber, found, rules.restPlan)
  for (const at of free) found[at] = 'freeRest'
  const current = rowAt(days.length - 1)
  const begins = current ? dayNumber(current.from) - firstNumber : days.length
  const inRow = (standing: DayStanding) => days.slice(begins).filter((_, at) => found[begins + at] === standing)
  const isBroken = (standing: DayStanding) => standing === 'missed' || standing === 'short' || standing === 'freeRest'
  const last = rowAt(found.lastIndexOf('practised'))
  const after = last ? dayNumber(last.to) - firstNumber + 1 : 0
  const broken = current
    ? found.findLastIndex((standing, at) => at < begins && isBroken(standing))
    : found.findIndex((standing, at) => at >= after && isBroken(standing))
  return {
    current,
    longest,
    practisedToday: found.at(-1) === 'practised',
    standings: standingsFrom(firstNumber, found),
    rests: inRow('plannedRest'),
    free: inRow('freeRest'),
    travel: inRow('travel').map((day) => travelled.get(day)!),
    last,
    brokenOn: days[broken] ?? null,
  }
}

/** Whether rest is planned for a day: by its weekday, or by a pause. */
export const isRestOn = (rules: SteadinessRules, day: string) =>
  isRestDay(rulesOn(rules.restPlan, day), dayNumber(day)) || isPaused(rules, day)

function standingsFrom(firstNumber: number, found: readonly DayStanding[]): Standings {
  return {
    firstDay: found.length > 0 ? dayOfNumber(firstNumber) : null,
    get: (day) => found[dayNumber(day) - firstNumber],
  }
}

/** The days from one number to another, both in it. */
export const daysBetweenNumbers = (from: number, to: number) =>
  Array.from({ length: Math.max(0, to - from + 1) }, (_, at) => dayOfNumber(from + at))

/** Whether rest was planned for the day with this number. */
export const isRestDay = (rules: RestPlanEntry | null, number: number) =>
  rules !== null && rules.weekdays.length > 0 && rules.weekdays.includes(weekdayOf(number))

/** Whether a day lies in a pause. */
export const isPaused = ({ pauses = [] }: Pick<SteadinessRules, 'pauses'>, day: string) =>
  pauses.some((pause) => pause.day <= day && day <= pause.lastDay)

function standingOf(
  { day, isRest }: { day: string; isRest: boolean },
  today: string,
  practised: PracticeDay | undefined,
  rules: RestPlanEntry | null,
  travelled: ReadonlyMap<string, TravelDay>,
): DayStanding {
  if (countsAsPractised(practised, rules)) return 'practised'
  if (day === today) return 'open'
  if (isRest) return 'plannedRest'
  if (travelled.has(day)) return 'travel'
  return practised ? 'short' : 'missed'
}

/**
 * Days without practice that travel made shorter. Somebody who practised in one zone and then in another changed the clocks once between:
 * on the first day without practice, if it began by the one clock and ended by the other with hours missing. `days` are all up to today.
 */
function travelDays(
  days: readonly string[],
  practised: ReadonlyMap<string, PracticeDay>,
  today: string,
  { dayEndsAtHour, timeZoneToday }: SteadinessRules,
): Map<string, TravelDay> {
  const found = new Map<string, TravelDay>()
  let before: { day: string; zone: string } | null = null
  const look = (from: { day: string; zone: string }, next: string | undefined, toZone: string) => {
    if (from.zone === toZone) return
    const missed = addDays(from.day, 1)
    if (missed >= (next ?? today)) return
    const fromMs = dayStartMs(missed, from.zone, dayEndsAtHour)
    const hours = (dayStartMs(addDays(missed, 1), toZone, dayEndsAtHour) - fromMs) / 3_600_000
    if (hours <= 24 - SHORTENED_HOURS)
      found.set(missed, { day: missed, hours: Math.max(0, hours), fromZone: from.zone, toZone })
  }
  for (const day of days) {
    const zone = practised.get(day)?.timeZone
    if (zone === undefined) continue
    if (before) look(before, day, zone)
    before = { day, zone }
  }
  if (before) look(before, undefined, timeZoneToday ?? before.zone)
  return found
}

/**
 * The row that ends with each day, the longest, and the places of the missed days between two practised ones that are free in their weeks. Days
 * by their places from the first on.
 */
function rowsOf(
  days: readonly string[],
  firstNumber: number,
  standings: readonly DayStanding[],
  restPlan: RestPlan,
): { rowAt: (at: number) => Row | null; longest: Row | null; free: number[] } {
  const isMissed = (at: number) => standings[at] === 'missed' || standings[at] === 'short'
  const isPractised = (at: number) => standings[at] === 'practised'
  const knownFree = new Map<number, number>()
  const freeIn = (week: number) => {
    const known = knownFree.get(week) ?? rulesOn(restPlan, dayOfNumber(mondayOf(week) + 6))?.restDaysAWeek ?? 0
    knownFree.set(week, known)
    return known
  }
  /** How many days the row that ends with a day has, and the places of its first and its last. */
  const counted = new Int32Array(days.length)
  const firsts = new Int32Array(days.length)
  const lasts = new Int32Array(days.length)
  const rowAt = (at: number): Row | null =>
    counted[at] ? { days: counted[at], from: days[firsts[at]!]!, to: days[lasts[at]!]! } : null
  let longest = -1
  const missedIn = new Map<number, number>()
  const weekOf = Int32Array.from(days, (_, at) => weekNumber(firstNumber + at))
  let begins = 0
  let practised = 0
  let firstOfRow = 0
  let last = 0
  for (let at = 0; at < days.length; at += 1) {
    const week = weekOf[at]!
    if (isPractised(at)) {
      practised += 1
      last = at
    }
    if (isMissed(at)) missedIn.set(week, (missedIn.get(week) ?? 0) + 1)
    // More were missed in this week than are free: the row can only begin after the first of them.
    while (missedIn.has(week) && missedIn.get(week)! > freeIn(week)) {
      if (isPractised(begins)) practised -= 1
      if (isMissed(begins)) missedIn.set(weekOf[begins]!, missedIn.get(weekOf[begins]!)! - 1)
      begins += 1
    }
    firstOfRow = Math.max(firstOfRow, begins)
    while (firstOfRow < at && !isPractised(firstOfRow)) firstOfRow += 1
    counted[at] = practised
    firsts[at] = firstOfRow
    lasts[at] = last
    if (practised > (counted[longest] ?? 0)) longest = at
  }
  const free: number[] = []
  let gap: number[] = []
  days.forEach((_, at) => {
    if (isMissed(at)) gap.push(at)
    else if (isPractised(at) && gap.length > 0) {
      const perWeek = new Map<number, number>()
      for (const each of gap) perWeek.set(weekOf[each]!, (perWeek.get(weekOf[each]!) ?? 0) + 1)
      if ([...perWeek].every(([week, missed]) => missed <= freeIn(week))) free.push(...gap)
      gap = []
    }
  })
  // Up to today, which is open, what is free so far is free.
  if (rowAt(days.length - 1)) free.push(...gap)
  return { rowAt, longest: rowAt(longest), free }
}
