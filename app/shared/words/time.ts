import { SAME_SECONDS } from '#core/basics'

/** Every date and duration in words. Days are practice days (YYYY-MM-DD), moments are instants, shown as the device's clock has them. */

/** "12 min 20 s", "45 s", "1 h 15 min". Seconds are rounded. */
export function durationPhrase(seconds: number): string {
  const whole = Math.round(seconds)
  if (whole < 60) return `${whole} s`
  const hours = Math.floor(whole / 3600)
  const minutes = Math.floor((whole % 3600) / 60)
  const rest = whole % 60
  if (hours > 0) return minutes > 0 ? `${hours} h ${minutes} min` : `${hours} h`
  return rest > 0 ? `${minutes} min ${rest} s` : `${minutes} min`
}

/** Sums over days, as exactly as they are read: "34 min", "7 h 56 min", "209 h". */
export function minutesPhrase(seconds: number): string {
  const minutes = Math.round(seconds / 60)
  if (minutes < 60) return `${minutes} min`
  if (minutes >= MOST_HOURS_WITH_MINUTES * 60) return `${Math.round(minutes / 60)} h`
  return minutes % 60 > 0 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes / 60} h`
}
const MOST_HOURS_WITH_MINUTES = 100

/** The length of a routine or session where nobody needs seconds: "12 min"; under two minutes "1 min 40 s". */
export const lengthPhrase = (seconds: number) => (seconds < 120 ? durationPhrase(seconds) : minutesPhrase(seconds))

/** "4:05", rounded up: what is still to go is never shown as less. */
export function countdownPhrase(seconds: number): string {
  return clockFace(Math.max(0, Math.ceil(seconds - SAME_SECONDS)))
}

/** "4:05", rounded down: when something was, in a session. */
export const timePhrase = (seconds: number) => clockFace(Math.floor(seconds))

const clockFace = (wholeSeconds: number) =>
  `${Math.floor(wholeSeconds / 60)}:${String(wholeSeconds % 60).padStart(2, '0')}`

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
/** Weekdays from Monday; the number of a weekday less one is its index. */
export const WEEKDAY_WORDS: readonly string[] = WEEKDAYS

const inEnglish = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat('en-GB', options)
/** A practice day belongs to no zone: it is read and written at its noon in UTC. */
const ofDay = (options: Intl.DateTimeFormatOptions) => {
  const format = inEnglish({ ...options, timeZone: 'UTC' })
  return (day: string) => format.format(new Date(`${day}T12:00:00Z`))
}
const ofMoment = (options: Intl.DateTimeFormatOptions) => (at: string | number) =>
  inEnglish(options).format(new Date(at))

/** "3 March 2026". */
export const dayPhrase = ofDay({ day: 'numeric', month: 'long', year: 'numeric' })
/** "Tuesday 3 March". */
export const weekdayPhrase = ofDay({ weekday: 'long', day: 'numeric', month: 'long' })
/** "Tue, 3 Mar". */
export const shortWeekdayPhrase = ofDay({ weekday: 'short', day: 'numeric', month: 'short' })
/** "3 Mar". */
export const shortDayPhrase = ofDay({ day: 'numeric', month: 'short' })
const monthOf = ofDay({ month: 'long', year: 'numeric' })
/** "March 2026", for a month such as 2026-03. */
export const monthPhrase = (month: string) => monthOf(`${month}-15`)

/** "3 Mar, 07:10". */
export const momentPhrase = ofMoment({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
/** "Tuesday 07:10". */
export const weekdayMomentPhrase = ofMoment({ weekday: 'long', hour: '2-digit', minute: '2-digit' })
/** "07:10", by the clock of a time zone. */
export const timeOfDayPhrase = (at: string, timeZone: string) =>
  inEnglish({ hour: '2-digit', minute: '2-digit', timeZone }).format(new Date(at))

/** "today", "yesterday", "12 days ago", "never". */
export function agoPhrase(daysAgo: number | null): string {
  if (daysAgo === null) return 'never'
  return daysAgo === 0 ? 'today' : daysAgo === 1 ? 'yesterday' : `${daysAgo} days ago`
}
