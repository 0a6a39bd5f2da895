import { describe, expect, it, vi } from 'vitest'
import { memoByKey, memoByObject } from '#core/basics'

describe('memoByObject', () => {
  it('computes once for the same object and arguments', () => {
    const compute = vi.fn((list: readonly number[], factor: number) => list.map((each) => each * factor))
    const scaled = memoByObject(compute)
    const list = [1, 2]
    expect(scaled(list, 3)).toBe(scaled(list, 3))
    expect(compute).toHaveBeenCalledTimes(1)
  })

  it('computes anew for another object or another argument', () => {
    const scaled = memoByObject((list: readonly number[], factor: number) => list.map((each) => each * factor))
    const list = [1, 2]
    expect(scaled(list, 3)).toEqual([3, 6])
    expect(scaled(list, 4)).toEqual([4, 8])
    expect(scaled([5], 4)).toEqual([20])
    expect(scaled(list, 3)).toEqual([3, 6])
  })
})

describe('memoByKey', () => {
  it('computes once for each key, undefined results too', () => {
    const compute = vi.fn((key: string) => (key === 'none' ? undefined : key.length))
    const lengthOf = memoByKey(compute, 10)
    expect(['none', 'four', 'none', 'four'].map(lengthOf)).toEqual([undefined, 4, undefined, 4])
    expect(compute).toHaveBeenCalledTimes(2)
  })

  it('forgets all keys when there are more than it keeps', () => {
    const compute = vi.fn((key: number) => key * 2)
    const twice = memoByKey(compute, 2)
    expect([1, 2, 3, 3, 1].map(twice)).toEqual([2, 4, 6, 6, 2])
    expect(compute.mock.calls.flat()).toEqual([1, 2, 3, 1])
  })
})
