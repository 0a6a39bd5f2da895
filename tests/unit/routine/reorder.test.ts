import { expect, it } from 'vitest'
import { groupFor, withGroupSteps, withTopLevel } from '#core/routine'
import { aStep } from '../../helpers'

const [a, b, c] = ['a', 'b', 'c'].map((id) => aStep(id, 'a-form'))
const group = groupFor('rounds', 'g', 'Rounds', [b!])
const entries = [a!, group, c!]
const told = (list: readonly { id: string }[]) => list.map(({ id }) => id)

it('a step dragged into a group leaves the top level, whichever list is told first', () => {
  const first = withTopLevel(withGroupSteps(entries, 'g', [b!, c!]), [a!, group])
  const second = withGroupSteps(withTopLevel(entries, [a!, group]), 'g', [b!, c!])
  expect(first).toEqual(second)
  expect(told(first)).toEqual(['a', 'g'])
  expect(first[1]).toMatchObject({ steps: [{ id: 'b' }, { id: 'c' }] })
})
it('a step dragged out of a group comes to the top level', () => {
  const next = withTopLevel(withGroupSteps(entries, 'g', []), [a!, b!, group, c!])
  expect(told(next)).toEqual(['a', 'b', 'g', 'c'])
  expect(next[2]).toMatchObject({ steps: [] })
})
it('a group does not go into a group', () => {
  const other = groupFor('rounds', 'h', 'More', [])
  expect(withGroupSteps(entries, 'g', [b!, other])[1]).toMatchObject({ steps: [{ id: 'b' }] })
})
