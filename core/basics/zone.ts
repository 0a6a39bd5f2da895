import { Temporal } from 'temporal-polyfill'
import { memoByKey } from './memo'

/** A stretch of time in which a zone's clocks keep their distance from UTC; milliseconds since 1970, the end not in it. */
interface Stretch {
  fromMs: number
  toMs: number
  offsetMs: number
}

/** The stretches of each zone that were looked up: years of sessions lie in a few dozen. */
const known = new Map<string, Stretch[]>()

/** How far the clocks of a zone are ahead of UTC at an instant, in milliseconds. Throws a RangeError for a zone that there is not. */
export function offsetMsAt(timeZone: string, ms: number): number {
  const stretches = known.get(timeZone) ?? []
  const found = stretches.find(({ fromMs, toMs }) => ms >= fromMs && ms < toMs)
  if (found) return found.offsetMs
  const there = Temporal.Instant.fromEpochMilliseconds(Math.floor(ms)).toZonedDateTimeISO(timeZone)
  const stretch = {
    // A change that falls on the instant itself has begun the stretch: it is looked for from a moment later.
    fromMs:
      there.add({ nanoseconds: 1 }).getTimeZoneTransition('previous')?.epochMilliseconds ?? Number.NEGATIVE_INFINITY,
    toMs: there.getTimeZoneTransition('next')?.epochMilliseconds ?? Number.POSITIVE_INFINITY,
    offsetMs: there.offsetNanoseconds / 1e6,
  }
  // The latest first: it is asked for most.
  known.set(timeZone, [stretch, ...stretches])
  return stretch.offsetMs
}

export const DAY_MS = 86_400_000
const HOUR_MS = 3_600_000

/** Parsing days is slow, and a journal of years needs the same ones often: about a century of them is kept. */
const MOST_DAYS = 40_000
/** The number of a day (YYYY-MM-DD) since 1 January 1970. */
export const dayNumber = memoByKey((day: string): number => {
  const number = Date.parse(`${day}T00:00:00Z`) / DAY_MS
  if (Number.isNaN(number)) throw new RangeError(`${day.slice(0, 40)} is no day`)
  return number
}, MOST_DAYS)
/** The day (YYYY-MM-DD) of a number. */
export const dayOfNumber = memoByKey(
  (number: number): string => new Date(number * DAY_MS).toISOString().slice(0, 10),
  MOST_DAYS,
)

/** The hour that the clock on the wall shows, with its part that has passed: 18.5 at half past six in the evening. */
export function wallHour(instant: string, timeZone: string): number {
  const ms = Date.parse(instant)
  const wallMs = ms + offsetMsAt(timeZone, ms)
  return (wallMs - Math.floor(wallMs / DAY_MS) * DAY_MS) / HOUR_MS
}

/** The date on the wall, where the day ends at some hour of the night: until then it is the date before. */
export function wallDay(instant: string, timeZone: string, dayEndsAtHour: number): string {
  const ms = Date.parse(instant)
  return dayOfNumber(Math.floor((ms + offsetMsAt(timeZone, ms) - dayEndsAtHour * HOUR_MS) / DAY_MS))
}
