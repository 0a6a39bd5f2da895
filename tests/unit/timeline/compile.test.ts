import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { groupFor, stepsOf, type Step } from '#core/routine'
import { compileTimeline, isBody, TooLongError, totalsOf, UnknownFormError } from '#core/timeline'
import { type Form, plainMove, plainWay } from '#core/forms'
import { aForm, aPlan, aRoutine, aStep, FREE_MOVE, NO_WAITING, planArbitrary } from '../../helpers'

const compile = (form: Form, count: number, rules = NO_WAITING) =>
  compileTimeline(aPlan([{ form, count }], steadyPace(4, 6), rules))
const sides = (form: Form, count: number) =>
  compile(form, count)
    .segments.filter(({ endsRepetition }) => endsRepetition)
    .map(({ side }) => side)

describe('the five ways of counting', () => {
  it('repeats phases breath by breath', () => {
    const { segments, totalSeconds } = compile(aForm(), 3)
    expect(segments.map(({ lengthSeconds }) => lengthSeconds)).toEqual([4, 6, 4, 6, 4, 6])
    expect(totalSeconds).toBe(30)
    expect(segments[2]).toMatchObject({ repetition: 2, repetitions: 3, remainingOnSide: 1, cue: 'Rise', kind: 'phase' })
  })
  it('holds for breaths', () => {
    const { segments, totalSeconds } = compile(aForm({ counting: { by: 'breathHold' } }), 8)
    expect(totalSeconds).toBe(80)
    expect(new Set(segments.map(({ kind }) => kind))).toEqual(new Set(['hold']))
  })
  it('lasts a time: still where one stands, moving where one walks, or as the form says', () => {
    const kindOf = (change: Partial<Form>) =>
      compile(aForm({ counting: { by: 'time' }, moves: FREE_MOVE, ...change }), 90).segments
    expect(kindOf({})).toMatchObject([{ lengthSeconds: 90, kind: 'phase', openEnded: false }])
    expect(kindOf({ still: true })).toMatchObject([{ lengthSeconds: 90, kind: 'hold' }])
    expect(kindOf({ part: 'stand' })).toMatchObject([{ lengthSeconds: 90, kind: 'hold' }])
    expect(kindOf({ part: 'stand', still: false })).toMatchObject([{ kind: 'phase' }])
  })
  it('halves my whole breath where in and out are equally long', () => {
    const { segments, totalSeconds } = compile(aForm({ evenBreath: true }), 2)
    expect(segments.map(({ lengthSeconds }) => lengthSeconds)).toEqual([5, 5, 5, 5])
    expect(totalSeconds).toBe(20)
  })
  it('counts beats at a tempo', () => {
    const { segments, totalSeconds } = compile(
      aForm({ counting: { by: 'beats', beatsPerMinute: 120 }, moves: FREE_MOVE }),
      100,
    )
    expect(segments).toHaveLength(100)
    expect(totalSeconds).toBeCloseTo(50, 9)
  })
  it('stays open', () => {
    const open = aForm({ counting: { by: 'open' }, moves: FREE_MOVE })
    expect(compile(open, 60).segments).toMatchObject([{ lengthSeconds: 60, openEnded: true }])
  })
})

describe('sides', () => {
  it('alternates, per side and in all', () => {
    expect(sides(aForm({ sides: 'alternate', countScope: 'perSide' }), 2)).toEqual(['left', 'right', 'left', 'right'])
    expect(sides(aForm({ sides: 'alternate', countScope: 'inAll' }), 4)).toEqual(['left', 'right', 'left', 'right'])
  })
  it('does one side, then the other, with time to change', () => {
    const form = aForm({ sides: 'oneThenOther', countScope: 'perSide' })
    const { segments } = compile(form, 2, { ...NO_WAITING, sideChangeSeconds: 3, firstSide: 'right' })
    expect(segments.map(({ kind, side }) => (kind === 'sideChange' ? `>${side}` : side))).toEqual([
      ...['right', 'right', 'right', 'right'],
      '>left',
      ...['left', 'left', 'left', 'left'],
    ])
  })
  it('says that four in all are two each side, and that five are not even', () => {
    const form = aForm({ sides: 'oneThenOther', countScope: 'inAll' })
    expect(totalsOf(compile(form, 4)).bySteps[0]).toMatchObject({
      sidesEven: true,
      counts: [{ count: 2 }, { count: 2 }],
    })
    expect(totalsOf(compile(form, 5)).bySteps[0]).toMatchObject({
      sidesEven: false,
      counts: [{ count: 3 }, { count: 2 }],
    })
  })
  it('says a direction to the side that it says: who is told "right" is not sent to ten o’clock', () => {
    const step = plainMove('Step', aForm().moves[0]!.phases)
    const stepping = aForm({ sides: 'oneThenOther', countScope: 'perSide', moves: [{ ...step, directionDegrees: 60 }] })
    for (const cueSides of ['own', 'mirrored'] as const) {
      const said = compile(stepping, 1, { ...NO_WAITING, cueSides }).segments.filter(isBody)
      const degrees = new Map(said.map(({ saidSide, directionDegrees }) => [saidSide, directionDegrees]))
      expect(degrees, cueSides).toEqual(
        new Map([
          ['left', 300],
          ['right', 60],
        ]),
      )
    }
  })
  it('names the mirrored side without changing mine', () => {
    const form = aForm({ sides: 'alternate', countScope: 'perSide' })
    const [first] = compile(form, 1, { ...NO_WAITING, cueSides: 'mirrored' }).segments
    expect(first).toMatchObject({ side: 'left', saidSide: 'right' })
  })
})

describe('levels', () => {
  const ladder = aForm({ levels: ['belly', 'heart', 'head', 'sky'], levelOrder: 'upAndDown' })
  const levels = (form: Form, count: number) =>
    compile(form, count)
      .segments.filter(({ endsRepetition }) => endsRepetition)
      .map(({ level }) => level)
  it('climb and come down: four levels are seven stations, and then again', () => {
    expect(levels(ladder, 8)).toEqual(['belly', 'heart', 'head', 'sky', 'head', 'heart', 'belly', 'belly'])
  })
  it('only climb, when that is said', () => {
    expect(levels({ ...ladder, levelOrder: 'up' }, 5)).toEqual(['belly', 'heart', 'head', 'sky', 'belly'])
  })
  it('are the same on both sides', () => {
    const sided = { ...ladder, sides: 'alternate' as const, countScope: 'perSide' as const }
    expect(levels(sided, 2)).toEqual(['belly', 'belly', 'heart', 'heart'])
  })
  it('are empty for forms that stay where they are', () => expect(levels(aForm(), 2)).toEqual(['', '']))
})

describe('between the forms', () => {
  const rules = { ...NO_WAITING, announceSeconds: 4, leadInSeconds: 8, stanceChangeSeconds: 5 }
  const wide = aForm({ id: 'wide', stance: 'wide' })

  it('announces, changes stance when it differs, and rests', () => {
    const plan = aPlan(
      [
        { form: aForm(), count: 1, restBreaths: 1 },
        { form: wide, count: 1 },
      ],
      steadyPace(4, 6),
      rules,
    )
    const { segments } = compileTimeline(plan)
    expect(segments.map(({ kind, lengthSeconds }) => `${kind} ${lengthSeconds}`)).toEqual([
      'announce 8',
      'phase 4',
      'phase 6',
      'rest 4',
      'rest 6',
      'announce 4',
      'stanceChange 5',
      'phase 4',
      'phase 6',
    ])
  })

  it('does rounds with breaths between them', () => {
    const plan = { ...aPlan([{ form: aForm(), count: 1 }]), rules: NO_WAITING }
    const routine = aRoutine([
      { ...groupFor('rounds', 'g', 'Rounds', [aStep('s', 'a-form', { count: 1 })]), restBreaths: 2 },
    ])
    const { occurrences, totalSeconds } = compileTimeline({ ...plan, routine })
    expect(occurrences.map(({ round, rounds }) => `${round}/${rounds}`)).toEqual(['1/3', '2/3', '3/3'])
    expect(totalSeconds).toBe(3 * 10 + 2 * 20)
  })

  it('uses a way of my own for every step that has none', () => {
    const way = { ...plainWay('w', 'a-form'), swapBreath: true }
    const { segments } = compileTimeline({ ...aPlan([{ form: aForm(), count: 1 }]), ways: [way] })
    expect(segments.map(({ breath }) => breath)).toEqual(['out', 'in'])
  })
})

describe('a settling breath', () => {
  const pace = { start: { inSeconds: 3, outSeconds: 4 }, settled: { inSeconds: 5, outSeconds: 7 }, settleMinutes: 1 }
  it('gives all phases of a breath the length it has when it begins', () => {
    const { segments } = compileTimeline(aPlan([{ form: aForm(), count: 2 }], pace))
    const at = 7 / 60
    expect(segments[1]!.lengthSeconds).toBe(4)
    expect(segments[2]!.lengthSeconds).toBeCloseTo(3 + 2 * at, 12)
    expect(segments[3]!.lengthSeconds).toBeCloseTo(4 + 3 * at, 12)
  })
  it('begins a new breath in the middle of a repetition of four phases', () => {
    const four = aForm({ moves: [plainMove('x', [...aForm().moves[0]!.phases, ...aForm().moves[0]!.phases])] })
    const one = compileTimeline(aPlan([{ form: four, count: 1 }], pace)).totalSeconds
    const two = compileTimeline(aPlan([{ form: aForm(), count: 2 }], pace)).totalSeconds
    expect(one).toBeCloseTo(two, 12)
  })
  it('shares one in-breath between two phases', () => {
    const phases = [
      { breath: 'in' as const, length: 0.5, cue: '' },
      { breath: 'in' as const, length: 0.5, cue: '' },
      { breath: 'out' as const, length: 1, cue: '' },
    ]
    const split = compileTimeline(aPlan([{ form: aForm({ moves: [plainMove('x', phases)] }), count: 5 }], pace))
    const whole = compileTimeline(aPlan([{ form: aForm(), count: 5 }], pace))
    expect(split.totalSeconds).toBeCloseTo(whole.totalSeconds, 9)
  })
})

describe('what cannot be compiled', () => {
  it('names the step and the form that is missing', () => {
    const plan = { ...aPlan([]), routine: aRoutine([aStep('s', 'gone')]) }
    expect(() => compileTimeline(plan)).toThrow(UnknownFormError)
    expect(() => compileTimeline(plan)).toThrow(/step s uses the form gone/)
  })
  it('stops before memory does', () => {
    const step = aStep('s', 'a-form', { count: 3600 })
    const routine = aRoutine([{ ...groupFor('rounds', 'g', 'x', Array<Step>(60).fill(step)), rounds: 36 }])
    expect(() => compileTimeline({ ...aPlan([{ form: aForm(), count: 1 }]), routine })).toThrow(TooLongError)
  })
})

describe('every timeline', () => {
  it('has no gap, no overlap and no empty segment, and sums to its total', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const { segments, occurrences, totalSeconds } = compileTimeline(plan)
        let reached = 0
        segments.forEach((segment, index) => {
          expect(segment.index).toBe(index)
          expect(segment.startSeconds).toBe(reached)
          expect(segment.lengthSeconds).toBeGreaterThan(0)
          reached += segment.lengthSeconds
        })
        expect(reached).toBe(totalSeconds)
        const sum = occurrences.reduce((seconds, { lengthSeconds }) => seconds + lengthSeconds, 0)
        expect(sum).toBeCloseTo(totalSeconds, 6)
      }),
    )
  })

  it('keeps sides even, and the count left comes to zero once in each step', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const timeline = compileTimeline(plan)
        // A layer may ask for another count on a side, or only to watch there.
        const isAskedUneven = ({ layers = [] }: Step) =>
          layers.some(({ so }) => so.count !== undefined || so.stage === 'watch')
        const uneven = new Set(
          stepsOf(plan.routine)
            .filter(isAskedUneven)
            .map(({ id }) => id),
        )
        for (const { stepId, sidesEven } of totalsOf(timeline).bySteps) {
          if (!uneven.has(stepId)) expect(sidesEven).toBe(true)
        }
        for (const occurrence of timeline.occurrences) {
          const ends = timeline.segments.filter(
            (segment) => segment.occurrence === occurrence.index && segment.endsRepetition && segment.kind !== 'rest',
          )
          const isCounted = occurrence.counts.some(({ count }) => count > 0)
          expect(ends.filter(({ remainingInStep }) => remainingInStep === 0)).toHaveLength(isCounted ? 1 : 0)
          expect(ends.map(({ remainingInStep }) => remainingInStep)).toEqual(
            ends.map((_, index) => ends.length - 1 - index),
          )
        }
      }),
    )
  })

  it('adds up to the same by part and by step', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const totals = totalsOf(compileTimeline(plan))
        const parts = Object.values(totals.byPart).reduce((sum, seconds) => sum + seconds, 0)
        const steps = totals.bySteps.reduce((sum, { seconds }) => sum + seconds, 0)
        expect(parts).toBeCloseTo(totals.totalSeconds, 6)
        expect(steps).toBeCloseTo(totals.totalSeconds, 6)
        expect(totals.movingSeconds + totals.closingSeconds).toBeCloseTo(totals.totalSeconds, 6)
      }),
    )
  })
})
