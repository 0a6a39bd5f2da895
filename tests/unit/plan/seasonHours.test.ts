import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '#core/journal'
import { hoursFor, USUAL_WEEK, type PlannedSession } from '#core/plan'
import { sessionOn } from './seasons'

const TODAY = '2026-03-04'
const ask = (times: number, change: Partial<Parameters<typeof hoursFor>[1]> = {}) =>
  hoursFor(times, {
    sessions: [],
    planned: [],
    week: USUAL_WEEK,
    today: TODAY,
    dayEndsAtHour: 3,
    restWeekdays: [],
    ...change,
  })
const days = (hours: ReturnType<typeof hoursFor>) => hours.map(({ weekday }) => weekday)

describe('hours for a season', () => {
  it('lie far from one another, on no day of rest', () => {
    expect(days(ask(3))).toEqual([1, 4, 6])
    expect(days(ask(2))).toEqual([1, 4])
    expect(days(ask(7))).toEqual([1, 2, 3, 4, 5, 6, 7])
    expect(days(ask(7, { restWeekdays: [1, 7] }))).toEqual([2, 3, 4, 5, 6])
  })
  it('are where I said that I have time, as long as I have, or none', () => {
    const minutes = { morning: [0, 0, 0, 0, 0, 0, 30], evening: [0, 12, 0, 4, 0, 0, 0] }
    expect(ask(4, { week: { ...USUAL_WEEK, minutes } })).toEqual([
      { weekday: 2, time: 'evening', minutes: 12 },
      { weekday: 7, time: 'morning', minutes: 30 },
    ])
    const none = { morning: [0, 0, 0, 0, 0, 0, 0], evening: [0, 0, 0, 0, 0, 0, 0] }
    expect(ask(4, { week: { ...USUAL_WEEK, minutes: none } })).toEqual([])
  })
  it('are at the time of day and as long as I mostly practise, on days of habit before others', () => {
    const sessions = [0, 1, 2, 3].flatMap((ago) =>
      [2, 6].map((weekday) =>
        sessionOn(addDays('2026-03-02', weekday - 1 - 7 * (ago + 1)), [], {
          startedAt: `${addDays('2026-03-02', weekday - 1 - 7 * (ago + 1))}T19:00:00.000Z`,
          practisedSeconds: 1200,
        }),
      ),
    )
    expect(ask(2, { sessions })).toEqual([
      { weekday: 2, time: 'evening', minutes: 20 },
      { weekday: 6, time: 'evening', minutes: 20 },
    ])
  })
  it('leave alone what comes every week already', () => {
    const laid = (weekday: number, change: Partial<PlannedSession> = {}): PlannedSession => ({
      id: `l-${weekday}`,
      kind: 'practice',
      day: addDays('2026-03-02', weekday - 1),
      time: 'morning',
      minutes: 10,
      changes: 0,
      what: { kind: 'routine', routineId: 'reed' },
      weekly: { notOn: [] },
      ...change,
    })
    expect(days(ask(7, { planned: [laid(3), laid(5, { time: 'evening' })] }))).toEqual([1, 2, 4, 5, 6, 7])
    const until = (untilDay: string) => ask(7, { planned: [laid(3, { weekly: { notOn: [], untilDay } })] })
    expect(days(until(TODAY))).toEqual([1, 2, 4, 5, 6, 7])
    expect(days(until(addDays(TODAY, -1)))).toEqual([1, 2, 3, 4, 5, 6, 7])
  })
  it('are as many as are asked for where there are so many, one a day', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 7 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { maxLength: 6 }),
        (times, restWeekdays) => {
          const found = days(ask(times, { restWeekdays }))
          expect(found).toHaveLength(Math.min(times, 7 - restWeekdays.length))
          expect(new Set(found).size).toBe(found.length)
          expect(found.some((day) => restWeekdays.includes(day))).toBe(false)
        },
      ),
    )
  })
})
