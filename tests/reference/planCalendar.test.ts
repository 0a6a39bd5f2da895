/**
 * The plan as a calendar, read back by another library (ical.js), by RFC 5545; and busy times of calendars that another library wrote (ical-generator),
 * their zones reckoned by a third (Luxon).
 */
import fc from 'fast-check'
import ical from 'ical-generator'
import ICAL from 'ical.js'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { addDays } from '#core/journal'
import { daysOf, USUAL_WEEK, type PlannedSession, type Planned } from '#core/plan'
import { plannedIn, readBusy, writePlanCalendar } from '#core/tables'
import { runsAll } from '../runsAll'

const MONDAY = '2026-03-09'
const NOW = '2026-03-01T06:30:00.000Z'
const ZONES = [
  'Europe/Lisbon',
  'Asia/Tokyo',
  'America/New_York',
  'Australia/Lord_Howe',
  'Asia/Kathmandu',
  'Pacific/Apia',
]
const WORDS = { nameOf: ({ id }: PlannedSession) => `Practice; ${id}, "so"`, secondsOf: () => 12 * 60 + 20 }
const write = (planned: readonly Planned[], rules = USUAL_WEEK) => writePlanCalendar(planned, rules, WORDS, NOW)
const eventsOf = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent').map((each) => new ICAL.Event(each))
/** All times of an event up to a day, by the clock on the wall. */
function timesOf(event: ICAL.Event, until: string): string[] {
  const wall = (time: ICAL.Time) => time.toString().slice(0, 16)
  if (!event.isRecurring()) return [wall(event.startDate)]
  const times: string[] = []
  const iterator = event.iterator()
  for (let next = iterator.next(); next && wall(next).slice(0, 10) <= until; next = iterator.next())
    times.push(wall(next))
  return times
}
const laidArbitrary = fc
  .record({
    at: fc.integer({ min: 0, max: 340 }),
    evening: fc.boolean(),
    changes: fc.nat(9),
    isWeekly: fc.boolean(),
    clock: fc.option(fc.tuple(fc.nat(23), fc.nat(59)), { nil: undefined }),
    lasts: fc.option(fc.integer({ min: 0, max: 30 }), { nil: undefined }),
    without: fc.array(fc.nat(12), { maxLength: 3 }),
  })
  .map(({ at, evening, changes, isWeekly, clock, lasts, without }): Omit<PlannedSession, 'id'> => ({
    kind: 'practice',
    day: addDays(MONDAY, at),
    time: evening ? 'evening' : 'morning',
    minutes: null,
    changes,
    what: { kind: 'routine', routineId: 'reed' },
    ...(clock ? { at: clock.map((number) => String(number).padStart(2, '0')).join(':') } : {}),
    ...(isWeekly
      ? {
          weekly: {
            notOn: [...new Set(without)].map((weeks) => addDays(MONDAY, at + weeks * 7)).sort(),
            ...(lasts === undefined ? {} : { untilDay: addDays(MONDAY, at + lasts * 7 + 3) }),
          },
        }
      : {}),
  }))
const pauseArbitrary = fc.record({ at: fc.integer({ min: 0, max: 340 }), days: fc.nat(20) }).map(({ at, days }) => ({
  kind: 'pause' as const,
  day: addDays(MONDAY, at),
  lastDay: addDays(MONDAY, at + days),
  why: 'holiday' as const,
}))

describe('what is planned, as a calendar', () => {
  it.runIf(runsAll)('has every practice at its time, once, and none in a pause: 1000 plans', () => {
    let looked = 0
    fc.assert(
      fc.property(
        fc.array(laidArbitrary, { maxLength: 6 }),
        fc.array(pauseArbitrary, { maxLength: 2 }),
        (laid, pauses) => {
          const planned: Planned[] = [
            ...laid.map((each, at) => ({ ...each, id: `p${at}` })),
            ...pauses.map((each, at) => ({ ...each, id: `x${at}` })),
          ]
          const events = eventsOf(write(planned))
          const until = addDays(MONDAY, 500)
          const isPaused = (day: string) => pauses.some((pause) => pause.day <= day && day <= pause.lastDay)
          const wanted = planned.flatMap((each) =>
            each.kind === 'practice'
              ? daysOf(each, MONDAY, until)
                  .filter((day) => !isPaused(day))
                  .map((day) => `${each.id} ${day}T${each.at ?? USUAL_WEEK.at[each.time]}`)
              : [],
          )
          const found = events
            .filter((event) => event.component.getFirstPropertyValue('status') !== 'CANCELLED')
            .flatMap((event) => timesOf(event, until).map((time) => `${event.uid.replace('@pebblebrook', '')} ${time}`))
          expect(found.sort()).toEqual(wanted.sort())
          // No zone is named: seven is seven wherever one is.
          for (const event of events) expect(event.startDate.zone?.tzid).toBe('floating')
          for (const event of events) expect(event.endDate.subtractDate(event.startDate).toSeconds()).toBe(13 * 60)
          looked += 1
        },
      ),
      { numRuns: 1000, seed: 61 },
    )
    expect(looked).toBe(1000)
  })

  it('has the same names when it is written again, and a higher sequence where something changed', () => {
    const laid: PlannedSession = {
      id: 'p',
      kind: 'practice',
      day: MONDAY,
      time: 'morning',
      minutes: 20,
      changes: 2,
      what: { kind: 'routine', routineId: 'reed' },
    }
    const of = (planned: Planned[], rules = USUAL_WEEK) =>
      eventsOf(write(planned, rules)).map(({ uid, sequence, summary }) => ({ uid, sequence, summary }))
    expect(of([laid])).toEqual([{ uid: 'p@pebblebrook', sequence: 2, summary: 'Practice; p, "so"' }])
    expect(of([{ ...laid, changes: 3 }])[0]!.sequence).toBe(3)
    expect(of([laid], { ...USUAL_WEEK, changes: 4 })[0]!.sequence).toBe(6)
    const paused = [laid, { id: 'x', kind: 'pause', day: MONDAY, lastDay: MONDAY, why: 'illness' } as const]
    expect(eventsOf(write(paused)).map((event) => event.component.getFirstPropertyValue('status'))).toEqual([
      'CANCELLED',
    ])
  })

  it('has an alarm before, where I want one; and of one week only what comes in it', () => {
    const laid = (id: string, day: string, weekly = false): PlannedSession => ({
      id,
      kind: 'practice',
      day,
      time: 'morning',
      minutes: 20,
      changes: 0,
      what: { kind: 'routine', routineId: 'reed' },
      ...(weekly ? { weekly: { notOn: [] } } : {}),
    })
    const alarms = (reminds: number | null) =>
      eventsOf(write([laid('p', MONDAY)], { ...USUAL_WEEK, reminds })).flatMap((event) =>
        event.component.getAllSubcomponents('valarm').map((each) => String(each.getFirstPropertyValue('trigger'))),
      )
    expect([alarms(null), alarms(10), alarms(0)]).toEqual([[], ['-PT10M'], ['PT0S']])
    const planned = [
      laid('before', addDays(MONDAY, -1)),
      laid('weekly', addDays(MONDAY, -14), true),
      laid('in', addDays(MONDAY, 6)),
      laid('after', addDays(MONDAY, 7)),
    ]
    expect(plannedIn(planned, MONDAY).map(({ id }) => id)).toEqual(['weekly', 'in'])
  })
})

describe('busy times of a calendar', () => {
  const FROM = '2026-03-01'
  const TO = '2026-04-30'
  it('are by my clock, whatever zone they were written in, over the changes of the clocks', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ZONES),
        fc.constantFrom(...ZONES),
        fc.integer({ min: 2, max: 58 }),
        fc.nat(23),
        fc.integer({ min: 5, max: 600 }),
        (written, mine, at, hour, minutes) => {
          const start = DateTime.fromISO(`${addDays(FROM, at)}T${String(hour).padStart(2, '0')}:10`, { zone: written })
          if (!start.isValid) return
          const wallIn = (time: DateTime) => time.toFormat("yyyyMMdd'T'HHmmss")
          const end = start.plus({ minutes })
          const text = [
            'BEGIN:VCALENDAR',
            'VERSION:2.0',
            'BEGIN:VEVENT',
            'UID:a',
            `DTSTART;TZID=${written}:${wallIn(start)}`,
            `DTEND;TZID=${written}:${wallIn(end)}`,
            'END:VEVENT',
            'END:VCALENDAR',
          ].join('\r\n')
          const { busy } = readBusy(text, FROM, TO, mine)
          const clock = (time: DateTime) => time.setZone(mine).toFormat("yyyy-MM-dd'T'HH:mm")
          expect(busy).toEqual([{ from: clock(start), to: clock(end) }])
          const utc = ical({
            events: [{ id: 'b', start: start.toJSDate(), end: end.toJSDate(), summary: 'x' }],
          }).toString()
          expect(readBusy(utc, FROM, TO, mine).busy).toEqual(busy)
        },
      ),
      { seed: 62, numRuns: 300 },
    )
  })

  it('follow what recurs, without what was left out, moved or called off; whole days, free time and practice hinder nothing', () => {
    const event = (...lines: string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT']
    const text = [
      'BEGIN:VCALENDAR',
      ...event(
        'UID:choir',
        'DTSTART:20260106T190000',
        'DTEND:20260106T203000',
        'RRULE:FREQ=WEEKLY',
        'EXDATE:20260310T190000',
      ),
      ...event('UID:choir', 'RECURRENCE-ID:20260317T190000', 'DTSTART:20260318T180000', 'DTEND:20260318T190000'),
      ...event(
        'UID:choir',
        'RECURRENCE-ID:20260324T190000',
        'STATUS:CANCELLED',
        'DTSTART:20260324T190000',
        'DTEND:20260324T203000',
      ),
      ...event('UID:birthday', 'DTSTART;VALUE=DATE:20260312', 'DTEND;VALUE=DATE:20260313'),
      ...event('UID:maybe', 'TRANSP:TRANSPARENT', 'DTSTART:20260312T080000', 'DTEND:20260312T090000'),
      ...event('UID:mine@pebblebrook', 'DTSTART:20260312T070000', 'DTEND:20260312T072000'),
      ...event('UID:broken', 'DTSTART:20260312T070000', 'DTEND:20260312T072000', 'RRULE:FREQ=SECONDLY'),
      ...event('UID:hourly', 'DTSTART:20260302T070000', 'DTEND:20260302T070500', 'RRULE:FREQ=HOURLY'),
      'END:VCALENDAR',
    ].join('\r\n')
    expect(readBusy(text, '2026-03-02', '2026-03-31', 'Europe/Lisbon')).toEqual({
      busy: [
        { from: '2026-03-03T19:00', to: '2026-03-03T20:30' },
        { from: '2026-03-18T18:00', to: '2026-03-18T19:00' },
        { from: '2026-03-31T19:00', to: '2026-03-31T20:30' },
      ],
      free: 2,
      unread: 2,
    })
  })

  it('refuses what is no calendar, and says so', () => {
    for (const text of ['', 'BEGIN:VCARD\r\nEND:VCARD', '{"a":1}', 'BEGIN:VCALENDAR'])
      expect(() => readBusy(text, FROM, TO, 'UTC')).toThrow(/no calendar file/)
  })
})
