import fc from 'fast-check'
import { expect, it } from 'vitest'
import { wallHour } from '#core/basics'
import { practiceDay } from '#core/journal'
import { purposeNow, spansFrom } from '#core/plan'

/** Clocks that change in spring and autumn, by an hour and by half of one, and clocks that are a quarter of an hour off. */
const ZONES = ['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'UTC']
const moments = fc.record({
  atMs: fc.integer({ min: Date.parse('2025-01-01T00:00:00Z'), max: Date.parse('2028-01-01T00:00:00Z') }),
  timeZone: fc.constantFrom(...ZONES),
  dayEndsAtHour: fc.integer({ min: 0, max: 6 }),
  days: fc.integer({ min: 1, max: 3 }),
})
const judgedBy = (ms: number, timeZone: string, dayEndsAtHour: number) => {
  const at = new Date(ms).toISOString()
  return [practiceDay(at, timeZone, dayEndsAtHour), purposeNow({ states: [] }, wallHour(at, timeZone))]
}

it('within a span neither the practice day nor what its hour is for changes, and at its end one of them does', () => {
  fc.assert(
    fc.property(
      moments,
      fc.double({ min: 0, max: 1, noNaN: true }),
      ({ atMs, timeZone, dayEndsAtHour, days }, part) => {
        const spans = spansFrom(atMs, { timeZone, dayEndsAtHour }, days)
        for (const { fromMs, untilMs, today, hour } of spans) {
          const here = judgedBy(fromMs, timeZone, dayEndsAtHour)
          expect([today, purposeNow({ states: [] }, hour)]).toEqual(here)
          const inside = fromMs + Math.floor(part * (untilMs - 1 - fromMs))
          expect(judgedBy(inside, timeZone, dayEndsAtHour)).toEqual(here)
          expect(judgedBy(untilMs - 1, timeZone, dayEndsAtHour)).toEqual(here)
          expect(judgedBy(untilMs, timeZone, dayEndsAtHour)).not.toEqual(here)
        }
      },
    ),
  )
})

it('spans follow one another without a gap, from the moment to the end of so many practice days', () => {
  fc.assert(
    fc.property(moments, ({ atMs, timeZone, dayEndsAtHour, days }) => {
      const spans = spansFrom(atMs, { timeZone, dayEndsAtHour }, days)
      expect(spans[0]!.fromMs).toBe(atMs)
      spans.slice(1).forEach(({ fromMs }, before) => expect(fromMs).toBe(spans[before]!.untilMs))
      expect(new Set(spans.map(({ today }) => today)).size).toBe(days)
      const after = practiceDay(new Date(spans.at(-1)!.untilMs).toISOString(), timeZone, dayEndsAtHour)
      expect(after > spans.at(-1)!.today).toBe(true)
    }),
  )
})

it('from half past nine on a day that ends at three: the morning, midday, the evening; and the night, which belongs to the evening', () => {
  const spans = spansFrom(Date.parse('2026-03-10T09:30:00Z'), { timeZone: 'UTC', dayEndsAtHour: 3 }, 2)
  expect(spans.map(({ fromMs, today }) => `${today} from ${new Date(fromMs).toISOString().slice(5, 16)}`)).toEqual([
    '2026-03-10 from 03-10T09:30',
    '2026-03-10 from 03-10T12:00',
    '2026-03-10 from 03-10T17:00',
    '2026-03-11 from 03-11T03:00',
    '2026-03-11 from 03-11T04:00',
    '2026-03-11 from 03-11T12:00',
    '2026-03-11 from 03-11T17:00',
  ])
})
