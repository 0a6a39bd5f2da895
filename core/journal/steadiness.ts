import { dayNumber, dayOfNumber } from '../basics'
import { addDays, dayStartMs, dayOf, mondayOf, weekdayOf, weekNumber, weekStart } from './practiceDay'
import type { RestPlan, RestPlanEntry, SessionRecord } from './types'

/** What steadiness needs to know of a session. */
export type SessionTime = Pick<SessionRecord, 'startedAt' | 'timeZone' | 'practisedSeconds'>

export interface SteadinessRules {
  dayEndsAtHour: number
  restPlan: RestPlan
  /** Where I am today; where the last session was, when it is not given. */
  timeZoneToday?: string
}

/** A day on which there was practice, however short. */
export interface PracticeDay {
  seconds: number
  sessions: number
  /** Of its last session. */
  timeZone: string
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

export interface Steadiness {
  /** The row that reaches today, while today is open or practised; null where none is under way. */
  current: Row | null
  longest: Row | null
  practisedToday: boolean
  /** How each day stands, from the first practised one to today. */
  standings: ReadonlyMap<string, DayStanding>
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

/** What was last found of some sessions: a journal of years is looked at in several ways at once, and its list is never changed in place. */
const knownDays = new WeakMap<
  readonly SessionTime[],
  { dayEndsAtHour: number; days: ReadonlyMap<string, PracticeDay> }
>()

/** All days on which there was practice, by their practice day. */
export function practiceDays(
  sessions: readonly SessionTime[],
  dayEndsAtHour: number,
): ReadonlyMap<string, PracticeDay> {
  const there = knownDays.get(sessions)
  if (there?.dayEndsAtHour === dayEndsAtHour) return there.days
  const days = daysOf(sessions, dayEndsAtHour)
  knownDays.set(sessions, { dayEndsAtHour, days })
  return days
}
function daysOf(sessions: readonly SessionTime[], dayEndsAtHour: number): Map<string, PracticeDay> {
  const days = new Map<string, PracticeDay>()
  const inOrder = [...sessions].sort((one, other) => (one.startedAt < other.startedAt ? -1 : 1))
  for (const session of inOrder) {
    const { timeZone, practisedSeconds } = session
    const day = dayOf(session, dayEndsAtHour)
    const known = days.get(day)
    const seconds = (known?.seconds ?? 0) + practisedSeconds
    days.set(day, { seconds, sessions: (known?.sessions ?? 0) + 1, timeZone })
  }
  return days
}

/** Whether a day was practised on long enough to count, by the rules that held then. */
const counts = (day: PracticeDay | undefined, rules: RestPlanEntry | null) =>
  day !== undefined && day.seconds >= (rules?.leastMinutes ?? 0) * 60

/**
 * How steady the practice is. A row is the longest run of days, up to a day, in which every day was practised on, was rest as planned,
 * was made short by travel, or is one of the free rest days: so many in each week from Monday. It counts the days practised. By the rules
 * that held on each day; today breaks nothing while it is open, and what lies ahead of today counts for nothing yet.
 */
export function steadiness(sessions: readonly SessionTime[], today: string, rules: SteadinessRules): Steadiness {
  const there = knownSteadiness.get(sessions)
  if (there?.today === today && there.rules === rules) return there.steadiness
  const found = steadinessOf(sessions, today, rules)
  knownSteadiness.set(sessions, { today, rules, steadiness: found })
  return found
}
const knownSteadiness = new WeakMap<
  readonly SessionTime[],
  { today: string; rules: SteadinessRules; steadiness: Steadiness }
>()
function steadinessOf(sessions: readonly SessionTime[], today: string, rules: SteadinessRules): Steadiness {
  const all = practiceDays(sessions, rules.dayEndsAtHour)
  const practised = new Map([...all].filter(([day]) => day <= today))
  const first = [...practised.keys()].reduce<string | null>((least, day) => (least && least < day ? least : day), null)
  const nothing = { rests: [], free: [], travel: [], brokenOn: null, last: null }
  if (first === null) return { current: null, longest: null, practisedToday: false, standings: new Map(), ...nothing }

  const travelled = travelDays(practised, today, rules)
  const firstNumber = dayNumber(first)
  const days = daysBetweenNumbers(firstNumber, dayNumber(today))
  const found = days.map((day, at) => {
    const ofDay = rulesOn(rules.restPlan, day)
    return standingOf({ day, isRest: isRestDay(ofDay, firstNumber + at) }, today, practised.get(day), ofDay, travelled)
  })
  const { rows, longest, free } = rowsOf(days, firstNumber, found, rules.restPlan)
  for (const at of free) found[at] = 'freeRest'
  const standings = new Map(days.map((day, at) => [day, found[at]!]))
  const current = rows.at(-1) ?? null
  const begins = current ? dayNumber(current.from) - firstNumber : days.length
  const inRow = days.slice(begins)
  const isBroken = (day: string) => ['missed', 'short', 'freeRest'].includes(standings.get(day)!)
  const last = rows[found.lastIndexOf('practised')] ?? null
  return {
    current,
    longest,
    practisedToday: standings.get(today) === 'practised',
    standings,
    rests: inRow.filter((day) => standings.get(day) === 'plannedRest'),
    free: inRow.filter((day) => standings.get(day) === 'freeRest'),
    travel: inRow.flatMap((day) => (standings.get(day) === 'travel' ? travelled.get(day)! : [])),
    last,
    brokenOn:
      (current
        ? days.slice(0, begins).findLast(isBroken)
        : days.find((day) => day > (last?.to ?? '') && isBroken(day))) ?? null,
  }
}

/** The days from one number to another, both in it. */
const daysBetweenNumbers = (from: number, to: number) =>
  Array.from({ length: Math.max(0, to - from + 1) }, (_, at) => dayOfNumber(from + at))

/** Whether rest was planned for the day with this number. */
const isRestDay = (rules: RestPlanEntry | null, number: number) =>
  rules !== null && rules.weekdays.length > 0 && rules.weekdays.includes(weekdayOf(number))

function standingOf(
  { day, isRest }: { day: string; isRest: boolean },
  today: string,
  practised: PracticeDay | undefined,
  rules: RestPlanEntry | null,
  travelled: ReadonlyMap<string, TravelDay>,
): DayStanding {
  if (counts(practised, rules)) return 'practised'
  if (day === today) return 'open'
  if (isRest) return 'plannedRest'
  if (travelled.has(day)) return 'travel'
  return practised ? 'short' : 'missed'
}

/**
 * Days without practice that travel made shorter. Somebody who practised in one zone and then in another changed the clocks once between:
 * on the first day without practice, if it began by the one clock and ended by the other with hours missing.
 */
function travelDays(
  practised: ReadonlyMap<string, PracticeDay>,
  today: string,
  { dayEndsAtHour, timeZoneToday }: SteadinessRules,
): Map<string, TravelDay> {
  const found = new Map<string, TravelDay>()
  const days = [...practised.keys()].sort()
  days.forEach((day, index) => {
    const next = days[index + 1]
    const fromZone = practised.get(day)!.timeZone
    const toZone = next === undefined ? (timeZoneToday ?? fromZone) : practised.get(next)!.timeZone
    if (fromZone === toZone) return
    const missed = addDays(day, 1)
    if (missed >= (next ?? today)) return
    const from = dayStartMs(missed, fromZone, dayEndsAtHour)
    const hours = (dayStartMs(addDays(missed, 1), toZone, dayEndsAtHour) - from) / 3_600_000
    if (hours <= 24 - SHORTENED_HOURS) found.set(missed, { day: missed, hours: Math.max(0, hours), fromZone, toZone })
  })
  return found
}

/**
 * The rows that end with each day, the longest of them, and the places of the missed days between two practised ones that are free in their
 * weeks. Days by their places from the first on.
 */
function rowsOf(
  days: readonly string[],
  firstNumber: number,
  standings: readonly DayStanding[],
  restPlan: RestPlan,
): { rows: (Row | null)[]; longest: Row | null; free: number[] } {
  const isMissed = (at: number) => standings[at] === 'missed' || standings[at] === 'short'
  const isPractised = (at: number) => standings[at] === 'practised'
  const knownFree = new Map<number, number>()
  const freeIn = (week: number) => {
    const known = knownFree.get(week) ?? rulesOn(restPlan, dayOfNumber(mondayOf(week) + 6))?.restDaysAWeek ?? 0
    knownFree.set(week, known)
    return known
  }
  const rows: (Row | null)[] = []
  let longest: Row | null = null
  const missedIn = new Map<number, number>()
  const weekOf = days.map((_, at) => weekNumber(firstNumber + at))
  let begins = 0
  let practised = 0
  let firstOfRow = 0
  let last = ''
  days.forEach((day, at) => {
    const week = weekOf[at]!
    if (isPractised(at)) {
      practised += 1
      last = day
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
    const row = practised === 0 ? null : { days: practised, from: days[firstOfRow]!, to: last }
    rows.push(row)
    if (row && row.days > (longest?.days ?? 0)) longest = row
  })
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
  if (rows.at(-1)) free.push(...gap)
  return { rows, longest, free }
}

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
      const rest = isRestDay(rulesOn(rules.restPlan, day), dayNumber(day))
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
  /** Null where nothing was aimed at. */
  met: boolean | null
}

/** Every week from the first practice to today's, oldest first, by the rules that held at its end. */
export function weekReports(sessions: readonly SessionTime[], today: string, rules: SteadinessRules): WeekReport[] {
  const practised = practiceDays(sessions, rules.dayEndsAtHour)
  const first = [...practised.keys()].sort()[0]
  if (first === undefined || first > today) return []
  const reports: WeekReport[] = []
  const todayNumber = dayNumber(today)
  for (let monday = mondayOf(weekNumber(dayNumber(first))); monday <= todayNumber; monday += 7) {
    const days = daysBetweenNumbers(monday, Math.min(monday + 6, todayNumber))
    const from = days[0]!
    const { aimDaysAWeek: aimDays = null, aimMinutesAWeek: aimMinutes = null } =
      rulesOn(rules.restPlan, days.at(-1)!) ?? {}
    const seconds = days.reduce((sum, day) => sum + (practised.get(day)?.seconds ?? 0), 0)
    const counted = days.filter((day) => counts(practised.get(day), rulesOn(rules.restPlan, day))).length
    const isAimed = aimDays !== null || aimMinutes !== null
    const met = isAimed ? counted >= (aimDays ?? 0) && seconds >= (aimMinutes ?? 0) * 60 : null
    reports.push({ from, days: counted, seconds, aimDays, aimMinutes, met })
  }
  return reports
}
