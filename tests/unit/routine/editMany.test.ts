import { describe, expect, it } from 'vitest'
import {
  duplicate,
  groupFor,
  groupSteps,
  moveBefore,
  setMark,
  splitStep,
  stepsOf,
  ungroup,
  type Routine,
} from '#core/routine'
import { aForm, aRoutine, aStep } from '../../helpers'

const ids = () => {
  let next = 0
  return () => `n${(next += 1)}`
}
const routine = aRoutine([
  aStep('a', 'f'),
  groupFor('rounds', 'g', 'Rounds', [aStep('b', 'f'), aStep('c', 'f')]),
  aStep('d', 'f'),
])
const shape = ({ entries }: Routine) =>
  entries
    .map((entry) =>
      entry.kind === 'step' ? entry.id : `${entry.pattern}(${entry.steps.map(({ id }) => id).join('')})`,
    )
    .join(' ')

describe('pieces of a routine', () => {
  it('are marked, several at once, groups too', () => {
    const marked = setMark(routine, ['a', 'g', 'c'], 'pinned', true)
    expect(
      stepsOf(marked)
        .filter(({ pinned }) => pinned)
        .map(({ id }) => id),
    ).toEqual(['a', 'c'])
    expect(marked.entries[1]!.pinned).toBe(true)
    expect(setMark(marked, ['a', 'g', 'c'], 'pinned', false)).toEqual(routine)
  })
  it('are doubled behind themselves with ids of their own', () => {
    expect(shape(duplicate(routine, ['a', 'c'], ids()))).toBe('a n1 rounds(bcn2) d')
    expect(shape(duplicate(routine, ['g'], ids()))).toBe('a rounds(bc) rounds(n2n3) d')
  })
  it('are split into counts that the form allows and that add up', () => {
    const form = aForm({ id: 'f', counts: { least: 2, usual: 4, most: 12, step: 2 } })
    const nine = aRoutine([aStep('a', 'f', { count: 10 })])
    const counts = (given: Routine) => stepsOf(given).map(({ count }) => count)
    expect(counts(splitStep(nine, 'a', form, ids()))).toEqual([4, 6])
    expect(counts(splitStep(aRoutine([aStep('a', 'f', { count: 2 })]), 'a', form, ids()))).toEqual([2])
    expect(shape(splitStep(routine, 'b', aForm({ id: 'f' }), ids()))).toBe('a rounds(bn1c) d')
  })
  it('are gathered into a pattern where the first stood, and let out again', () => {
    const gathered = groupSteps(routine, ['d', 'a', 'b'], 'link', 'Flow', ids())
    expect(shape(gathered)).toBe('link(ad) rounds(bc)')
    expect(groupSteps(routine, ['b'], 'link', 'Flow', ids())).toBe(routine)
    expect(shape(ungroup(gathered, 'n1'))).toBe('a d rounds(bc)')
  })
  it('are taken before another, into its part, and out of their group', () => {
    const moved = moveBefore(routine, 'd', 'a', 'loosen')
    expect(shape(moved)).toBe('d a rounds(bc)')
    expect(stepsOf(moved)[0]!.part).toBe('loosen')
    expect(shape(moveBefore(routine, 'c', null, null))).toBe('a rounds(b) d c')
    expect(shape(moveBefore(routine, 'g', 'a', 'stand'))).toBe('rounds(bc) a d')
    expect(moveBefore(routine, 'a', 'a', null)).toBe(routine)
    expect(moveBefore(routine, 'nobody', 'a', null)).toBe(routine)
  })
})
