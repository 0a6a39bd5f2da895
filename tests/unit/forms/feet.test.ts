import { describe, expect, it } from 'vitest'
import { footingOf, STANCES, type Foot } from '#core/forms'
import { CATALOGUE } from '#data'
import { aForm } from '../../helpers'

const mirroredFoot = ({ x, turnedDegrees, ...rest }: Foot) => ({ ...rest, x: -x, turnedDegrees: -turnedDegrees })
const plain = ({ x, turnedDegrees, ...rest }: Foot) => ({ ...rest, x: x + 0, turnedDegrees: turnedDegrees + 0 })

describe('the feet of a form, seen from above', () => {
  it.each(STANCES)('%s: the feet bear the whole body, or something else does', (stance) => {
    const { left, right, on } = footingOf(aForm({ stance }))
    expect(left.bears + right.bears).toBeCloseTo(on === 'feet' ? 1 : 0, 9)
    if (left.lifted || right.lifted) expect(stance).toBe('oneLeg')
  })
  it.each(STANCES)('%s: the left is the right mirrored', (stance) => {
    const form = aForm({ stance, sides: 'oneThenOther', diagonalDegrees: 60 })
    const left = footingOf(form, 'left')
    const right = footingOf(form, 'right')
    expect(plain(left.left)).toEqual(plain(mirroredFoot(right.right)))
    expect(plain(left.right)).toEqual(plain(mirroredFoot(right.left)))
  })
  it('stances widen as their names do', () => {
    const width = (stance: (typeof STANCES)[number]) => {
      const { left, right } = footingOf(aForm({ stance }))
      return right.x - left.x
    }
    const widths = (['tandem', 'together', 'hipWidth', 'shoulderWidth', 'wide'] as const).map(width)
    expect(widths).toEqual([...widths].sort((one, other) => one - other))
    expect(new Set(widths).size).toBe(widths.length)
  })
  it('a diagonal step goes toward two o’clock on the right and ten on the left', () => {
    const form = aForm({ stance: 'diagonalStep', diagonalDegrees: 60, sides: 'alternate' })
    const angle = ({ left, right }: { left: Foot; right: Foot }) =>
      (Math.atan2(right.x - left.x, right.y - left.y) * 180) / Math.PI
    expect(angle(footingOf(form, 'right'))).toBeCloseTo(60, 6)
    expect(footingOf(form, 'left').stepDegrees).toBe(300)
  })
  it('on one leg the side names the leg that moves, or the one that stands', () => {
    const form = aForm({ stance: 'oneLeg', sides: 'oneThenOther' })
    expect(footingOf(form, 'right').right.lifted).toBe(true)
    expect(footingOf({ ...form, sideNames: 'standingLeg' }, 'right').left.lifted).toBe(true)
  })
  it('every move of every form has its footing', () => {
    for (const form of CATALOGUE) {
      for (const index of form.moves.keys()) {
        const { left, right } = footingOf(form, 'left', index)
        for (const each of [left, right]) expect(Object.values(each)).not.toContain(NaN)
      }
    }
  })
})
