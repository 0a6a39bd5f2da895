import { wallHour } from '../basics'
import { practiceDay } from '../journal'
import { purposeOfHour } from './body'

/** A span of time in which the same is judged of what to practise, as long as nothing is done or changed. */
export interface DaySpan {
  /** Milliseconds since 1970; the end is not in it. */
  fromMs: number
  untilMs: number
  /** The practice day. */
  today: string
  /** What the clock on the wall shows as it begins, 0 to 24. */
  hour: number
}

/** Clocks on walls are whole quarters of an hour apart, and days and their times begin at whole hours. */
const QUARTER_MS = 15 * 60_000

/** The spans from a moment on, of so many practice days, that of the moment among them; the first begins with the moment. */
export function spansFrom(
  atMs: number,
  { timeZone, dayEndsAtHour }: { timeZone: string; dayEndsAtHour: number },
  days: number,
): DaySpan[] {
  const spans: DaySpan[] = []
  const seen = new Set<string>()
  let last = ''
  for (let ms = atMs; ; ms = (Math.floor(ms / QUARTER_MS) + 1) * QUARTER_MS) {
    const instant = new Date(ms).toISOString()
    const [today, hour] = [practiceDay(instant, timeZone, dayEndsAtHour), wallHour(instant, timeZone)]
    const judged = `${today} ${purposeOfHour(hour)}`
    if (judged !== last) {
      const before = spans.at(-1)
      if (before) before.untilMs = ms
      seen.add(today)
      if (seen.size > days) return spans
      spans.push({ fromMs: ms, untilMs: ms, today, hour })
      last = judged
    }
  }
}
