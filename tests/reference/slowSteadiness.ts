import { DateTime } from 'luxon'
import type { RestPlan } from '#core/journal'

/** A session as the slow reckoning needs it. */
export interface SlowSession {
  startedAt: string
  timeZone: string
  practisedSeconds: number
}
export interface SlowRules {
  dayEndsAtHour: number
  restPlan: RestPlan
  timeZoneToday?: string
}

const plus = (day: string, days: number) => DateTime.fromISO(day, { zone: 'UTC' }).plus({ days }).toISODate()!
const weekOf = (day: string) => DateTime.fromISO(day, { zone: 'UTC' }).startOf('week').toISODate()!

/**
 * Rows of days by their definition, word by word and without haste: every stretch of days that ends on a day is tried, and it is a row when
 * in none of its weeks more days were missed than are free. Days, weeks and zones are those of Luxon.
 */
export function slowSteadiness(sessions: readonly SlowSession[], today: string, rules: SlowRules) {
  const { dayEndsAtHour, restPlan, timeZoneToday } = rules
  const done = new Map<string, { seconds: number; zone: string }>()
  for (const each of [...sessions].sort((one, other) => Date.parse(one.startedAt) - Date.parse(other.startedAt))) {
    const local = DateTime.fromISO(each.startedAt, { zone: each.timeZone })
    const day = (local.hour < dayEndsAtHour ? local.minus({ days: 1 }) : local).toISODate()!
    if (day <= today) {
      done.set(day, { seconds: (done.get(day)?.seconds ?? 0) + each.practisedSeconds, zone: each.timeZone })
    }
  }
  const practiceDays = [...done.keys()].sort()
  if (practiceDays.length === 0) return { currentDays: 0, longestDays: 0 }
  const planOn = (day: string) => {
    const held = restPlan.filter(({ fromDay }) => fromDay <= day)
    const latest = held
      .map(({ fromDay }) => fromDay)
      .sort()
      .at(-1)
    return held.filter(({ fromDay }) => fromDay === latest).at(-1)
  }
  const isPractised = (day: string) => {
    const there = done.get(day)
    return there !== undefined && there.seconds / 60 >= (planOn(day)?.leastMinutes ?? 0)
  }
  const startOf = (day: string, zone: string) => DateTime.fromISO(day, { zone }).set({ hour: dayEndsAtHour }).toMillis()
  const travelled = new Set<string>()
  practiceDays.forEach((day, index) => {
    const next = practiceDays[index + 1]
    const here = done.get(day)!.zone
    const there = next ? done.get(next)!.zone : (timeZoneToday ?? here)
    const between = plus(day, 1)
    const hours = (startOf(plus(day, 2), there) - startOf(between, here)) / 3_600_000
    if (here !== there && between < (next ?? today) && hours <= 21) travelled.add(between)
  })
  const all: string[] = []
  for (let day = practiceDays[0]!; day <= today; day = plus(day, 1)) all.push(day)
  const facts = all.map((day) => {
    const practised = isPractised(day)
    const weekday = DateTime.fromISO(day, { zone: 'UTC' }).weekday
    const rests = planOn(day)?.weekdays.includes(weekday) ?? false
    const week = weekOf(day)
    const missed = !practised && !rests && day !== today && !travelled.has(day)
    return { practised, missed, week, free: planOn(plus(week, 6))?.restDaysAWeek ?? 0 }
  })
  const rowEndingAt = (end: number) => {
    let best = 0
    for (let begin = 0; begin <= end; begin += 1) {
      const stretch = facts.slice(begin, end + 1)
      const missedIn = new Map<string, number>()
      for (const { missed, week } of stretch) if (missed) missedIn.set(week, (missedIn.get(week) ?? 0) + 1)
      const isRow = stretch.every(({ week, free }) => (missedIn.get(week) ?? 0) <= free)
      if (isRow) best = Math.max(best, stretch.filter(({ practised }) => practised).length)
    }
    return best
  }
  const rows = facts.map((_, end) => rowEndingAt(end))
  return { currentDays: rows.at(-1)!, longestDays: Math.max(...rows) }
}
