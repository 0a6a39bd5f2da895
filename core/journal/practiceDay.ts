import { Temporal } from 'temporal-polyfill'
import { dayNumber, dayOfNumber, memoByObject, wallDay } from '../basics'
import type { SessionRecord } from './types'

/**
 * The practice day (YYYY-MM-DD) of an instant: the local date, or the date before when the clock on the wall there shows
 * less than `dayEndsAtHour`. Read off the wall clock, so that a day of 23 or 25 hours needs no special case.
 */
export function practiceDay(instant: string, timeZone: string, dayEndsAtHour: number): string {
  return wallDay(instant, timeZone, dayEndsAtHour)
}

/** The practice day of a session. */
export const dayOf = memoByObject(
  (session: Pick<SessionRecord, 'startedAt' | 'timeZone'>, dayEndsAtHour: number): string =>
    practiceDay(session.startedAt, session.timeZone, dayEndsAtHour),
)

/** HH:MM, by the clock where it was, at which sessions mostly begin: the one in the middle of the last sixty; six in the evening without any. */
export function usualTime(sessions: readonly Pick<SessionRecord, 'startedAt' | 'timeZone'>[]): string {
  const times = [...sessions]
    .sort((one, other) => other.startedAt.localeCompare(one.startedAt))
    .slice(0, 60)
    .map(({ startedAt, timeZone }) => Temporal.Instant.from(startedAt).toZonedDateTimeISO(timeZone).toPlainTime())
    .map((time) => time.toString({ smallestUnit: 'minute' }))
    .sort()
  return times[Math.floor(times.length / 2)] ?? '18:00'
}

/** The day `days` later (or earlier). */
export function addDays(day: string, days: number): string {
  return dayOfNumber(dayNumber(day) + days)
}

/** The number of the week that holds a day, for weeks that begin on Monday. (1 January 1970 was a Thursday.) */
export const weekNumber = (dayNumber: number): number => Math.floor((dayNumber + 3) / 7)
/** The number of the Monday of a week. */
export const mondayOf = (weekNumber: number): number => weekNumber * 7 - 3

/** Weekday from 1 (Monday) to 7 (Sunday). */
export function weekday(day: string): number {
  return weekdayOf(dayNumber(day))
}
/** The weekday of the day with a number. */
export const weekdayOf = (number: number): number => number - mondayOf(weekNumber(number)) + 1

/** The first day of the week that holds a day, for weeks that begin on Monday. */
export function weekStart(day: string): string {
  return addDays(day, 1 - weekday(day))
}

/** Whole days from one day to another. */
export function daysBetween(from: string, to: string): number {
  return dayNumber(to) - dayNumber(from)
}

/** The instant at which a practice day begins in a time zone, in milliseconds since 1970. */
export function dayStartMs(day: string, timeZone: string, dayEndsAtHour: number): number {
  return Temporal.PlainDate.from(day).toZonedDateTime({
    timeZone,
    plainTime: Temporal.PlainTime.from({ hour: dayEndsAtHour }),
  }).epochMilliseconds
}
