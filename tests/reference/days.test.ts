/** Practice days, weeks and rows of days against Luxon, an independent date library with the platform's time zone data. */
import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { slowSteadiness } from './slowSteadiness'
import { addDays, daysBetween, practiceDay, steadiness, weekday, weekStart } from '#core/journal'

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

describe('rows of days over clock changes', () => {
  it.each(['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Africa/Casablanca'])(
    'daily practice at any hour in %s is one row of 400 days',
    (timeZone) => {
      fc.assert(
        fc.property(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }), (hour, minute) => {
          const first = DateTime.fromISO('2026-01-05', { zone: timeZone })
          const sessions = Array.from({ length: 400 }, (_, day) => ({
            startedAt: first.plus({ days: day }).set({ hour, minute }).toUTC().toISO()!,
            timeZone,
            practisedSeconds: 600,
          }))
          const today = dayByLuxon(Date.parse(sessions.at(-1)!.startedAt), timeZone, 4)
          expect(steadiness(sessions, today, { dayEndsAtHour: 4, restPlan: [] }).current?.days).toBe(400)
        }),
        { numRuns: 10 },
      )
    },
  )
})

/** Journals of some weeks: sessions of any length in any zone, rules that change, nights that belong to the day before. */
const journalArbitrary = fc.record({
  sessions: fc.array(
    fc.record({
      at: fc.integer({ min: Date.UTC(2026, 2, 1), max: Date.UTC(2026, 3, 20) }),
      timeZone: fc.constantFrom(
        'Europe/Lisbon',
        'Europe/Lisbon',
        'Europe/Lisbon',
        'Asia/Tokyo',
        'Europe/Athens',
        'America/New_York',
        'Pacific/Kiritimati',
      ),
      practisedSeconds: fc.constantFrom(120, 600, 1800),
    }),
    { maxLength: 60 },
  ),
  restPlan: fc.array(
    fc.record({
      fromDay: fc.integer({ min: 0, max: 50 }).map((days) => addDays('2026-02-20', days)),
      weekdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { maxLength: 2 }),
      restDaysAWeek: fc.constantFrom(0, 1, 2),
      leastMinutes: fc.constantFrom(0, 5, 10),
    }),
    { maxLength: 3 },
  ),
  dayEndsAtHour: fc.integer({ min: 0, max: 6 }),
  today: fc.integer({ min: 0, max: 60 }).map((days) => addDays('2026-03-01', days)),
  timeZoneToday: fc.constantFrom('Europe/Lisbon', 'Asia/Tokyo'),
})

describe('rows of days agree with a slow reckoning by their definition, on Luxon', () => {
  it('for any sessions, zones and rules', () => {
    fc.assert(
      fc.property(journalArbitrary, ({ sessions, today, ...rules }) => {
        const given = sessions.map(({ at, ...rest }) => ({ ...rest, startedAt: new Date(at).toISOString() }))
        const { current, longest } = steadiness(given, today, rules)
        const quick = { currentDays: current?.days ?? 0, longestDays: longest?.days ?? 0 }
        expect(quick).toEqual(slowSteadiness(given, today, rules))
      }),
      { numRuns: 400 },
    )
  })
})
