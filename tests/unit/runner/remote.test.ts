import { expect, it } from 'vitest'
import { actionOf, USUAL_REMOTE, usualActionOf, withRule } from '#core/runner'

it('an input does what I mapped it to, else what is usual, else nothing', () => {
  expect(actionOf('key:PageDown', [])).toBe('mySignal')
  expect(actionOf('key:PageDown', [{ input: 'key:PageDown', does: 'oneMore' }])).toBe('oneMore')
  expect(actionOf('key:PageDown', [{ input: 'key:PageDown', does: 'nothing' }])).toBeNull()
  expect(actionOf('key:F9', [])).toBeNull()
})
it('keeps only what differs from the usual', () => {
  const mine = withRule([], { input: 'clap:3', does: 'rest' })
  expect(mine).toEqual([{ input: 'clap:3', does: 'rest' }])
  expect(withRule(mine, { input: 'clap:3', does: 'slower' })).toEqual([{ input: 'clap:3', does: 'slower' }])
  expect(withRule(mine, { input: 'clap:3', does: 'oneMore' })).toEqual([])
})
it('tells what an input usually does, and null for one that usually does nothing', () => {
  for (const { input, does } of USUAL_REMOTE) expect(usualActionOf(input)).toBe(does)
  expect(usualActionOf('key:F9')).toBeNull()
})
it('no input is mapped twice', () => {
  const inputs = USUAL_REMOTE.map(({ input }) => input)
  expect(new Set(inputs).size).toBe(inputs.length)
})
