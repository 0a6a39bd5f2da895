/** Practice days, weeks and streaks against Luxon, an independent date library with the platform's time zone data. */
import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { addDays, daysBetween, practiceDay, streaks, weekday, weekStart } from '#core/journal'

/** Zones with and without clock changes, with odd offsets, a half-hour change and dates skipped. */
const ZONES = [
  'UTC',
  'Europe/Lisbon',
  'America/New_York',
  'America/St_Johns',
  'Australia/Lord_Howe',
  'Asia/Kathmandu',
  'Pacific/Apia',
  'Pacific/Kiritimati',
  'Africa/Casablanca',
]
const instants = fc.integer({ min: Date.UTC(2015, 0, 1), max: Date.UTC(2035, 0, 1) })

function dayByLuxon(ms: number, zone: string, dayEndsAtHour: number): string {
  const local = DateTime.fromMillis(ms, { zone })
  return (local.hour < dayEndsAtHour ? local.minus({ days: 1 }) : local).toISODate()!
}

describe('the practice day agrees with Luxon', () => {
  it('at any instant in any zone', () => {
    fc.assert(
      fc.property(instants, fc.constantFrom(...ZONES), fc.integer({ min: 0, max: 6 }), (ms, zone, hour) => {
        expect(practiceDay(new Date(ms).toISOString(), zone, hour)).toBe(dayByLuxon(ms, zone, hour))
      }),
      { numRuns: 2000 },
    )
  })

  it.each([
    ['Europe/Lisbon', '2026-03-29'], // 23 hours
    ['Europe/Lisbon', '2026-10-25'], // 25 hours
    ['America/New_York', '2026-03-08'],
    ['America/New_York', '2026-11-01'],
    ['Australia/Lord_Howe', '2026-04-05'], // half an hour
  ])('every quarter of an hour around the clock change in %s on %s', (zone, day) => {
    const from = DateTime.fromISO(day, { zone }).minus({ hours: 12 })
    for (let quarter = 0; quarter < 48 * 4; quarter += 1) {
      const at = from.plus({ minutes: 15 * quarter })
      for (const hour of [0, 2, 3]) {
        expect(practiceDay(at.toUTC().toISO()!, zone, hour)).toBe(dayByLuxon(at.toMillis(), zone, hour))
      }
    }
  })
})

describe('the calendar agrees with Luxon', () => {
  it('in sums of days, weekdays and beginnings of weeks', () => {
    fc.assert(
      fc.property(instants, fc.integer({ min: -1000, max: 1000 }), (ms, days) => {
        const date = DateTime.fromMillis(ms, { zone: 'UTC' }).startOf('day')
        const day = date.toISODate()!
        expect(addDays(day, days)).toBe(date.plus({ days }).toISODate())
        expect(daysBetween(day, addDays(day, days))).toBe(days)
        expect(weekday(day)).toBe(date.weekday)
        expect(weekStart(day)).toBe(date.startOf('week').toISODate())
      }),
    )
  })
})

describe('streaks over clock changes', () => {
  it.each(['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Africa/Casablanca'])(
    'daily practice at any hour in %s is one row of 400 days',
    (timeZone) => {
      fc.assert(
        fc.property(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }), (hour, minute) => {
          const first = DateTime.fromISO('2026-01-05', { zone: timeZone })
          const sessions = Array.from({ length: 400 }, (_, day) => ({
            startedAt: first.plus({ days: day }).set({ hour, minute }).toUTC().toISO()!,
            timeZone,
          }))
          const today = dayByLuxon(Date.parse(sessions.at(-1)!.startedAt), timeZone, 4)
          expect(streaks(sessions, today, { dayEndsAtHour: 4, restPlan: [] }).currentDays).toBe(400)
        }),
        { numRuns: 10 },
      )
    },
  )
})
