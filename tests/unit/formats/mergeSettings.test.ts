import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FIRST_SETTINGS, merged } from '#core/formats'

const quiet = { ...FIRST_SETTINGS, sound: { ...FIRST_SETTINGS.sound, quiet: true } }
const silent = { ...FIRST_SETTINGS, sound: { ...FIRST_SETTINGS.sound, silent: true }, dayEndsAtHour: 1 }

describe('settings changed in two places', () => {
  it('keep both changes, however deep their fields stand', () => {
    const both = { ...FIRST_SETTINGS, sound: { ...FIRST_SETTINGS.sound, quiet: true, silent: true }, dayEndsAtHour: 1 }
    expect(merged(quiet, FIRST_SETTINGS, silent)).toEqual(both)
    expect(merged(silent, FIRST_SETTINGS, quiet)).toEqual(both)
  })
  it('of the same field keep what was changed last; a list is taken whole', () => {
    const [mine, theirs] = [1, 2].map((dayEndsAtHour) => ({ ...FIRST_SETTINGS, dayEndsAtHour }))
    expect(merged(theirs!, FIRST_SETTINGS, mine!).dayEndsAtHour).toBe(1)
    const balance = { ...FIRST_SETTINGS, conditions: ['poorBalance' as const] }
    const pressure = { ...FIRST_SETTINGS, conditions: ['highBloodPressure' as const] }
    expect(merged(balance, FIRST_SETTINGS, pressure).conditions).toEqual(['highBloodPressure'])
  })
  it('are what stands there when nothing was changed, and the change when nothing else was', () => {
    const trees = fc.letrec((tie) => ({
      tree: fc.record({ a: fc.integer(), b: fc.oneof(fc.string(), fc.array(fc.integer())), c: fc.constant(null) }),
      all: fc.record({ one: tie('tree'), other: tie('tree') }),
    })).all
    fc.assert(
      fc.property(trees, trees, (one, other) => {
        expect(merged(one, other, other)).toEqual(one)
        expect(merged(other, other, one)).toEqual(one)
      }),
    )
  })
})
