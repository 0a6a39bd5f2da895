import { describe, expect, it } from 'vitest'
import { readyToday } from '#core/plan'
import { aRoutine } from '../../helpers'

const routine = (id: string) => ({ ...aRoutine([]), id })
const routines = ['a', 'b', 'c'].map(routine)
const done = (routineId: string, day: string) => ({ routineId, startedAt: `${day}T08:00:00.000Z`, timeZone: 'UTC' })
const order = (sessions: ReturnType<typeof done>[], today: string) =>
  readyToday(routines, sessions, today, 3).map(({ routine: { id }, reason }) => `${id}:${reason.kind}`)

describe('what is ready today', () => {
  it('keeps the given order while nothing was followed', () => {
    expect(order([], '2026-03-10')).toEqual(['a:new', 'b:new', 'c:new'])
  })
  it('puts what was followed last before what was never followed', () => {
    expect(order([done('c', '2026-03-08'), done('b', '2026-03-09')], '2026-03-10')).toEqual([
      'b:recent',
      'c:recent',
      'a:new',
    ])
  })
  it('takes twice on the same weekday for a habit, but not once more on the same day', () => {
    const tuesdays = [done('c', '2026-03-03'), done('c', '2026-02-24'), done('b', '2026-03-09')]
    expect(order(tuesdays, '2026-03-10')[0]).toBe('c:habit')
    expect(order([...tuesdays, done('c', '2026-03-10')], '2026-03-10')).toEqual(['c:recent', 'b:recent', 'a:new'])
  })
})
