import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { SessionRecord } from '#core/journal'
import type { LearningStage } from '#core/forms'
import type { SeasonGoal, SeasonPlan } from '#core/plan'
import { learnedInSeason, seasonPlan, seasonSessionOn } from '#core/plan'
import {
  asAsked,
  dayOfWeek,
  EIGHT,
  FORMS,
  laidOn,
  lived,
  planOn,
  requestOf,
  seasonOf,
  sessionOn,
  START,
  stepOf,
} from './seasons'

const FOUR = [0, 2, 4, 5]
const goal = (change: Partial<SeasonGoal & { kind: 'learn' }> = {}): SeasonGoal => ({
  kind: 'learn',
  formIds: EIGHT,
  stage: 'fromMemory',
  ...change,
})
const season = seasonOf(goal(), 10)
/** In which week each form begins, by its place. */
const begins = (plan: SeasonPlan) =>
  plan.weeks.flatMap(({ at, when, adds, came }) =>
    (when === 'past' ? came : adds).flatMap((add) =>
      add.kind === 'begins' ? [`${EIGHT.indexOf(add.formId) + 1} in ${at + 1}`] : [],
    ),
  )
const all = () => true

describe('the eight pieces in ten weeks', () => {
  it('begin one after the other, a week each, and are all there before the end', () => {
    const plan = seasonPlan(requestOf(season))
    expect(begins(plan)).toHaveLength(8)
    expect(new Set(begins(plan).map((each) => each.split(' in ')[1])).size).toBe(8)
    expect(plan.outlook).toEqual({ reach: 1, missing: [], weeksMore: null })
    expect(plan.weeks[0]!.adds).toEqual([
      { kind: 'begins', formId: EIGHT[0] },
      { kind: 'stage', formId: EIGHT[0], stage: 'whole' },
    ])
  })

  it('are lived as planned when all of it is done, and nothing has moved', () => {
    const sessions = lived(season, FOUR, all)
    const before = seasonPlan(requestOf(season))
    const after = planOn(season, FOUR, sessions, dayOfWeek(10, 0))
    expect(after).toMatchObject({ when: 'over', reach: 1, missing: [], asLately: null })
    expect(begins(after)).toEqual(begins(before))
    for (const { done, days } of after.weeks) expect(done).toBe(days.length)
    expect(planOn(season, FOUR, sessions, dayOfWeek(4, 0)).moved).toEqual([])
  })

  it('change after a week that was missed: what it was to begin moves on, and nothing is crammed', () => {
    const sessions = lived(season, FOUR, (week) => week !== 2)
    const was = planOn(season, FOUR, sessions, dayOfWeek(2, 0))
    const is = planOn(season, FOUR, sessions, dayOfWeek(3, 0))
    expect(was.weeks[2]!.adds).toContainEqual({ kind: 'begins', formId: EIGHT[2] })
    expect(is.weeks[2]).toMatchObject({ when: 'past', done: 0, came: [] })
    expect(is.weeks[3]!.adds).toContainEqual({ kind: 'begins', formId: EIGHT[2] })
    expect(is.moved[0]).toEqual({ formId: EIGHT[2], from: 2, to: 3 })
    for (const { adds } of is.weeks.slice(3))
      expect(adds.filter(({ kind }) => kind === 'begins').length).toBeLessThanOrEqual(1)
    expect(is.outlook.missing).toEqual([])
    // Two weeks more of that, and the last piece does not fit.
    const thrice = lived(season, FOUR, (week) => week < 2 || week > 4)
    const then = planOn(season, FOUR, thrice, dayOfWeek(5, 0))
    expect(then.outlook.weeksMore).toBeNull()
    expect(then.weeks.slice(5).some(({ adds }) => adds.filter(({ kind }) => kind === 'begins').length === 2)).toBe(true)
  })

  it('are first led as a whole movement without the breath, for a week', () => {
    const sessions = lived(season, [0, 1, 2, 3, 4, 5, 6], all)
    for (let at = 0; at <= 7; at += 1) {
      const day = dayOfWeek(0, at)
      const known = { planned: laidOn(season, [0, 1, 2, 3, 4, 5, 6]), today: day }
      const asked = requestOf(season, { ...known, sessions: sessions.filter((each) => each.startedAt < day) })
      const first = seasonSessionOn(asked, { day, minutes: 15 })
      const task = first?.kind === 'learn' ? first.tasks.find(({ formId }) => formId === EIGHT[0]) : undefined
      expect(task?.stage).toBe(at === 0 ? 'watch' : at === 1 ? 'slow' : 'whole')
    }
  })
})

describe('a season of learning', () => {
  it('says what does not fit, and that so many weeks more would do, which then they do', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 7 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom('withBreath' as const, 'fromMemory' as const, 'linked' as const),
        (days, weeks, stage) => {
          const short = seasonOf(goal({ stage }), weeks)
          const { outlook } = planOn(short, days, [], START)
          if (outlook.missing.length === 0) return
          if (outlook.weeksMore === null) return
          const longer = seasonOf(goal({ stage }), weeks + outlook.weeksMore)
          expect(planOn(longer, days, [], START).outlook.missing).toEqual([])
          const less = seasonOf(goal({ stage }), weeks + outlook.weeksMore - 1)
          expect(planOn(less, days, [], START).outlook.missing).not.toEqual([])
        },
      ),
      { numRuns: 60 },
    )
  })

  it('lived by what it asks comes as far as it said on the first day, whatever its days', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 7 }),
        fc.integer({ min: 2, max: 10 }),
        (days, weeks) => {
          const any = seasonOf(goal(), weeks)
          const inOrder = [...days].sort()
          const said = planOn(any, inOrder, [], START).outlook.reach
          const came = planOn(any, inOrder, lived(any, inOrder, all), dayOfWeek(weeks, 0)).reach
          expect(came).toBeCloseTo(said, 9)
        },
      ),
      { numRuns: 30 },
    )
  })

  it('never begins a form in a week in which there are not two sessions for each, nor one before the other goes as a whole', () => {
    const short = seasonOf(goal({ stage: 'withBreath' }), 3)
    const sessions = lived(short, [0, 2, 4], all)
    const plan = planOn(short, [0, 2, 4], sessions, dayOfWeek(3, 0))
    for (const { came } of plan.weeks)
      expect(came.filter(({ kind }) => kind === 'begins').length).toBeLessThanOrEqual(1)
    const one = planOn(short, [0, 2, 4], sessions.slice(0, 1), dayOfWeek(0, 2))
    const asked = requestOf(short, { planned: laidOn(short, [0, 2, 4]), sessions: sessions.slice(0, 1) })
    expect(seasonSessionOn(asked, { day: dayOfWeek(0, 2), minutes: 15 })).toMatchObject({
      tasks: [{ formId: EIGHT[0], stage: 'slow' }],
    })
    expect(one.weeks[0]!.done).toBe(1)
  })

  it('begins a second form of a week only once the first goes as a whole, where the weeks are few', () => {
    const short = seasonOf(goal({ stage: 'withBreath' }), 3)
    const new1 = (at: number) => {
      const sessions = lived(short, FOUR, (week, day) => week === 0 && day < at)
      const asked = requestOf(short, { planned: laidOn(short, FOUR), sessions, today: dayOfWeek(0, at) })
      const session = seasonSessionOn(asked, { day: dayOfWeek(0, at), minutes: 15 })
      return session?.kind === 'learn' ? session.tasks.map(({ formId }) => EIGHT.indexOf(formId)) : []
    }
    expect(FOUR.map(new1)).toEqual([[0], [0], [1, 0], [1, 0]])
  })

  it('tells which forms are for later: those that are not begun, but for the one that begins in this session', () => {
    const laterOn = (sessions: SessionRecord[], day: string) => {
      const session = seasonSessionOn(requestOf(season, { planned: laidOn(season, FOUR), sessions, today: day }), {
        day,
        minutes: 15,
      })
      return session?.kind === 'learn' ? session.later : []
    }
    expect(laterOn([], START)).toEqual(EIGHT.slice(1))
    expect(
      laterOn(
        lived(season, FOUR, (week) => week === 0),
        dayOfWeek(1, 0),
      ),
    ).toEqual(EIGHT.slice(2))
  })

  it('reckons a day that was practised on once', () => {
    const TWO = [0, 3]
    const sessions = lived(season, TWO, (week, at) => week === 0 && at === 0)
    const day = planOn(season, TWO, sessions, START)
    expect(day.weeks[0]!.reach).toBeCloseTo(planOn(season, TWO, [], START).weeks[0]!.reach, 9)
    expect(day.weeks[0]!.done).toBe(1)
  })

  it('has a session for whoever wants one in a week for which nothing is laid', () => {
    const asked = requestOf(season, { planned: [] })
    expect(seasonSessionOn(asked, { day: START, minutes: 15 })).toMatchObject({
      tasks: [{ formId: EIGHT[0], stage: 'watch' }],
    })
  })

  it('tells how it goes when as much is done as in the last weeks', () => {
    const half = lived(season, FOUR, (_week, at) => at < 3)
    const plan = planOn(season, FOUR, half, dayOfWeek(4, 0))
    expect(plan.asLately).toMatchObject({ done: 6, laid: 12 })
    expect(plan.asLately!.missing.length).toBeGreaterThan(plan.outlook.missing.length)
    expect(planOn(season, FOUR, lived(season, FOUR, all), dayOfWeek(4, 0)).asLately).toBeNull()
  })

  it('has nothing asked in a pause, and goes on after it', () => {
    const pause = {
      id: 'p',
      kind: 'pause' as const,
      day: dayOfWeek(1, 0),
      lastDay: dayOfWeek(1, 6),
      why: 'illness' as const,
    }
    const plan = planOn(season, FOUR, [], START, { planned: [...laidOn(season, FOUR), pause] })
    expect(plan.weeks[1]).toMatchObject({ isPaused: true, days: [], adds: [] })
    expect(plan.weeks[2]!.adds).toContainEqual({ kind: 'begins', formId: EIGHT[1] })
  })

  it('knows what was practised before, what was noted, and what conditions forbid', () => {
    const before = [1, 2, 3, 4].map((ago) =>
      sessionOn(dayOfWeek(-ago, 0), [stepOf(FORMS.get(EIGHT[2]!)!, 3)], { routineId: 'other' }),
    )
    const stages = [{ id: 'x', formId: EIGHT[0]!, stage: 'fromMemory' as const, day: dayOfWeek(-3, 0) }]
    const isPossible = (formId: string) => formId !== EIGHT[7]
    const plan = planOn(season, FOUR, before, START, { stages, isPossible })
    expect(plan.forbidden).toEqual([EIGHT[7]])
    expect(plan.missing).toEqual([1, 2, 3, 4, 5, 6].map((at) => EIGHT[at]))
    expect(begins(plan).map((each) => each.split(' ')[0])).toEqual(['2', '4', '5', '6', '7'])
    // Three days of practice are no knowing yet.
    expect(begins(planOn(season, FOUR, before.slice(1), START)).map((each) => each.split(' ')[0])).toContain('3')
  })

  it('spreads a few forms over many weeks', () => {
    const few = seasonOf(goal({ formIds: EIGHT.slice(0, 2) }), 12)
    const weeks = begins(planOn(few, FOUR, [], START)).map((each) => Number(each.split(' in ')[1]))
    expect(weeks[0]).toBe(1)
    expect(weeks[1]!).toBeGreaterThanOrEqual(5)
  })

  it('asks no more of a session than its minutes have room for, what is new before all else', () => {
    const sessions = lived(season, FOUR, all).filter(({ startedAt }) => startedAt < dayOfWeek(5, 0))
    const asked = requestOf(season, { sessions, planned: laidOn(season, FOUR), today: dayOfWeek(5, 0) })
    const tasks = (minutes: number) => {
      const session = seasonSessionOn(asked, { day: dayOfWeek(5, 0), minutes })
      return session?.kind === 'learn' ? session.tasks : []
    }
    expect(tasks(3)).toHaveLength(1)
    expect(tasks(30).length).toBeGreaterThan(tasks(9).length)
    expect(tasks(15)[0]).toEqual({ formId: EIGHT[5], stage: 'watch' })
    expect(seasonSessionOn(asked, { day: dayOfWeek(10, 0), minutes: 15 })).toBeNull()
    expect(seasonSessionOn(asked, { day: dayOfWeek(-1, 6), minutes: 15 })).toBeNull()
  })
})

describe('what is noted of learning while a season is lived', () => {
  it('is what the plan reads off the practice itself, whatever its days, and though a form was done once long ago', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 7 }),
        fc.array(fc.boolean(), { minLength: 28, maxLength: 28 }),
        (days, isDone) => {
          const inOrder = [...days].sort()
          const short = seasonOf(goal(), 4)
          const stray = sessionOn(dayOfWeek(-30, 0), [stepOf(FORMS.get(EIGHT[0]!)!, 3)], { routineId: 'other' })
          const known = [stray]
          const stages: { id: string; formId: string; stage: LearningStage; day: string }[] = []
          for (let at = 0; at < 28; at += 1) {
            if (!inOrder.includes(at % 7) || !isDone[at]) continue
            const day = dayOfWeek(0, at)
            const about = { planned: laidOn(short, inOrder), sessions: known, today: day }
            const session = asAsked(requestOf(short, about), day)
            expect(asAsked(requestOf(short, { ...about, stages }), day).done).toEqual(session.done)
            known.push(session)
            const request = { season: short, sessions: known, stages, forms: FORMS, isPossible: () => true }
            for (const moved of learnedInSeason({ ...request, dayEndsAtHour: 3 }, session, day))
              stages.push({ id: `${moved.formId}-${day}`, ...moved, day })
          }
          const seen = (noted: typeof stages) => planOn(short, inOrder, known, dayOfWeek(4, 0), { stages: noted })
          expect(seen(stages).reach).toBeCloseTo(seen([]).reach, 9)
        },
      ),
      { numRuns: 40 },
    )
  })
})

describe('what a session of a season moves on', () => {
  const first = asAsked(requestOf(season), START)
  const learned = (session = first, stages: Parameters<typeof learnedInSeason>[0]['stages'] = [], known = [session]) =>
    learnedInSeason(
      { season, sessions: known, stages, forms: FORMS, isPossible: () => true, dayEndsAtHour: 3 },
      session,
      session.startedAt.slice(0, 10),
    )

  it('is a form that was watched, and next goes slowly', () => {
    expect(learned()).toEqual([{ formId: EIGHT[0], stage: 'slow' }])
  })
  it('is nothing where it was left before half of it, of another routine, skipped, or noted today already', () => {
    expect(learned({ ...first, practisedSeconds: 449 })).toEqual([])
    expect(learned({ ...first, routineId: 'other' })).toEqual([])
    expect(learned({ ...first, done: [stepOf(FORMS.get(EIGHT[0]!)!, 3, 'skipped')] })).toEqual([])
    expect(learned(first, [{ id: 'n', formId: EIGHT[0]!, stage: 'watch', day: START }])).toEqual([])
  })
  it('is nothing where it had to be looked up, once it is to go with the breath', () => {
    const stages = [{ id: 'n', formId: EIGHT[0]!, stage: 'withBreath' as const, day: dayOfWeek(-1, 0) }]
    const days = [0, 1, 2].map((at) => sessionOn(dayOfWeek(0, at), [stepOf(FORMS.get(EIGHT[0]!)!, 3)]))
    expect(learned(days[2], stages, days)).toEqual([{ formId: EIGHT[0], stage: 'fromMemory' }])
    const looked = days.map((each, at) => (at === 2 ? { ...each, recall: 'lookedUp' as const } : each))
    expect(learned(looked[2], stages, looked)).toEqual([])
  })
  it('goes through the stages one by one, as the plan has it', () => {
    const stages: { id: string; formId: string; stage: never; day: string }[] = []
    const known: ReturnType<typeof asAsked>[] = []
    const seen: string[] = []
    for (let at = 0; at < 14; at += 2) {
      const day = dayOfWeek(0, at)
      const session = asAsked(requestOf(season, { sessions: known, stages, today: day }), day)
      known.push(session)
      for (const { formId, stage } of learned(session, stages, known)) {
        stages.push({ id: `${formId}-${day}`, formId, stage: stage as never, day })
        if (formId === EIGHT[0]) seen.push(stage)
      }
    }
    expect(seen).toEqual(['slow', 'whole', 'withBreath'])
  })
})
