import { expect, it } from 'vitest'
import { createPadPresses, keyInput } from '~/shared/devices/remoteInputs'

const pad = (index: number, ...down: number[]) => ({
  index,
  buttons: Array.from({ length: 4 }, (_, number) => ({ pressed: down.includes(number) })),
})

it('a button of a controller counts when it goes down, not while it is held', () => {
  const presses = createPadPresses()
  expect(presses([pad(0)])).toEqual([])
  expect(presses([pad(0, 1)])).toEqual(['pad:1'])
  expect(presses([pad(0, 1)])).toEqual([])
  expect(presses([pad(0, 1, 3)])).toEqual(['pad:3'])
  expect(presses([pad(0)])).toEqual([])
  expect(presses([pad(0, 1)])).toEqual(['pad:1'])
})
it('two controllers are told apart', () => {
  const presses = createPadPresses()
  expect(presses([pad(0, 2), pad(1)])).toEqual(['pad:2'])
  expect(presses([pad(0, 2), pad(1, 2)])).toEqual(['pad:2'])
})
it('a letter is the same key with and without Shift', () => {
  expect(keyInput({ key: 'L' })).toBe('key:l')
  expect(keyInput({ key: 'PageDown' })).toBe('key:PageDown')
})
