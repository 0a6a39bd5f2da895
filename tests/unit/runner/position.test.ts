import { describe, expect, it } from 'vitest'
import { positionSecondsAt, readyRunner, reduce, tick } from '#core/runner'
import { aForm, aPlan, FREE_MOVE } from '../../helpers'

const T0 = 1_000_000
const begin = (plan = aPlan([{ form: aForm(), count: 2 }])) => reduce(readyRunner(plan), 'start', T0)

describe('where a session stands between two ticks', () => {
  it('goes on with the clock, to the end and no further', () => {
    const state = tick(begin(), T0 + 5_000)
    expect(positionSecondsAt(state, T0 + 5_000)).toBe(5)
    expect(positionSecondsAt(state, T0 + 5_450)).toBeCloseTo(5.45, 9)
    expect(positionSecondsAt(state, T0 + 90_000)).toBe(20)
    expect(positionSecondsAt(state, T0)).toBe(5)
  })
  it('stands while it is paused, or before it begins', () => {
    const paused = reduce(begin(), 'pause', T0 + 3_000)
    expect(positionSecondsAt(paused, T0 + 9_000)).toBe(3)
    expect(positionSecondsAt(readyRunner(aPlan([{ form: aForm(), count: 2 }])), T0)).toBe(0)
  })
  it('does not run ahead of what may be waited for: my signal, or enough of an open form', () => {
    const led = tick(reduce(begin(), 'leadMe', T0), T0 + 1_000)
    expect(positionSecondsAt(led, T0 + 30_000)).toBeCloseTo(4, 5)
    expect(positionSecondsAt(led, T0 + 30_000)).toBeLessThan(4)
    const open = begin(aPlan([{ form: aForm({ counting: { by: 'open' }, moves: FREE_MOVE }), count: 10 }]))
    expect(positionSecondsAt(open, T0 + 30_000)).toBeLessThan(10)
    const waiting = tick(open, T0 + 30_000)
    expect(positionSecondsAt(waiting, T0 + 31_000)).toBe(waiting.positionSeconds)
  })
})
