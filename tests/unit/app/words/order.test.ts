import { describe, expect, it } from 'vitest'
import { inOrderOfNames } from '~/shared/words/order'

describe('the order of names', () => {
  it('counts as people do, and minds neither capitals nor accents', () => {
    const names = ['Round 11', 'round 2', 'Éclair', 'eclipse', 'Round 1'].map((name) => ({ name }))
    expect(names.sort(inOrderOfNames).map(({ name }) => name)).toEqual([
      'Éclair',
      'eclipse',
      'Round 1',
      'round 2',
      'Round 11',
    ])
  })
})
