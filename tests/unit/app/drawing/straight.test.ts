import { scaleLinear } from 'd3-scale'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { straight } from '~/shared/drawing/straight'

const number = fc.double({ min: -1e4, max: 1e4, noNaN: true })
const span = fc
  .tuple(number, fc.double({ min: 1, max: 1e4, noNaN: true }))
  .map(([from, length]): [number, number] => [from, from + length])

it('is the scale that d3-scale makes of the same spans, both ways', () => {
  fc.assert(
    fc.property(span, span, number, (values, places, value) => {
      const own = straight(values, places)
      const theirs = scaleLinear().domain(values).range(places)
      expect(own(value)).toBeCloseTo(theirs(value), 4)
      expect(own.invert(value)).toBeCloseTo(theirs.invert(value), 4)
    }),
  )
})
