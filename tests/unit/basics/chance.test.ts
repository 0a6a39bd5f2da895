import { medianAbsoluteDeviation, median as referenceMedian } from 'simple-statistics'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chanceFrom, deviation, median, normalFrom } from '#core/basics'

describe('chance', () => {
  it('is the same for a seed, and another for another', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, chanceFrom(seed))
    expect(draw(7)).toEqual(draw(7))
    expect(draw(7)).not.toEqual(draw(8))
    for (const each of draw(7)) expect(each >= 0 && each < 1).toBe(true)
  })
  it('begins differently for seeds that are neighbours', () => {
    const tenths = new Set(Array.from({ length: 200 }, (_, seed) => Math.floor(10 * chanceFrom(seed)())))
    expect(tenths.size).toBe(10)
  })
  it('is even, and normal where that is asked for', () => {
    const even = Array.from({ length: 5000 }, chanceFrom(3))
    expect(Math.abs(even.reduce((sum, each) => sum + each, 0) / 5000 - 0.5)).toBeLessThan(0.02)
    const normal = Array.from({ length: 5000 }, normalFrom(chanceFrom(3)))
    expect(Math.abs(median(normal))).toBeLessThan(0.06)
    expect(Math.abs(deviation(normal) - 1)).toBeLessThan(0.06)
  })
})

describe('robust statistics, against simple-statistics', () => {
  it('for any values', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 60 }),
        (values) => {
          expect(median(values)).toBeCloseTo(referenceMedian(values), 6)
          expect(deviation(values)).toBeCloseTo(1.4826 * medianAbsoluteDeviation(values), 5)
        },
      ),
    )
  })
  it('say nothing of nothing', () => expect(median([])).toBeNaN())
})
