import { permutationTest } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { changesNeeded, falseDiscoveryRates, flipChance, normalQuantile, twoSided } from '#core/evidence'

/**
 * Darwin's fifteen pairs of crossed and self-fertilised maize, differences in eighths of an inch; Fisher, The Design of Experiments (1935), counts
 * 863 of the 32768 ways of turning their signs that add up to as much or more, to one side. Figures from memory.
 */
const MAIZE = [49, -67, 8, 16, 6, 23, 28, 41, 14, 29, 56, 24, 75, 60, -48]

describe('the randomisation of signs', () => {
  it('of Fisher’s worked example lies at 1726 of 32768 for both sides', () => {
    expect(MAIZE.reduce((sum, each) => sum + each, 0)).toBe(314)
    expect(flipChance(MAIZE)).toBe(1726 / 32768)
  })
  it('agrees with the permutation of two samples of a general library (simple-statistics) where one sample is the other turned', () => {
    // Permuting values among x and -x turns their signs but for which are turned together: near, not the same.
    const values = [0.3, 1.1, -0.4, 0.8, 0.9, 0.2, 1.4, -0.1, 0.6, 0.7, -0.3, 0.5]
    const theirs = permutationTest(
      values,
      values.map((value) => -value),
      'two_side',
      4000,
      seeded(7),
    )
    expect(Math.abs(flipChance(values) - theirs)).toBeLessThan(0.02)
  })
})

function seeded(seed: number): () => number {
  let state = seed
  return () => (state = (state * 16807) % 2147483647) / 2147483647
}

describe('many questions', () => {
  it('are judged as in the worked example of Benjamini and Hochberg (1995), fifteen chances of which four stand; from memory', () => {
    const chances = [
      0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528, 0.759, 1,
    ]
    const stands = falseDiscoveryRates(chances).filter((share) => share <= 0.05)
    expect(stands).toHaveLength(4)
    expect(chances.filter((chance) => chance <= 0.05 / 15)).toHaveLength(3)
  })
})

describe('the normal curve', () => {
  it.each([
    // Tables of any handbook.
    [1.959964, 0.05],
    [2.575829, 0.01],
    [3.290527, 0.001],
  ])('beyond %f on either side is %f', (z, chance) => {
    expect(Math.abs(twoSided(z) - chance)).toBeLessThan(2e-6)
    expect(Math.abs(normalQuantile(1 - chance / 2) - z)).toBeLessThan(1e-4)
  })
  it('needs 32 changes for half a spread at 5% and 80%, as Cohen’s tables (1988) do within two; from memory', () => {
    // (1.96 + 0.8416)² / 0.25 = 31.4; Cohen's t tables give 34.
    expect(changesNeeded(1, 0.5, 0.05)).toBe(34)
  })
})
