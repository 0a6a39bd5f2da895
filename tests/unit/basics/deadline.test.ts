import { describe, expect, it } from 'vitest'
import { patiently, timeChecks, TimeUpError } from '#core/basics'

/** A clock that stands still until it is put on. */
function clock() {
  let ms = 1000
  return { nowMs: () => ms, pass: (by: number) => void (ms += by) }
}

describe('patiently', () => {
  it.each([
    ['is not looked for again where it is found', 100, 'made', 'made', [100]],
    ['is not looked for again where it is refused at once', 49, null, null, [100]],
    ['is looked for once more, with more time, where it was refused for want of it', 50, null, 'made', [100, 600]],
  ] as const)('what is asked for %s', (_, takesMs, first, result, given) => {
    const { nowMs, pass } = clock()
    const asked: number[] = []
    const make = (withinMs: number) => {
      asked.push(withinMs)
      pass(takesMs)
      return asked.length === 1 ? first : 'made'
    }
    expect(patiently(make, { nowMs, withinMs: 100 })).toBe(result)
    expect(asked).toEqual(given)
  })

  it('gives up after the second time', () => {
    const { nowMs, pass } = clock()
    let times = 0
    const make = (withinMs: number) => {
      times += 1
      pass(withinMs)
      return null
    }
    expect(patiently(make, { nowMs, withinMs: 100 })).toBeNull()
    expect(times).toBe(2)
  })
})

describe('timeChecks', () => {
  it('lets a part go on until its share of the time has passed, and no longer', () => {
    const { nowMs, pass } = clock()
    const check = timeChecks({ nowMs, withinMs: 100 })(0.3)
    pass(30)
    expect(check).not.toThrow()
    pass(1)
    expect(check).toThrow(TimeUpError)
  })
})
