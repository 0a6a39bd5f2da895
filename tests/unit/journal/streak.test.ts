import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, isRestDay, practiceDay, streaks, weeksOfStones } from '#core/journal'

const ZONE = 'Europe/Lisbon'
const RULES = { dayEndsAtHour: 3, restPlan: [] }
const on = (day: string, time = '07:00', timeZone = ZONE) => ({
  startedAt: `${day}T${time}:00.000Z`,
  timeZone,
  practisedSeconds: 600,
})

describe('the practice day', () => {
  it('ends when I say, not at midnight', () => {
    expect(practiceDay('2026-01-10T00:30:00Z', ZONE, 3)).toBe('2026-01-09')
    expect(practiceDay('2026-01-10T00:30:00Z', ZONE, 0)).toBe('2026-01-10')
    expect(practiceDay('2026-01-10T03:00:00Z', ZONE, 3)).toBe('2026-01-10')
  })
})

describe('streaks', () => {
  it('count days, not sessions', () => {
    const sessions = [on('2026-03-01'), on('2026-03-02'), on('2026-03-02', '19:00'), on('2026-03-03')]
    expect(streaks(sessions, '2026-03-03', RULES)).toEqual({ currentDays: 3, longestDays: 3, practisedToday: true })
  })
  it('stay alive while today is still open, and end after a missed day', () => {
    const sessions = [on('2026-03-01'), on('2026-03-02')]
    expect(streaks(sessions, '2026-03-03', RULES)).toMatchObject({ currentDays: 2, practisedToday: false })
    expect(streaks(sessions, '2026-03-04', RULES)).toMatchObject({ currentDays: 0, longestDays: 2 })
  })
  it('are nothing without sessions', () => {
    expect(streaks([], '2026-03-03', RULES)).toEqual({ currentDays: 0, longestDays: 0, practisedToday: false })
  })
  it('are not broken by planned rest, which does not count either', () => {
    const rules = { dayEndsAtHour: 3, restPlan: [{ fromDay: '2026-01-01', weekdays: [7] }] }
    const sessions = [on('2026-02-28'), on('2026-03-02')]
    expect(streaks(sessions, '2026-03-02', rules).currentDays).toBe(2)
    expect(streaks(sessions, '2026-03-02', RULES).currentDays).toBe(1)
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
    expect(streaks(sessions, '2026-03-03', RULES).currentDays).toBe(2)
    const atHome = [on('2026-03-01', '19:00'), on('2026-03-03', '07:00')]
    expect(streaks(atHome, '2026-03-03', RULES).currentDays).toBe(1)
  })
  it('never fall by one more session', () => {
    const days = fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 40 })
    fc.assert(
      fc.property(days, fc.integer({ min: 0, max: 60 }), (offsets, more) => {
        const session = (offset: number) => on(addDays('2026-01-01', offset))
        const today = addDays('2026-01-01', 60)
        const before = streaks(offsets.map(session), today, RULES)
        const after = streaks([...offsets, more].map(session), today, RULES)
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
    expect(weeks[1]![2]).toMatchObject({ sessions: 2, seconds: 1200, rest: false, future: false })
    expect(weeks[1]![6]).toMatchObject({ sessions: 0, rest: true, future: true })
  })
})

describe('the edges of streaks', () => {
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
    expect(streaks(days, '2026-03-05', RULES)).toEqual({ currentDays: 5, longestDays: 5, practisedToday: true })
  })
  it('a session that lies ahead, by a clock set wrong, counts for nothing yet', () => {
    const sessions = [on('2026-03-01'), on('2026-03-02'), on('2026-03-09')]
    expect(streaks(sessions, '2026-03-02', RULES)).toEqual({ currentDays: 2, longestDays: 2, practisedToday: true })
  })
  it('a day missed while one stayed in one place breaks the row, and so does most of a day missed on a journey', () => {
    expect(streaks([on('2026-03-01'), on('2026-03-03')], '2026-03-03', RULES).currentDays).toBe(1)
    const west = [on('2026-03-01', '07:00', 'Europe/Lisbon'), on('2026-03-03', '18:00', 'America/New_York')]
    expect(streaks(west, '2026-03-03', RULES).currentDays).toBe(1)
  })
  it('whole weeks are shown, the last of them with today open', () => {
    const weeks = weeksOfStones([on('2026-03-04')], '2026-03-04', 3, RULES)
    expect(weeks).toHaveLength(3)
    expect(weeks[0]![0]!.day).toBe('2026-02-16')
    expect(weeks[2]![2]).toEqual({ day: '2026-03-04', seconds: 600, sessions: 1, rest: false, future: false })
    expect(weeks[2]![3]).toMatchObject({ day: '2026-03-05', future: true })
    expect(weeksOfStones([], '2026-03-04', 1, RULES)[0]![0]!.day).toBe('2026-03-02')
  })
})
