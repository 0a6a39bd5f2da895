import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARC_PARTS } from '#core/forms'
import {
  changeGroup,
  changeStep,
  insertByPart,
  moveEntry,
  removeEntry,
  groupFor,
  replaceForm,
  unknownFormIds,
  withoutUnknown,
  stepsOf,
  type Group,
  type Routine,
} from '#core/routine'
import { aForm, aRoutine, aStep } from '../../helpers'

const group = (id: string, ...steps: string[]): Group => ({
  ...groupFor(
    'rounds',
    id,
    'Rounds',
    steps.map((step) => aStep(step, 'f')),
  ),
  rounds: 2,
})
const routine = aRoutine([aStep('a', 'f'), group('g', 'b', 'c'), aStep('d', 'f')])

/** The order in a few letters: a(bc)d */
const shape = ({ entries }: Routine) =>
  entries.map((entry) => (entry.kind === 'step' ? entry.id : `(${entry.steps.map(({ id }) => id).join('')})`)).join('')

describe('moving', () => {
  it.each([
    ['a', 1, '(abc)d'],
    ['b', -1, 'ab(c)d'],
    ['b', 1, 'a(cb)d'],
    ['c', 1, 'a(b)cd'],
    ['d', -1, 'a(bcd)'],
    ['g', 1, 'ad(bc)'],
    ['g', -1, '(bc)ad'],
    ['a', -1, 'a(bc)d'],
    ['d', 1, 'a(bc)d'],
    ['nobody', 1, 'a(bc)d'],
  ] as const)('%s by %d gives %s', (id, direction, expected) => {
    expect(shape(moveEntry(routine, id, direction))).toBe(expected)
  })

  it('never loses or doubles a step, and can be taken back by the opposite move', () => {
    const moves = fc.array(
      fc.tuple(fc.constantFrom('a', 'b', 'c', 'd', 'g'), fc.constantFrom(1 as const, -1 as const)),
      {
        maxLength: 20,
      },
    )
    fc.assert(
      fc.property(moves, (list) => {
        let now = routine
        for (const [id, direction] of list) {
          const next = moveEntry(now, id, direction)
          if (next !== now) {
            const back = moveEntry(next, id, direction === 1 ? -1 : 1)
            expect(shape(back)).toBe(shape(now))
          }
          now = next
        }
        expect(
          stepsOf(now)
            .map(({ id }) => id)
            .sort(),
        ).toEqual(['a', 'b', 'c', 'd'])
      }),
    )
  })
})

describe('changing', () => {
  it('removes a step, alone or in rounds, and whole rounds', () => {
    expect(shape(removeEntry(routine, 'a'))).toBe('(bc)d')
    expect(shape(removeEntry(routine, 'b'))).toBe('a(c)d')
    expect(shape(removeEntry(routine, 'g'))).toBe('ad')
  })
  it('changes one step or group and no other', () => {
    const changed = changeStep(routine, 'c', { count: 9 })
    expect(stepsOf(changed).map(({ count }) => count)).toEqual([4, 4, 9, 4])
    expect(changeGroup(routine, 'g', { rounds: 5 }).entries[1]).toMatchObject({ rounds: 5, name: 'Rounds' })
  })
  it('puts a new step at the end of its part of the arc', () => {
    const arc = aRoutine([
      aStep('l', 'f', { part: 'loosen' }),
      aStep('w', 'f', { part: 'work' }),
      aStep('s', 'f', { part: 'settle' }),
    ])
    expect(shape(insertByPart(arc, aStep('x', 'f', { part: 'work' }), ARC_PARTS))).toBe('lwxs')
    expect(shape(insertByPart(arc, aStep('x', 'f', { part: 'arrive' }), ARC_PARTS))).toBe('xlws')
    expect(shape(insertByPart(arc, aStep('x', 'f', { part: 'gather' }), ARC_PARTS))).toBe('lwxs')
    expect(shape(insertByPart(arc, aStep('x', 'f', { part: 'settle' }), ARC_PARTS))).toBe('lwsx')
  })
})

describe('a routine with forms that are gone', () => {
  it('is done without them: their steps are left out, and a breath lies between pieces instead', () => {
    const routine: Routine = {
      ...aRoutine([aStep('s1', 'here'), aStep('s2', 'gone')]),
      between: { by: 'form', formId: 'gone', count: 1 },
    }
    const without = withoutUnknown(routine, (formId) => formId === 'here')
    expect(stepsOf(without).map(({ off }) => off)).toEqual([false, true])
    expect(without.between).toEqual({ by: 'rest', breaths: 1 })
    expect(withoutUnknown(routine, () => true)).toEqual(routine)
  })
  it('gives another form the place of one that is gone, with its own count and way', () => {
    const gone = { ...aStep('s2', 'gone', { count: 99 }), wayId: 'w', byHand: true, restBreaths: 3, pinned: true }
    const off = { ...aStep('s3', 'gone too'), off: true }
    const routine: Routine = {
      ...aRoutine([aStep('s1', 'here'), gone, group('g', 'b'), off]),
      between: { by: 'form', formId: 'gone', count: 2 },
    }
    expect(unknownFormIds(routine, (formId) => formId === 'here')).toEqual(['gone', 'f'])
    const next = replaceForm(routine, 'gone', aForm({ id: 'here', counts: { least: 1, usual: 6, most: 9, step: 1 } }))
    expect(unknownFormIds(next, (formId) => formId === 'here' || formId === 'f')).toEqual([])
    expect(stepsOf(next)[1]).toEqual({ ...aStep('s2', 'here', { count: 6 }), restBreaths: 3, pinned: true })
    expect(next.between).toEqual({ by: 'form', formId: 'here', count: 2 })
    expect(stepsOf(next)[0]).toEqual(stepsOf(routine)[0])
  })
})
