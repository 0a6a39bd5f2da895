/**
 * Type sizes for a viewing distance, against the published sizes that they rest on: ISO/IEC 7810 for the card, CSS Values and Units for
 * the reference pixel, ISO 9241-303 for the angle (figures from memory), and the optician's rule that one minute of arc at six metres is
 * 1.75 mm (a 6/6 letter of five minutes is 8.73 mm, ISO 8596, from memory).
 */
import {
  ASSUMED_PIXELS_PER_MILLIMETRE,
  CARD_MILLIMETRES,
  LEAST_ARC_MINUTES,
  arcMinutesOf,
  characterMillimetres,
  fontPixels,
  pixelsPerMillimetre,
} from '#core/basics'
import { describe, expect, it } from 'vitest'

describe('the height of letters', () => {
  it('agrees with the letters of an eye chart: five minutes of arc at six metres are 8.73 mm', () => {
    expect(characterMillimetres(6, 5)).toBeCloseTo(8.73, 2)
  })
  it('is at least 20 minutes of arc: 17.5 mm at three metres, 23.3 mm at four', () => {
    expect(LEAST_ARC_MINUTES).toBeGreaterThanOrEqual(20)
    expect(characterMillimetres(3)).toBeCloseTo(17.45, 2)
    expect(characterMillimetres(4)).toBeCloseTo(23.27, 2)
    expect(arcMinutesOf(characterMillimetres(4), 4)).toBeCloseTo(20, 9)
  })
})

describe('the screen', () => {
  it('is measured by an ID-1 card of 85.60 by 53.98 mm', () => {
    expect(CARD_MILLIMETRES).toEqual({ width: 85.6, height: 53.98 })
    expect(pixelsPerMillimetre(342.4)).toBeCloseTo(4, 9)
  })
  it('is taken for 96 pixels an inch until then', () => {
    expect(ASSUMED_PIXELS_PER_MILLIMETRE * 25.4).toBeCloseTo(96, 9)
    expect(pixelsPerMillimetre(null)).toBe(ASSUMED_PIXELS_PER_MILLIMETRE)
  })
  it('shows capitals of the wanted height', () => {
    // 23.27 mm at 4 pixels a millimetre are 93.1 pixels; capitals of two thirds make it 139.6 pixels of type.
    expect(fontPixels(4, 342.4, 2 / 3)).toBeCloseTo(139.6, 1)
  })
})
