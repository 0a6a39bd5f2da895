import { expect, it } from 'vitest'
import { closingSecondsWanted, closingShareOf, keepsClosing } from '#core/routine'

it('the closing is measured against what moves', () => {
  expect(closingShareOf({ movingSeconds: 600, closingSeconds: 180 })).toBe(0.3)
  expect(closingShareOf({ movingSeconds: 0, closingSeconds: 180 })).toBeNull()
})
it('what is wanted is what is missing, and less than nothing where there is more', () => {
  expect(closingSecondsWanted({ movingSeconds: 600, closingSeconds: 100 }, 0.3)).toBe(80)
  expect(closingSecondsWanted({ movingSeconds: 600, closingSeconds: 200 }, 0.3)).toBe(-20)
})
it('is kept from its share on, as far as sums of times can tell', () => {
  expect(keepsClosing({ movingSeconds: 600, closingSeconds: 179.9 }, 0.3)).toBe(false)
  expect(keepsClosing({ movingSeconds: 600, closingSeconds: 180 }, 0.3)).toBe(true)
  expect(keepsClosing({ movingSeconds: 0.1 + 0.2, closingSeconds: 0.09 }, 0.3)).toBe(true)
})
