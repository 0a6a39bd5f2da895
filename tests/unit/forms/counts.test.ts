import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allowedCounts, keepsSidesEven, nearestAllowed, nextCount, sidesInOrder, usualCount } from '#core/forms'
import { aForm } from '../../helpers'

const counts = { least: 2, usual: 5, most: 8, step: 2 }
const form = aForm({ counts })
const inAll = aForm({ counts: { least: 1, usual: 5, most: 9, step: 1 }, sides: 'alternate', countScope: 'inAll' })

describe('allowed counts', () => {
  it('run from least to most in steps, with the usual one among them', () => {
    expect(allowedCounts(form)).toEqual([2, 4, 5, 6, 8])
  })
  it('leave the sides even, wherever that can be', () => {
    expect(allowedCounts(inAll)).toEqual([2, 4, 6, 8])
    expect(allowedCounts({ ...inAll, countScope: 'perSide' })).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9])
    expect(allowedCounts({ ...inAll, counts: { least: 3, usual: 3, most: 3, step: 1 } })).toEqual([3])
  })
  it('step to the next one and stop at the ends', () => {
    expect(nextCount(form, 4, 1)).toBe(5)
    expect(nextCount(form, 5, -1)).toBe(4)
    expect(nextCount(form, 8, 1)).toBe(8)
    expect(nextCount(form, 2, -1)).toBe(2)
  })
  it('step from even to even where a count is meant in all', () => {
    expect(nextCount(inAll, 4, 1)).toBe(6)
    expect(nextCount(inAll, 5, -1)).toBe(4)
  })
  it('come back into the range from outside it', () => {
    expect(nextCount(form, 100, -1)).toBe(8)
    expect(nextCount(form, 1, 1)).toBe(2)
  })
  it('have the usual one, or its nearest neighbour where it would leave the sides uneven', () => {
    expect(usualCount(form)).toBe(5)
    expect(usualCount(inAll)).toBe(4)
  })
  it('have one nearest to any number, and of two as near the lesser', () => {
    expect(nearestAllowed(form, 7)).toBe(6)
    expect(nearestAllowed(form, 100)).toBe(8)
    expect(nearestAllowed(form, 0)).toBe(2)
    expect(nearestAllowed(inAll, 8)).toBe(8)
  })
  it('never step to a count that leaves the sides uneven, for any form', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 0, max: 20 }),
        fc.constantFrom(1, -1),
        (from, reach, way) => {
          const any = { ...inAll, counts: { least: from, usual: from, most: from + reach + 1, step: 1 } }
          const next = nextCount(any, from, way as 1 | -1)
          expect(keepsSidesEven(any, next) || next === from).toBe(true)
        },
      ),
    )
  })
})

describe('sides', () => {
  it('are even unless an odd count is meant in all', () => {
    const alternate = aForm({ sides: 'alternate', countScope: 'inAll' })
    expect(keepsSidesEven(alternate, 4)).toBe(true)
    expect(keepsSidesEven(alternate, 5)).toBe(false)
    expect(keepsSidesEven({ ...alternate, countScope: 'perSide' }, 5)).toBe(true)
    expect(keepsSidesEven({ ...alternate, sides: 'none' }, 5)).toBe(true)
    expect(keepsSidesEven({ ...alternate, counting: { by: 'time' } }, 45)).toBe(true)
  })
  it('are taken in the order that was chosen', () => {
    expect(sidesInOrder('oneThenOther', 'right')).toEqual(['right', 'left'])
    expect(sidesInOrder('bothDirections', 'right')).toEqual(['oneWay', 'otherWay'])
    expect(sidesInOrder('none', 'left')).toEqual(['none'])
  })
})
