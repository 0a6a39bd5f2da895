import { describe, expect, it } from 'vitest'
import { harmless, unharmed } from '../../../core/tables/sessionsCsv'

describe('a cell of a table', () => {
  it.each([
    '=1+1',
    ' =1+1',
    '\u00A0-2',
    '\u200B@x',
    '\uFEFF+1',
    '\uFF1D1',
    '\uFF20x',
    '\t=1',
    "'quoted",
    '  \u200B =x',
  ])('is marked where a program could take it for a formula, and reads back: %j', (cell) => {
    expect(harmless(cell)).toBe(`'${cell}`)
    expect(unharmed(harmless(cell))).toBe(cell)
  })
  it.each(['plain', '2 - 1', 'ends in a space ', ' begins with one', ''])('stays as it is otherwise: %j', (cell) => {
    expect(harmless(cell)).toBe(cell)
    expect(unharmed(cell)).toBe(cell)
  })
})
