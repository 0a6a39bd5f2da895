import { dayNumber, wallHour } from '../basics'
import type { SessionRecord } from '../journal'
import { NOON } from './body'
import type { Busy, DayTime } from './weekTypes'

/** When on its day a session was, by the clock on the wall where it was. */
export const dayTimeOf = ({ startedAt, timeZone }: Pick<SessionRecord, 'startedAt' | 'timeZone'>): DayTime =>
  wallHour(startedAt, timeZone) < NOON ? 'morning' : 'evening'

/** Practice may begin so much earlier or later than usual where that is busy, tried by so many minutes. Our choice. */
const MOST_SHIFT = 120
const SHIFT_STEP = 15
const DAY_MINUTES = 24 * 60

/** Minutes from a fixed day on, by the clock on the wall. */
const minuteOf = (wall: string) =>
  dayNumber(wall.slice(0, 10)) * DAY_MINUTES + Number(wall.slice(11, 13)) * 60 + Number(wall.slice(14, 16))
const clock = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`

/** When practice of so many minutes can begin on a day, as near as possible to the usual time ("07:00"); null where it is too busy. */
export function freeAt(day: string, usually: string, minutes: number, busy: readonly Busy[]): string | null {
  const midnight = minuteOf(`${day}T00:00`)
  const begins = minuteOf(`${day}T${usually}`) - midnight
  const stretches = busy.map(({ from, to }) => ({ from: minuteOf(from) - midnight, to: minuteOf(to) - midnight }))
  const isFree = (from: number) =>
    from >= 0 &&
    from + minutes <= DAY_MINUTES &&
    stretches.every((stretch) => from + minutes <= stretch.from || from >= stretch.to)
  for (let shift = 0; shift <= MOST_SHIFT; shift += SHIFT_STEP) {
    for (const at of [begins + shift, begins - shift]) if (isFree(at)) return clock(at)
  }
  return null
}
