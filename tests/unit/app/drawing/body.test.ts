import { describe, expect, it } from 'vitest'
import { AREAS } from '#core/forms'
import { PAIN_PLACES } from '#core/journal'
import { BODY_FIELD, bodyParts } from '~/shared/drawing/body'

describe('the drawn body', () => {
  const both = [...bodyParts('front'), ...bodyParts('back')]
  it('has every place where it can hurt, and every area that lies somewhere in the body', () => {
    expect(new Set(both.map(({ place }) => place))).toEqual(new Set(PAIN_PLACES))
    const nowhere = ['breath', 'balance']
    expect(new Set(both.flatMap(({ area }) => area ?? []))).toEqual(
      new Set(AREAS.filter((area) => !nowhere.includes(area))),
    )
  })
  it('faces me: from the front my left is on the right of the drawing, from behind on its left', () => {
    const middleOf = (view: 'front' | 'back', place: string) => {
      const { x, width } = bodyParts(view).find((part) => part.place === place)!
      return x + width / 2
    }
    for (const place of PAIN_PLACES.filter((each) => each.startsWith('left'))) {
      expect(middleOf('front', place)).toBeGreaterThan(BODY_FIELD.width / 2)
      expect(middleOf('back', place)).toBeLessThan(BODY_FIELD.width / 2)
      expect(middleOf('back', place.replace('left', 'right'))).toBe(middleOf('front', place))
    }
  })
  it('lies within its field', () => {
    for (const { x, y, width, height } of both) {
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(0)
      expect(x + width).toBeLessThanOrEqual(BODY_FIELD.width)
      expect(y + height).toBeLessThanOrEqual(BODY_FIELD.height)
    }
  })
})
