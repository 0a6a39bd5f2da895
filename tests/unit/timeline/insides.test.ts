import { sum } from 'd3-array'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { partOf, partsOfBeats, partsOfHold } from '#core/timeline/insides'

describe('what a count goes through', () => {
  it('positions of a hold share out all of its breaths, evenly but for what was asked for and the last', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 8 }),
        fc.integer({ min: 1, max: 120 }),
        fc.array(fc.record({ where: fc.constant('none' as const), move: fc.nat(7), more: fc.constantFrom(1, 1, 2) }), {
          maxLength: 4,
        }),
        (positions, breaths, asked) => {
          const changes = asked.filter(({ move }) => move < positions)
          // Whoever asks for more of a position has that many breaths more.
          const all = breaths + sum(changes, ({ more }) => more)
          const parts = partsOfHold(positions, all, changes)
          expect(parts).toHaveLength(positions)
          expect(sum(parts)).toBe(all)
          const plain = parts.map((part, index) => part - sum(changes, (each) => (each.move === index ? each.more : 0)))
          expect(new Set(plain.slice(0, -1)).size).toBeLessThanOrEqual(1)
          if (positions > 1) expect(plain.at(-1)!).toBeGreaterThanOrEqual(plain[0]!)
        },
      ),
    )
  })
  it('words of beats share out all of them in their order and proportion, to a beat', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 400 }),
        (lengths, beats) => {
          const parts = partsOfBeats(lengths, beats)
          expect(sum(parts)).toBe(beats)
          parts.forEach((part, index) => {
            expect(Math.abs(part - (beats * lengths[index]!) / sum(lengths))).toBeLessThanOrEqual(1)
          })
        },
      ),
    )
    expect(partsOfBeats([36, 9], 45)).toEqual([36, 9])
  })
  it('each of a count is in one part, counted from its beginning', () => {
    const parts = [3, 0, 4]
    const placed = [1, 2, 3, 4, 5, 6, 7].map((repetition) => partOf(parts, repetition)!)
    expect(placed.map(({ index }) => index)).toEqual([0, 0, 0, 2, 2, 2, 2])
    expect(placed.map(({ repetition }) => repetition)).toEqual([1, 2, 3, 1, 2, 3, 4])
    expect(partOf(null, 3)).toBeNull()
  })
})
