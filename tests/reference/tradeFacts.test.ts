/** Facts of the trade: common practice, no source, unless another is named beside the check. */
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { FIRST_SETTINGS } from '#core/formats'
import { ARC_PARTS, CLOSING_PARTS, USUAL_HOUSE_RULES } from '#core/forms'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE } from '#data'
import { aForm, aPlan, FREE_MOVE } from '../helpers'

const hold = aForm({ counting: { by: 'breathHold' } })
const held = (breaths: number, seconds: number) =>
  compileTimeline(aPlan([{ form: hold, count: breaths }], steadyPace(seconds / 2, seconds / 2))).totalSeconds

describe('common practice, no source', () => {
  it('8 breaths are 32 s at 15 a minute, and 80 s at 6 a minute', () => {
    expect(held(8, 60 / 15)).toBeCloseTo(32, 9)
    expect(held(8, 60 / 6)).toBeCloseTo(80, 9)
  })

  it('10 minutes of moving want at least 3 of closing', () => {
    const timed = { counting: { by: 'time' as const }, moves: FREE_MOVE }
    const moving = aForm({ id: 'moving', part: 'work', ...timed })
    const closing = aForm({ id: 'closing', part: 'settle', ...timed })
    const share = (closingSeconds: number) =>
      totalsOf(
        compileTimeline(
          aPlan([
            { form: moving, count: 600 },
            { form: closing, count: closingSeconds },
          ]),
        ),
      ).closingShare!
    expect(share(180)).toBeCloseTo(USUAL_HOUSE_RULES.closingShare, 9)
    expect(share(179)).toBeLessThan(USUAL_HOUSE_RULES.closingShare)
    expect(CLOSING_PARTS).toEqual(['gather', 'settle'])
  })

  it('the arc has seven parts in this order', () => {
    expect(ARC_PARTS).toEqual(['arrive', 'loosen', 'wake', 'work', 'stand', 'gather', 'settle'])
  })

  it('a shake goes up to 100 counts and more, a gathering has three sweeps, a post begins with 3 minutes', () => {
    const usual = (id: string) => CATALOGUE.find((form) => form.id === id)!.counts.usual
    expect(usual('shake')).toBe(100)
    expect(usual('three-sweeps')).toBe(3)
    expect(usual('post-at-the-heart')).toBe(180)
  })

  it('the classical eight-piece set takes 10 to 12 minutes at the breath that a new person has', () => {
    const pieces = CATALOGUE.filter(({ set }) => set?.name === 'The eight pieces').sort(
      (one, other) => one.set!.place - other.set!.place,
    )
    const plan = aPlan(
      pieces.map((form) => ({ form, count: form.counts.usual })),
      FIRST_SETTINGS.pace,
      USUAL_HOUSE_RULES,
    )
    const minutes = compileTimeline(plan).totalSeconds / 60
    expect(minutes).toBeGreaterThanOrEqual(10)
    expect(minutes).toBeLessThanOrEqual(12)
  })
})

describe('the eight pieces', () => {
  // Order of the modern standard texts of baduanjin, from memory.
  it('stand in their classical order', () => {
    const names = CATALOGUE.filter(({ set }) => set?.name === 'The eight pieces')
      .sort((one, other) => one.set!.place - other.set!.place)
      .map(({ pinyin }) => pinyin.normalize('NFD').replace(/\p{Mark}/gu, ''))
    expect(names).toEqual([
      'liang shou tuo tian li san jiao',
      'zuo you kai gong si she diao',
      'tiao li pi wei xu dan ju',
      'wu lao qi shang wang hou qiao',
      'yao tou bai wei qu xin huo',
      'liang shou pan zu gu shen yao',
      'zan quan nu mu zeng qi li',
      'bei hou qi dian bai bing xiao',
    ])
  })
})
