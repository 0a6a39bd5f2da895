import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chanceFrom, normalFrom } from '#core/basics'
import {
  blockLength,
  blockSums,
  changesNeeded,
  falseDiscoveryRates,
  flipChance,
  autocorrelation,
  meanInterval,
} from '#core/evidence'

const numbers = (length: number, seed: number, lasting = 0) => {
  const normal = normalFrom(chanceFrom(seed))
  let last = 0
  return Array.from({ length }, () => (last = lasting * last + normal()))
}

describe('turning signs', () => {
  it('says nothing of nothing, and of changes that are as often up as down', () => {
    expect(flipChance([])).toBe(1)
    expect(flipChance([0, 0, 0])).toBe(1)
    expect(flipChance([1, -1, 2, -2])).toBe(1)
  })
  it('counts all ways exactly: five gains in a row come by chance twice in 32', () => {
    expect(flipChance([1, 1, 1, 1, 1])).toBe(2 / 32)
    expect(flipChance([3, 1, 2, 2, 1, 1])).toBe(2 / 64)
  })
  it('does not depend on order, sign or unit', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -4, max: 4 }), { minLength: 1, maxLength: 12 }), (changes) => {
        const chance = flipChance(changes)
        expect(flipChance([...changes].reverse())).toBe(chance)
        expect(flipChance(changes.map((each) => -each))).toBe(chance)
        expect(flipChance(changes.map((each) => each * 7))).toBe(chance)
      }),
    )
  })
  it('agrees between counting, drawing and the normal curve where one takes the place of the other', () => {
    for (const size of [15, 16, 48, 49]) {
      for (let seed = 1; seed <= 6; seed += 1) {
        const values = numbers(size, seed).map((each) => each + 0.35)
        const z =
          Math.abs(values.reduce((sum, each) => sum + each, 0)) /
          Math.sqrt(values.reduce((sum, each) => sum + each ** 2, 0))
        // The chance of a normal number that far, by its series (Abramowitz and Stegun 7.1.5).
        let sum = 0
        let term = 1
        for (let n = 0; n < 60; n += 1) {
          sum += term / (2 * n + 1)
          term *= -(z * z) / 2 / (n + 1)
        }
        const normal = 1 - (2 / Math.sqrt(2 * Math.PI)) * z * sum
        expect(Math.abs(flipChance(values) - normal)).toBeLessThan(0.05)
      }
    }
  })
})

describe('blocks', () => {
  it('are single values where nothing lasts, and longer the more it does', () => {
    const median = (lasting: number) =>
      Array.from({ length: 41 }, (_, seed) => blockLength(numbers(200, seed, lasting))).sort((a, b) => a - b)[20]!
    expect(median(0)).toBeLessThanOrEqual(2)
    expect(median(0.5)).toBeGreaterThan(median(0))
    expect(median(0.8)).toBeGreaterThan(median(0.5))
    expect(Math.abs(autocorrelation(numbers(4000, 1, 0.5)) - 0.5)).toBeLessThan(0.05)
  })
  it('sum to the whole', () => {
    expect(Array.from(blockSums([1, 2, 3, 4, 5], 2))).toEqual([3, 7, 5])
  })
  it('keep false alarms of lasting values near one in twenty, which single values do not', () => {
    const alarms = (length: (values: number[]) => number) =>
      Array.from({ length: 400 }, (_, seed) => numbers(120, seed + 1, 0.6)).filter(
        (values) => flipChance(blockSums(values, length(values))) <= 0.05,
      ).length / 400
    expect(alarms(() => 1)).toBeGreaterThan(0.15)
    expect(alarms(blockLength)).toBeLessThan(0.11)
  })
})

describe('the interval of a mean', () => {
  it('holds the true mean about 95 times of 100, by drawing and by the normal curve', () => {
    for (const size of [30, 90]) {
      const held = Array.from({ length: 400 }, (_, seed) => meanInterval(numbers(size, seed + 1), 1)!).filter(
        ([low, high]) => low <= 0 && high >= 0,
      )
      expect(held.length / 400).toBeGreaterThan(0.91)
      expect(held.length / 400).toBeLessThan(0.98)
    }
  })
  it('is not told of fewer than two blocks', () => {
    expect(meanInterval([1], 1)).toBeNull()
    expect(meanInterval([1, 2, 3], 3)).toBeNull()
  })
})

describe('many questions', () => {
  it('never make a chance smaller, and keep its order', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 40 }), (chances) => {
        const shares = falseDiscoveryRates(chances)
        chances.forEach((chance, index) => {
          expect(shares[index]).toBeGreaterThanOrEqual(chance - 1e-12)
          expect(shares[index]).toBeLessThanOrEqual(1)
          chances.forEach((other, at) => {
            if (chance < other) expect(shares[index]).toBeLessThanOrEqual(shares[at]!)
          })
        })
      }),
    )
  })
  it('need more sessions to be answered, and so do wider spreads and days that are alike', () => {
    expect(changesNeeded(1.2, 1, 0.025)).toBeLessThan(changesNeeded(1.2, 1, 0.001))
    expect(changesNeeded(1.2, 1, 0.025)).toBeLessThan(changesNeeded(1.8, 1, 0.025))
    expect(changesNeeded(1.2, 1, 0.025)).toBeLessThan(changesNeeded(1.2, 1, 0.025, 0.4))
  })
})
