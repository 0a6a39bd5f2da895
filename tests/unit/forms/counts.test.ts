import { describe, expect, it } from 'vitest'
import { allowedCounts, keepsSidesEven, nextCount, sidesInOrder } from '#core/forms'
import { aForm } from '../../helpers'

const counts = { least: 2, usual: 5, most: 8, step: 2 }

describe('allowed counts', () => {
  it('run from least to most in steps, with the usual one among them', () => {
    expect(allowedCounts(counts)).toEqual([2, 4, 5, 6, 8])
  })
  it('step to the next one and stop at the ends', () => {
    expect(nextCount(counts, 4, 1)).toBe(5)
    expect(nextCount(counts, 5, -1)).toBe(4)
    expect(nextCount(counts, 8, 1)).toBe(8)
    expect(nextCount(counts, 2, -1)).toBe(2)
  })
  it('come back into the range from outside it', () => {
    expect(nextCount(counts, 100, -1)).toBe(8)
    expect(nextCount(counts, 1, 1)).toBe(2)
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
