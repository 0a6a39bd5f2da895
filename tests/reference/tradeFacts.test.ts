/** Facts of the trade: common practice, no source, unless another is named beside the check. */
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { checkRoutine, UNKNOWN_PERSON } from '#core/compose'
import { FIRST_SETTINGS } from '#core/formats'
import { USUAL_HOUSE_RULES, type ArcPart, type HouseRules } from '#core/forms'
import { stepsOf, suggestOrder } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE } from '#data'
import { aForm, aPlan, FREE_MOVE, NO_WAITING } from '../helpers'

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
    const session = (closingSeconds: number, rules: HouseRules) =>
      aPlan(
        [
          { form: moving, count: 600 },
          { form: closing, count: closingSeconds },
        ],
        steadyPace(4, 6),
        rules,
      )
    const rules = { ...NO_WAITING, closingShare: FIRST_SETTINGS.rules.closingShare }
    const found = (closingSeconds: number) =>
      checkRoutine(session(closingSeconds, rules), UNKNOWN_PERSON).map(({ kind }) => kind)
    expect(found(180)).not.toContain('shortClosing')
    expect(found(179)).toContain('shortClosing')
  })

  it('gathering and settling close a session, in a whole routine of the seven parts of the arc', () => {
    const seconds = { arrive: 1, loosen: 2, wake: 4, work: 8, stand: 16, gather: 32, settle: 64 }
    const steps = Object.entries(seconds).map(([part, count]) => ({
      form: aForm({ id: part, part: part as ArcPart, counting: { by: 'time' }, moves: FREE_MOVE }),
      count,
    }))
    const shuffled = [3, 6, 0, 5, 2, 4, 1].map((index) => steps[index]!)
    const plan = aPlan(shuffled)
    expect(totalsOf(compileTimeline(plan))).toMatchObject({ closingSeconds: 96, movingSeconds: 31 })
    const order = stepsOf(suggestOrder(plan.routine, plan.forms).routine).map(({ formId }) => formId)
    expect(order).toEqual(['arrive', 'loosen', 'wake', 'work', 'stand', 'gather', 'settle'])
  })

  it('a shake goes up to 100 counts, a gathering has three sweeps, a post begins with 3 minutes', () => {
    const alone = (id: string) => {
      const form = CATALOGUE.find((each) => each.id === id)!
      const { segments, occurrences } = compileTimeline(aPlan([{ form, count: form.counts.usual }]))
      return {
        done: segments.filter(({ endsRepetition }) => endsRepetition).length,
        seconds: occurrences[0]!.bodySeconds,
      }
    }
    expect(alone('shake').done).toBe(100)
    expect(alone('three-sweeps').done).toBe(3)
    expect(alone('post-at-the-heart').seconds).toBe(180)
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
