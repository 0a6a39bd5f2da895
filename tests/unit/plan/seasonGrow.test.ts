import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allowedCounts } from '#core/forms'
import type { SessionRecord } from '#core/journal'
import { seasonPlan, seasonSessionOn, type SeasonGoal, type SeasonPlan } from '#core/plan'
import { dayOfWeek, FORMS, laidOn, lived, planOn, requestOf, seasonOf, sessionOn, START, stepOf } from './seasons'

const POST = FORMS.get('post-at-the-heart')!
const goal: SeasonGoal & { kind: 'grow' } = { kind: 'grow', formId: POST.id, from: 180, to: 600 }
const season = seasonOf(goal, 16)
const DAYS = [0, 3, 5]
const all = () => true
const easy = () => ({ exertion: 2 })
const asks = (plan: SeasonPlan) => plan.weeks.map((week) => week.asks)
const upTo = (week: number) =>
  planOn(
    season,
    DAYS,
    lived(season, DAYS, (at) => at < week, easy),
    dayOfWeek(week, 0),
  )

describe('a hold that grows through a season', () => {
  it('comes to its goal by steps of the form, never more than a tenth a week in all, when every week felt easy', () => {
    const plan = planOn(season, DAYS, lived(season, DAYS, all, easy), dayOfWeek(16, 0))
    const seconds = asks(plan) as number[]
    expect(seconds[0]).toBe(180)
    expect(seconds.at(-1)).toBe(600)
    seconds.forEach((count, week) => {
      expect(count).toBeLessThanOrEqual(180 * 1.1 ** week + 1e-6)
      expect(allowedCounts(POST)).toContain(count)
    })
    expect(asks(seasonPlan(requestOf(season, { planned: laidOn(season, DAYS) })))).toEqual(seconds)
    expect(plan).toMatchObject({ reach: 1, missing: [] })
  })

  const week = (felt: Partial<SessionRecord>) =>
    planOn(
      season,
      DAYS,
      lived(
        season,
        DAYS,
        (at) => at <= 3,
        (at) => (at === 3 ? felt : easy()),
      ),
      dayOfWeek(4, 0),
    ).weeks[4]!
  it.each([
    ['goes on after an easy week', { exertion: 3 }, { kind: 'count', formId: POST.id, from: 210, to: 240 }, 240],
    [
      'goes on where the body was said to be easy',
      { after: { energy: null, calm: null, ease: 4 } },
      { kind: 'count', formId: POST.id, from: 210, to: 240 },
      240,
    ],
    ['stays where nobody says that it was easy', {}, { kind: 'stays', why: 'unsaid' }, 210],
    [
      'goes back after a hard week',
      { exertion: 7 },
      { kind: 'back', formId: POST.id, from: 210, to: 180, why: 'hard' },
      180,
    ],
    [
      'goes back after pain where it works',
      { after: { energy: null, calm: null, ease: null, pain: [{ place: 'leftLeg', level: 5 }] } },
      { kind: 'back', formId: POST.id, from: 210, to: 180, why: 'pain' },
      180,
    ],
  ] as const)('%s', (_name, felt, add, count) => {
    expect(week(felt as never)).toMatchObject({ adds: [add], asks: count })
  })
  it('says that it hurt where there is nothing less to go back to', () => {
    const least = seasonOf({ ...goal, from: 60 }, 16)
    const leg = { energy: null, calm: null, ease: null, pain: [{ place: 'leftLeg' as const, level: 5 }] }
    const plan = planOn(
      least,
      DAYS,
      lived(
        least,
        DAYS,
        (at) => at < 1,
        () => ({ after: leg }),
      ),
      dayOfWeek(1, 0),
    )
    expect(plan.weeks[1]).toMatchObject({ adds: [{ kind: 'stays', why: 'pain' }], asks: 60 })
  })
  it('does not go back for pain elsewhere, nor for what hurt as much before', () => {
    const wrist = { energy: null, calm: null, ease: null, pain: [{ place: 'leftWrist' as const, level: 5 }] }
    const leg = { energy: null, calm: null, ease: null, pain: [{ place: 'leftLeg' as const, level: 5 }] }
    expect(week({ exertion: 2, after: wrist }).asks).toBe(240)
    expect(week({ exertion: 2, before: leg, after: leg }).asks).toBe(240)
  })
  it('stays after one hard session among easy ones', () => {
    const felt = (at: number, day: number) => ({ exertion: at === 3 && day === 0 ? 8 : 2 })
    const plan = planOn(
      season,
      DAYS,
      lived(season, DAYS, (at) => at <= 3, felt),
      dayOfWeek(4, 0),
    )
    expect(plan.weeks[4]).toMatchObject({ adds: [{ kind: 'stays', why: 'hard' }], asks: 210 })
  })
  it('stays where fewer than two sessions had it whole, or it was shorter than asked', () => {
    const once = planOn(
      season,
      DAYS,
      lived(season, DAYS, (at, day) => at < 3 || (at === 3 && day === 0), easy),
      dayOfWeek(4, 0),
    )
    expect(once.weeks[4]).toMatchObject({ adds: [{ kind: 'stays', why: 'few' }], asks: 210 })
    const shorter = (count: number, outcome: 'done' | 'cutShort' = 'done') => [
      ...lived(season, DAYS, (at) => at < 3, easy),
      ...DAYS.map((at) => sessionOn(dayOfWeek(3, at), [stepOf(POST, count, outcome)], easy())),
    ]
    const next = (sessions: SessionRecord[]) => planOn(season, DAYS, sessions, dayOfWeek(4, 0)).weeks[4]!
    expect(next(shorter(180)).adds).toEqual([{ kind: 'stays', why: 'few' }])
    expect(next(shorter(210, 'cutShort')).adds).toEqual([{ kind: 'stays', why: 'few' }])
    expect(next(shorter(210)).asks).toBe(240)
  })
  it('waits through one missed week, and goes back once when a second one is missed', () => {
    const missed = (...weeks: number[]) =>
      planOn(
        season,
        DAYS,
        lived(season, DAYS, (at) => at < 6 && !weeks.includes(at), easy),
        dayOfWeek(7, 0),
      )
    const kept = asks(upTo(6))
    expect(asks(missed(4)).slice(0, 6)).toEqual([...kept.slice(0, 5), kept[4]])
    const twice = missed(3, 4, 5)
    expect(twice.weeks[5]).toMatchObject({ adds: [{ kind: 'back', from: 210, to: 150, why: 'gap' }] })
    expect(twice.weeks[6]).toMatchObject({ adds: [], asks: 150 })
  })
  it('counts a week that is all done before it is over', () => {
    const sessions = lived(season, DAYS, (at) => at < 2, easy)
    const steep = seasonOf({ ...goal, from: 300 }, 16)
    const ofSteep = lived(steep, DAYS, (at) => at < 1, easy)
    for (const day of [5, 6]) {
      expect(planOn(season, DAYS, sessions, dayOfWeek(1, day)).weeks[2]!.asks).toBe(210)
      // Once, and not again on its last day.
      expect(planOn(steep, DAYS, ofSteep, dayOfWeek(0, day)).weeks[1]!.asks).toBe(330)
    }
  })
  it('counts it wherever it was done', () => {
    const elsewhere = lived(season, DAYS, (at) => at < 2, easy).map((each) => ({ ...each, routineId: 'other' }))
    const plan = planOn(season, DAYS, elsewhere, dayOfWeek(2, 0))
    expect(plan.weeks.slice(0, 2).map(({ done }) => done)).toEqual([3, 3])
    expect(plan.weeks[2]!.asks).toBe(210)
  })
  it('does not come to more than its form can be done with, and says so', () => {
    const beyond = seasonOf({ ...goal, to: 5000 }, 40)
    const plan = planOn(beyond, DAYS, [], START)
    expect(Math.max(...(asks(plan) as number[]))).toBe(allowedCounts(POST).at(-1))
    expect(plan.outlook).toMatchObject({ missing: [POST.id], weeksMore: null })
    expect(planOn(season, DAYS, [], START, { isPossible: () => false })).toMatchObject({
      forbidden: [POST.id],
      reach: 0,
    })
  })
  it('whatever is done and however it feels, never asks more than a tenth more for each week, nor less than the least', () => {
    const felt = fc.constantFrom<Partial<SessionRecord>>(
      {},
      { exertion: 2 },
      { exertion: 8 },
      { after: { energy: null, calm: null, ease: null, pain: [{ place: 'leftLeg', level: 6 }] } },
    )
    fc.assert(
      fc.property(fc.array(fc.record({ done: fc.boolean(), felt }), { minLength: 48, maxLength: 48 }), (days) => {
        const at = (week: number, day: number) => days[week * 3 + DAYS.indexOf(day)]!
        const sessions = lived(
          season,
          DAYS,
          (week, day) => at(week, day).done,
          (week, day) => at(week, day).felt,
        )
        const seconds = asks(planOn(season, DAYS, sessions, dayOfWeek(16, 0))) as number[]
        seconds.forEach((count, week) => {
          expect(count).toBeLessThanOrEqual(180 * 1.1 ** week + 1e-6)
          expect(allowedCounts(POST)).toContain(count)
          if (week > 0) expect(count - seconds[week - 1]!).toBeLessThanOrEqual(Math.max(30, seconds[week - 1]! * 0.1))
        })
      }),
      { numRuns: 40 },
    )
  })
})

describe('practice for a purpose', () => {
  const evenings = seasonOf({ kind: 'purpose', purpose: 'evening', fromMinutes: 8, toMinutes: 12 }, 8)
  it('lasts longer after weeks of which half came, and no longer than it is to', () => {
    const half = lived(evenings, [0, 1, 2, 3], (_week, at) => at < 2)
    const plan = planOn(evenings, [0, 1, 2, 3], half, dayOfWeek(8, 0))
    expect(asks(plan)).toEqual([8, 8, 9, 10, 11, 12, 12, 12])
    expect(plan.reach).toBe(1)
    const less = lived(evenings, [0, 1, 2, 3], (_week, at) => at < 1)
    expect(planOn(evenings, [0, 1, 2, 3], less, dayOfWeek(8, 0))).toMatchObject({ reach: 0 })
  })
  it('is as long as it is to be that week, and never longer than is laid', () => {
    const asked = requestOf(evenings, { planned: laidOn(evenings, [0]) })
    const minutes = (laid: number | null) => seasonSessionOn(asked, { day: START, minutes: laid })?.minutes
    expect([minutes(5), minutes(30), minutes(null)]).toEqual([5, 8, 8])
  })
  it('does not get longer after a week that was hard', () => {
    const hard = lived(
      evenings,
      [0, 1, 2, 3],
      (week) => week < 3,
      (week) => (week === 2 ? { exertion: 9 } : {}),
    )
    expect(asks(planOn(evenings, [0, 1, 2, 3], hard, dayOfWeek(3, 0))).slice(0, 4)).toEqual([8, 8, 9, 8])
  })
})
