import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { directionWords, facingWords, NAMED_DIRECTIONS, readFormWords, writeFormWords } from '#core/forms'
import { aForm } from '../../helpers'

const moveOf = (words: string) =>
  readFormWords(`Step: ${words}, lift in, set down out, x4, shoulder width, work`).fields.moves?.[0]

describe('directions in words', () => {
  it.each([
    [0, 'straight ahead', 'facing ahead'],
    [45, 'to the right corner', 'facing the right corner'],
    [60, "toward 2 o'clock", "facing 2 o'clock"],
    [90, 'to the right', 'facing right'],
    [180, 'straight back', 'facing back'],
    [225, 'to the left corner behind', 'facing the left corner behind'],
    [300, "toward 10 o'clock", "facing 10 o'clock"],
    [40, 'nearly to the right corner', 'facing the right corner'],
    [350, 'nearly straight ahead', 'facing ahead'],
  ])('%i degrees', (degrees, direction, facing) => {
    expect([directionWords(degrees), facingWords(degrees)]).toEqual([direction, facing])
  })
  it('tell every named direction from every other', () => {
    expect(new Set(NAMED_DIRECTIONS.map(directionWords)).size).toBe(16)
    expect(new Set(NAMED_DIRECTIONS.map(facingWords)).size).toBe(16)
  })
  it.each([
    ['to the left corner', 315],
    ['toward the left corner', 315],
    ['straight back', 180],
    ['to the right', 90],
    ["toward 2 o'clock", 60],
    ['toward 50 degrees', 50],
  ])('are read in plain lines: “%s”', (words, degrees) => expect(moveOf(words)?.directionDegrees).toBe(degrees))
  it.each([
    ['facing left', 270],
    ['facing the left', 270],
    ['facing the right corner behind', 135],
    ['facing 9 o’clock', 270],
    ['facing behind', 180],
  ])('so is where one faces: “%s”', (words, degrees) => expect(moveOf(words)?.facingDegrees).toBe(degrees))
  it('come back from plain lines as they were, whatever they are', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: 0, max: 359 }),
        (directionDegrees, facingDegrees) => {
          const form = aForm()
          const moves = form.moves.map((move) => ({ ...move, directionDegrees, facingDegrees }))
          expect(readFormWords(writeFormWords({ ...form, moves })).fields.moves?.[0]).toMatchObject({
            directionDegrees,
            facingDegrees,
          })
        },
      ),
    )
  })
})
