import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addDays,
  practiceDay,
  rulesOn,
  steadiness,
  usualTime,
  weekday,
  weekReports,
  weeksOfStones,
} from '#core/journal'

const ZONE = 'Europe/Lisbon'
const RULES = { dayEndsAtHour: 3, restPlan: [] }
const on = (day: string, time = '07:00', timeZone = ZONE) => ({
  startedAt: `${day}T${time}:00.000Z`,
  timeZone,
  practisedSeconds: 600,
})

const isRestDay = (plan: Parameters<typeof rulesOn>[0], day: string) =>
  rulesOn(plan, day)?.weekdays.includes(weekday(day)) ?? false
/** The rows of these sessions, in days. */
function rowsIn(...given: Parameters<typeof steadiness>) {
  const { current, longest, practisedToday } = steadiness(...given)
  return { currentDays: current?.days ?? 0, longestDays: longest?.days ?? 0, practisedToday }
}

const plan = (entry: object, fromDay = '2026-01-01') => ({
  dayEndsAtHour: 3,
  restPlan: [{ fromDay, weekdays: [], ...entry }],
})
// 2 March 2026 is a Monday.
const daily = (from: string, to: string, but: string[] = []) => {
  const days = []
  for (let day = from; day <= to; day = addDays(day, 1)) if (!but.includes(day)) days.push(on(day))
  return days
}

describe('the practice day', () => {
  it('ends when I say, not at midnight', () => {
    expect(practiceDay('2026-01-10T00:30:00Z', ZONE, 3)).toBe('2026-01-09')
    expect(practiceDay('2026-01-10T00:30:00Z', ZONE, 0)).toBe('2026-01-10')
    expect(practiceDay('2026-01-10T03:00:00Z', ZONE, 3)).toBe('2026-01-10')
  })
})

describe('the usual time', () => {
  const at = (time: string, daysAgo: number) => ({
    startedAt: `${addDays('2026-03-01', -daysAgo)}T${time}:00.000Z`,
    timeZone: 'UTC',
  })
  it('is the one in the middle of the last sixty sessions, whatever came in the last few or long before', () => {
    const lately = Array.from({ length: 10 }, (_, day) => at('21:00', day))
    const mostly = Array.from({ length: 50 }, (_, day) => at('07:00', 10 + day))
    const longAgo = Array.from({ length: 200 }, (_, day) => at('12:00', 60 + day))
    expect(usualTime([...longAgo, ...lately, ...mostly])).toBe('07:00')
    expect(usualTime([])).toBe('18:00')
  })
})
describe('rows of days', () => {
  it('count days, not sessions', () => {
    const sessions = [on('2026-03-01'), on('2026-03-02'), on('2026-03-02', '19:00'), on('2026-03-03')]
    expect(rowsIn(sessions, '2026-03-03', RULES)).toEqual({ currentDays: 3, longestDays: 3, practisedToday: true })
  })
  it('stay alive while today is still open, and end after a missed day', () => {
    const sessions = [on('2026-03-01'), on('2026-03-02')]
    expect(rowsIn(sessions, '2026-03-03', RULES)).toMatchObject({ currentDays: 2, practisedToday: false })
    expect(rowsIn(sessions, '2026-03-04', RULES)).toMatchObject({ currentDays: 0, longestDays: 2 })
  })
  it('are nothing without sessions', () => {
    expect(rowsIn([], '2026-03-03', RULES)).toEqual({ currentDays: 0, longestDays: 0, practisedToday: false })
  })
  it('go on over a pause, whose days are rest on the stones too, and whose week misses no aim', () => {
    const pauses = [{ day: '2026-03-04', lastDay: '2026-03-09' }]
    const rules = { ...plan({ aimDaysAWeek: 5 }), pauses }
    const sessions = [...daily('2026-03-02', '2026-03-03'), on('2026-03-10')]
    expect(rowsIn(sessions, '2026-03-10', { ...rules, pauses: [] }).currentDays).toBe(1)
    const steady = steadiness(sessions, '2026-03-10', rules)
    expect([steady.current?.days, steady.rests.length]).toEqual([3, 6])
    const stones = weeksOfStones(sessions, '2026-03-10', 2, rules).flat()
    expect(stones.filter(({ rest }) => rest).map(({ day }) => day)).toEqual(steady.rests)
    expect(weekReports(sessions, '2026-03-10', rules).map(({ met }) => met)).toEqual([null, null])
    expect(weekReports(sessions, '2026-03-10', { ...rules, pauses: [] }).map(({ met }) => met)).toEqual([false, false])
    const whole = [...daily('2026-03-02', '2026-03-06'), on('2026-03-10')]
    expect(weekReports(whole, '2026-03-10', rules)[0]!.met).toBe(true)
  })
  it('are not broken by planned rest, which does not count either', () => {
    const rules = { dayEndsAtHour: 3, restPlan: [{ fromDay: '2026-01-01', weekdays: [7] }] }
    const sessions = [on('2026-02-28'), on('2026-03-02')]
    expect(rowsIn(sessions, '2026-03-02', rules).currentDays).toBe(2)
    expect(rowsIn(sessions, '2026-03-02', RULES).currentDays).toBe(1)
  })
  it('keep the rest plan of each time', () => {
    const plan = [
      { fromDay: '2026-01-01', weekdays: [7] },
      { fromDay: '2026-03-01', weekdays: [1] },
    ]
    expect(isRestDay(plan, '2026-02-22')).toBe(true)
    expect(isRestDay(plan, '2026-03-08')).toBe(false)
    expect(isRestDay(plan, '2026-03-09')).toBe(true)
    expect(isRestDay(plan, '2025-12-28')).toBe(false)
  })
  it('survive a flight across the date line that swallows a day', () => {
    // Evening of the 1st in Los Angeles; landing in Tokyo on the 3rd. The 2nd lasted 7 hours on this journey.
    const sessions = [on('2026-03-02', '02:00', 'America/Los_Angeles'), on('2026-03-02', '22:00', 'Asia/Tokyo')]
    expect(rowsIn(sessions, '2026-03-03', RULES).currentDays).toBe(2)
    const atHome = [on('2026-03-01', '19:00'), on('2026-03-03', '07:00')]
    expect(rowsIn(atHome, '2026-03-03', RULES).currentDays).toBe(1)
  })
  it('never fall by one more session', () => {
    const days = fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 40 })
    fc.assert(
      fc.property(days, fc.integer({ min: 0, max: 60 }), (offsets, more) => {
        const session = (offset: number) => on(addDays('2026-01-01', offset))
        const today = addDays('2026-01-01', 60)
        const before = rowsIn(offsets.map(session), today, RULES)
        const after = rowsIn([...offsets, more].map(session), today, RULES)
        expect(after.longestDays).toBeGreaterThanOrEqual(before.longestDays)
        expect(after.currentDays).toBeGreaterThanOrEqual(before.currentDays)
        expect(after.longestDays).toBeGreaterThanOrEqual(after.currentDays)
      }),
    )
  })
})

describe('the stones', () => {
  it('lie in whole weeks from Monday, the last with today in it', () => {
    const weeks = weeksOfStones([on('2026-03-04'), on('2026-03-04', '19:00')], '2026-03-05', 2, {
      dayEndsAtHour: 3,
      restPlan: [{ fromDay: '2026-03-01', weekdays: [7] }],
    })
    expect(weeks.map((week) => week.map(({ day }) => day.slice(8)))).toEqual([
      ['23', '24', '25', '26', '27', '28', '01'],
      ['02', '03', '04', '05', '06', '07', '08'],
    ])
    expect(weeks[1]![2]).toMatchObject({ sessions: 2, seconds: 1200, rest: false, standing: 'practised' })
    expect(weeks[1]![6]).toMatchObject({ sessions: 0, rest: true, standing: 'future' })
  })
})

describe('the edges of rows of days', () => {
  const planned = { dayEndsAtHour: 3, restPlan: [{ fromDay: '2026-03-04', weekdays: [3] }] }
  it('a rest plan holds from its first day on, and the latest one holds', () => {
    // 4 March 2026 is a Wednesday.
    expect(isRestDay(planned.restPlan, '2026-03-04')).toBe(true)
    const changed = [
      { fromDay: '2026-03-10', weekdays: [] },
      { fromDay: '2026-03-04', weekdays: [3] },
    ]
    expect(isRestDay(changed, '2026-03-11')).toBe(false)
    expect(isRestDay(changed, '2026-03-04')).toBe(true)
    expect(isRestDay([...changed].reverse(), '2026-03-11')).toBe(false)
  })
  it('do not depend on the order in which sessions come', () => {
    const days = ['2026-03-03', '2026-03-01', '2026-03-05', '2026-03-02', '2026-03-04'].map((day) => on(day))
    expect(rowsIn(days, '2026-03-05', RULES)).toEqual({ currentDays: 5, longestDays: 5, practisedToday: true })
  })
  it('a session that lies ahead, by a clock set wrong, counts for nothing yet', () => {
    const sessions = [on('2026-03-01'), on('2026-03-02'), on('2026-03-09')]
    expect(rowsIn(sessions, '2026-03-02', RULES)).toEqual({ currentDays: 2, longestDays: 2, practisedToday: true })
  })
  it('a day missed while one stayed in one place breaks the row, and so does most of a day missed on a journey', () => {
    expect(rowsIn([on('2026-03-01'), on('2026-03-03')], '2026-03-03', RULES).currentDays).toBe(1)
    const west = [on('2026-03-01', '07:00', 'Europe/Lisbon'), on('2026-03-03', '18:00', 'America/New_York')]
    expect(rowsIn(west, '2026-03-03', RULES).currentDays).toBe(1)
  })
  it('whole weeks are shown, the last of them with today open', () => {
    const weeks = weeksOfStones([on('2026-03-04')], '2026-03-04', 3, RULES)
    expect(weeks).toHaveLength(3)
    expect(weeks[0]![0]!.day).toBe('2026-02-16')
    expect(weeks[2]![2]).toEqual({ day: '2026-03-04', seconds: 600, sessions: 1, rest: false, standing: 'practised' })
    expect(weeks[2]![3]).toMatchObject({ day: '2026-03-05', standing: 'future' })
    expect(weeksOfStones([], '2026-03-04', 1, RULES)[0]![0]!.day).toBe('2026-03-02')
  })
})

describe('the rules of steadiness', () => {
  it('so many days of a week are free, whichever they are, and the next week has its own', () => {
    const sessions = daily('2026-03-02', '2026-03-15', ['2026-03-04', '2026-03-10'])
    const one = steadiness(sessions, '2026-03-15', plan({ restDaysAWeek: 1 }))
    expect(one).toMatchObject({
      current: { days: 12, from: '2026-03-02' },
      free: ['2026-03-04', '2026-03-10'],
      brokenOn: null,
    })
    const none = steadiness(sessions, '2026-03-15', plan({}))
    expect(none).toMatchObject({ current: { days: 5, from: '2026-03-11' }, free: [], brokenOn: '2026-03-10' })
  })
  it('one more than is free breaks the row at the first of them', () => {
    const sessions = daily('2026-03-02', '2026-03-08', ['2026-03-04', '2026-03-06'])
    const row = steadiness(sessions, '2026-03-08', plan({ restDaysAWeek: 1 }))
    expect(row).toMatchObject({
      current: { days: 3, from: '2026-03-05' },
      free: ['2026-03-06'],
      brokenOn: '2026-03-04',
    })
  })
  it('the row is alive while a free day is left, and over when none is', () => {
    const sessions = daily('2026-03-02', '2026-03-04')
    const rules = plan({ restDaysAWeek: 1 })
    expect(steadiness(sessions, '2026-03-06', rules).current?.days).toBe(3)
    expect(steadiness(sessions, '2026-03-07', rules)).toMatchObject({
      current: null,
      brokenOn: '2026-03-05',
      last: { days: 3, from: '2026-03-02', to: '2026-03-04' },
    })
  })
  it('a day counts from the minutes that I say, and is said to be too short below', () => {
    const sessions = [
      ...daily('2026-03-02', '2026-03-03'),
      { ...on('2026-03-04'), practisedSeconds: 239 },
      on('2026-03-05'),
    ]
    const row = steadiness(sessions, '2026-03-05', plan({ leastMinutes: 5 }))
    expect(row).toMatchObject({ current: { days: 1 }, brokenOn: '2026-03-04' })
    expect(row.standings.get('2026-03-04')).toBe('short')
    expect(steadiness(sessions, '2026-03-05', plan({})).current?.days).toBe(4)
    // Two short ones are together long enough.
    const twice = [...sessions, { ...on('2026-03-04', '19:00'), practisedSeconds: 61 }]
    expect(steadiness(twice, '2026-03-05', plan({ leastMinutes: 5 })).current?.days).toBe(4)
  })
  it('new rules hold from their day on, the days before keep theirs', () => {
    const sessions = daily('2026-03-02', '2026-03-14', ['2026-03-04', '2026-03-12'])
    const rules = {
      dayEndsAtHour: 3,
      restPlan: [...plan({}).restPlan, ...plan({ restDaysAWeek: 1 }, '2026-03-09').restPlan],
    }
    expect(steadiness(sessions, '2026-03-14', rules)).toMatchObject({ current: { days: 9, from: '2026-03-05' } })
  })
  it('a flight from Lisbon to Tokyo takes nine hours off a day: the row is kept, and it is known why', () => {
    // Mornings in Lisbon; the 10th is spent in the air; the evening of the 11th in Tokyo.
    const sessions = [
      ...daily('2026-03-02', '2026-03-09'),
      on('2026-03-11', '10:00', 'Asia/Tokyo'),
      on('2026-03-11', '22:30', 'Asia/Tokyo'),
    ]
    const row = steadiness(sessions, '2026-03-12', RULES)
    expect(row).toMatchObject({ current: { days: 10, from: '2026-03-02', to: '2026-03-12' } })
    expect(row.travel).toEqual([{ day: '2026-03-10', hours: 15, fromZone: ZONE, toZone: 'Asia/Tokyo' }])
    // Three hours are enough to be excused, two are not.
    const to = (timeZone: string) => [...daily('2026-03-02', '2026-03-09'), on('2026-03-11', '10:00', timeZone)]
    expect(steadiness(to('Europe/Moscow'), '2026-03-11', RULES).current?.days).toBe(9)
    expect(steadiness(to('Europe/Athens'), '2026-03-11', RULES).current?.days).toBe(1)
    // One day, not two: a second day without practice is a day missed.
    const late = [...daily('2026-03-02', '2026-03-09'), on('2026-03-12', '10:00', 'Asia/Tokyo')]
    expect(steadiness(late, '2026-03-12', RULES)).toMatchObject({ current: { days: 1 }, brokenOn: '2026-03-11' })
    // While nothing is noted there yet, the clock that I look at says where I am.
    const open = daily('2026-03-02', '2026-03-09')
    expect(steadiness(open, '2026-03-11', { ...RULES, timeZoneToday: 'Asia/Tokyo' }).current?.days).toBe(8)
    expect(steadiness(open, '2026-03-11', RULES).current).toBeNull()
  })
  it('a week meets my aim in days and minutes, by the rules at its end', () => {
    const rules = plan({ aimDaysAWeek: 3, aimMinutesAWeek: 30, leastMinutes: 5 })
    const sessions = [
      ...daily('2026-03-02', '2026-03-04'),
      on('2026-03-09'),
      { ...on('2026-03-10'), practisedSeconds: 60 },
    ]
    expect(weekReports(sessions, '2026-03-11', rules)).toEqual([
      { from: '2026-03-02', days: 3, seconds: 1800, aimDays: 3, aimMinutes: 30, met: true },
      { from: '2026-03-09', days: 1, seconds: 660, aimDays: 3, aimMinutes: 30, met: false },
    ])
    expect(weekReports(sessions, '2026-03-11', RULES).map(({ met }) => met)).toEqual([null, null])
    expect(weekReports([], '2026-03-11', rules)).toEqual([])
    expect(weekReports(sessions, '2026-03-11', rules, 1)).toEqual(weekReports(sessions, '2026-03-11', rules).slice(-1))
  })
})

describe('a list that was looked at before', () => {
  const long = daily('2026-01-01', '2026-03-20')
  const edit = fc.oneof(
    fc.record({ kind: fc.constant('add' as const), at: fc.nat(200), day: fc.integer({ min: -3, max: 90 }) }),
    fc.record({ kind: fc.constant('remove' as const), at: fc.nat(200) }),
    fc.record({ kind: fc.constant('change' as const), at: fc.nat(200), seconds: fc.integer({ min: 0, max: 900 }) }),
  )
  it('tells the same when sessions were added, changed or removed as one that is read anew', () => {
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 12 }), (edits) => {
        const rules = plan({ aimDaysAWeek: 3, leastMinutes: 5, restDaysAWeek: 1 })
        let sessions = [...long]
        steadiness(sessions, '2026-03-20', rules)
        for (const each of edits) {
          const at = each.at % sessions.length
          if (each.kind === 'add') sessions = sessions.toSpliced(at, 0, on(addDays('2026-01-01', each.day), '19:00'))
          else if (each.kind === 'remove') sessions = sessions.toSpliced(at, 1)
          else sessions = sessions.with(at, { ...sessions[at]!, practisedSeconds: each.seconds })
          if (each.at % 2 === 0) steadiness(sessions, '2026-03-20', rules)
        }
        const anew = sessions.map((session) => ({ ...session }))
        const told = (list: typeof sessions) => ({
          ...steadiness(list, '2026-03-20', rules),
          standings: null,
          stones: weeksOfStones(list, '2026-03-20', 12, rules),
          weeks: weekReports(list, '2026-03-20', rules),
        })
        expect(told(sessions)).toEqual(told(anew))
      }),
    )
  })
})
