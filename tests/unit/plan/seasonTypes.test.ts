import { describe, expect, it } from 'vitest'
import { validate } from '#core/basics'
import { seasonSchema, type Season } from '#core/plan'
import { EIGHT, seasonOf } from './seasons'

const learn = seasonOf({ kind: 'learn', formIds: EIGHT, stage: 'fromMemory' }, 10)
const grow = seasonOf({ kind: 'grow', formId: 'post', from: 180, to: 600 }, 16)
const purpose = seasonOf({ kind: 'purpose', purpose: 'evening', fromMinutes: 8, toMinutes: 15 }, 8)
const faults = (season: unknown) => {
  const checked = validate(seasonSchema, season, 'season')
  return checked.ok ? [] : checked.faults.map(({ message }) => message)
}

describe('a season as it is kept', () => {
  it('is one of learning, of growth, or for a purpose', () => {
    for (const season of [learn, grow, purpose]) expect(faults(season)).toEqual([])
    expect(faults({ ...purpose, goal: { ...purpose.goal, toMinutes: 8 } })).toEqual([])
  })
  it.each<[string, object, RegExp]>([
    ['a first day that is no Monday', { ...learn, startDay: '2026-03-03' }, /startDay must be a Monday/],
    ['no weeks', { ...learn, weeks: 0 }, /weeks must be at least 1/],
    ['no forms', { ...learn, goal: { ...learn.goal, formIds: [] } }, /formIds/],
    ['a form twice', { ...learn, goal: { ...learn.goal, formIds: ['a', 'b', 'a'] } }, /formIds names a twice/],
    ['a stage that it cannot lead to', { ...learn, goal: { ...learn.goal, stage: 'slow' } }, /stage/],
    ['growth to less', { ...grow, goal: { ...grow.goal, to: 180 } }, /to must be more than it begins with/],
    ['fewer minutes', { ...purpose, goal: { ...purpose.goal, toMinutes: 7 } }, /toMinutes must not be less/],
    ['another goal', { ...learn, goal: { kind: 'win' } }, /kind/],
    ['more than it has', { ...learn, best: 1 } as Season, /best/],
  ])('is refused with %s, which is named', (_name, season, message) => {
    expect(faults(season).some((each) => message.test(each))).toBe(true)
  })
})
