import { validate } from '#core/basics'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace, type Pace } from '#core/breath'
import {
  allowedCounts,
  ARC_PARTS,
  CHOICE_NAMES,
  CHOICES,
  COUNTING_KINDS,
  formMyWay,
  formSchema,
  keepsSidesEven,
  plainWay,
  STANCES,
  USUAL_HOUSE_RULES,
  type BreathKind,
  type Choices,
  type Form,
  type HouseRules,
  type Way,
} from '#core/forms'
import { routineOfOne, routineSchema, stepsOf } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE, DEMO_SCENARIO, ROUTINE_GROUPS, SHIPPED_ROUTINES } from '#data'
import { choicesArbitrary } from '../helpers'

const PACES = [
  steadyPace(2, 2),
  steadyPace(4, 6),
  { start: { inSeconds: 3, outSeconds: 4 }, settled: { inSeconds: 6, outSeconds: 9 }, settleMinutes: 10 },
]

/**
 * Compile a form alone and hold it against what every form must keep: sides even, no segment without length, phases that add up to
 * their repetition and segments to the whole, and a count left that falls to zero once.
 */
function expectSound(form: Form, given: { pace: Pace; count: number; way?: Way; rules?: HouseRules }) {
  const { pace, count, way, rules = USUAL_HOUSE_RULES } = given
  const timeline = compileTimeline({
    routine: routineOfOne(form, count),
    forms: [form],
    ways: way ? [way] : [],
    pace,
    rules,
  })
  const { segments, occurrences } = timeline
  if (!totalsOf(timeline).bySteps[0]!.sidesEven) throw new Error(`${form.id}: sides uneven`)
  let at = 0
  let zeros = 0
  let left = Infinity
  for (const segment of segments) {
    if (!(segment.lengthSeconds > 0) || Math.abs(segment.startSeconds - at) > 1e-6) throw new Error(`${form.id}: a gap`)
    at += segment.lengthSeconds
    if (!['phase', 'hold', 'settle'].includes(segment.kind)) continue
    if (segment.remainingInStep > left) throw new Error(`${form.id}: the count left rises`)
    left = segment.remainingInStep
    if (segment.endsRepetition && left === 0) zeros += 1
  }
  if (Math.abs(at - timeline.totalSeconds) > 1e-6) throw new Error(`${form.id}: segments do not add up`)
  if (zeros !== 1) throw new Error(`${form.id}: the count left reaches zero ${zeros} times`)
  // At a steady pace a repetition is the sum of its phases, each in its own unit.
  if (pace.settleMinutes > 0 || form.counting.by !== 'breathRepetitions') return
  const { inSeconds, outSeconds } = pace.start
  const unit = { in: inSeconds, hold: inSeconds, out: outSeconds, free: inSeconds + outSeconds }
  const mine = formMyWay(form, way, rules).form
  // A long out-breath lasts ten seconds at most, unless a plain one does longer; quick breath is quick at any pace.
  const ceiling = (breath: string, length: number, seconds: number) => {
    if (mine.cautions.includes('quickBreathing')) return Math.min(1.1, seconds)
    return breath === 'out' && length > 1 ? Math.min(seconds, Math.max(10, outSeconds)) : seconds
  }
  // Out phases that follow one another are one out-breath.
  const one = mine.moves
    .flatMap(({ phases, times = 1 }) => Array.from({ length: times }, () => phases).flat())
    .reduce<{ breath: BreathKind; length: number }[]>((breaths, { breath, length }) => {
      const before = breaths.at(-1)
      if (breath !== 'out' || before?.breath !== 'out') return [...breaths, { breath, length }]
      return breaths.with(-1, { breath, length: before.length + length })
    }, [])
    .reduce((sum, { breath, length }) => sum + ceiling(breath, length, length * unit[breath]), 0)
  const asked = occurrences[0]!.counts.reduce((sum, side) => sum + side.count, 0)
  const actual = segments
    .filter(({ kind }) => kind === 'phase')
    .reduce((sum, { lengthSeconds }) => sum + lengthSeconds, 0)
  if (Math.abs(actual - asked * one) > 1e-6) throw new Error(`${form.id}: ${actual} s for ${asked} × ${one} s`)
}

describe('the catalogue', () => {
  it.each(CATALOGUE.map((form) => [form.name, form] as const))('%s is a good form', (_name, form) => {
    expect(validate(formSchema, form, form.name)).toMatchObject({ ok: true })
    for (const count of allowedCounts(form)) expect(keepsSidesEven(form, count)).toBe(true)
  })

  it('has at least 170 forms and 16 routines, with names and ids once each', () => {
    expect(CATALOGUE.length).toBeGreaterThanOrEqual(170)
    expect(SHIPPED_ROUTINES.length).toBeGreaterThanOrEqual(16)
    expect(ROUTINE_GROUPS.flatMap(({ routineIds }) => routineIds).sort()).toEqual(
      SHIPPED_ROUTINES.map(({ id }) => id).sort(),
    )
    expect(new Set(SHIPPED_ROUTINES.map(({ name }) => name)).size).toBe(SHIPPED_ROUTINES.length)
    expect(new Set(CATALOGUE.map(({ id }) => id)).size).toBe(CATALOGUE.length)
    expect(new Set(CATALOGUE.map(({ name }) => name)).size).toBe(CATALOGUE.length)
  })

  it('covers all parts of the arc, all five ways of counting and every stance', () => {
    expect(new Set(CATALOGUE.map(({ part }) => part))).toEqual(new Set(ARC_PARTS))
    expect(new Set(CATALOGUE.map(({ counting }) => counting.by))).toEqual(new Set(COUNTING_KINDS))
    const stances = CATALOGUE.flatMap(({ stance, moves }) => [stance, ...moves.map((move) => move.stance ?? stance)])
    expect(new Set(stances)).toEqual(new Set(STANCES))
  })

  it('has two schools of the eight pieces, the short form whole and in parts, and the families that schools teach', () => {
    const inSet = (name: string) => CATALOGUE.filter(({ set }) => set?.name === name).map(({ set }) => set!.place)
    expect(inSet('The eight pieces')).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
    expect(inSet('The eight pieces, southern')).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
    expect(inSet('Five-phase series')).toEqual([1, 2, 3, 4, 5])
    const whole = CATALOGUE.find(({ id }) => id === 'short-form-24')!
    const parts = CATALOGUE.filter(({ set }) => set?.name === 'Short form of twenty-four')
    expect(whole.moves).toHaveLength(24)
    expect(parts.flatMap(({ moves }) => moves)).toEqual(whole.moves)
    expect(CATALOGUE.find(({ id }) => id === 'five-position-post')!.levels).toHaveLength(5)
  })

  it.each(CATALOGUE.map((form) => [form.name, form] as const))(
    '%s compiles soundly at every pace and allowed count, in all versions and ways',
    (_name, form) => {
      for (const pace of PACES) for (const count of allowedCounts(form)) expectSound(form, { pace, count })
      const choices = CHOICE_NAMES.flatMap((name) => CHOICES[name].map((value) => ({ [name]: value })))
      const ways = [
        ...form.versions.map(({ kind }) => ({ version: kind })),
        ...[true, false].map((swapBreath) => ({ swapBreath })),
        ...choices.map((one) => ({ choices: one as Partial<Choices> })),
      ].map((change): Way => ({ ...plainWay('w', form.id), ...change }))
      for (const pace of PACES) {
        for (const way of ways) expectSound(form, { pace, way, count: form.counts.usual })
      }
    },
  )

  it('compiles soundly whatever ways and rules come together', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CATALOGUE),
        choicesArbitrary,
        choicesArbitrary,
        fc.nat(),
        fc.constantFrom(true, false, null),
        (form, ofHouse, ofWay, pick, swapBreath) => {
          const kinds = [null, ...form.versions.map(({ kind }) => kind)]
          const way = {
            ...plainWay('w', form.id),
            choices: ofWay,
            swapBreath,
            version: kinds[pick % kinds.length]!,
          }
          expectSound(form, {
            pace: PACES[2]!,
            way,
            count: form.counts.usual,
            rules: { ...USUAL_HOUSE_RULES, ...ofHouse },
          })
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('the shipped routines', () => {
  it.each([...SHIPPED_ROUTINES, ...DEMO_SCENARIO.routines].map((routine) => [routine.name, routine] as const))(
    '%s uses forms that are there, with counts that they allow',
    (_name, routine) => {
      expect(validate(routineSchema, routine)).toMatchObject({ ok: true })
      for (const step of stepsOf(routine)) {
        const form = CATALOGUE.find(({ id }) => id === step.formId)
        expect(form, step.formId).toBeDefined()
        expect(allowedCounts(form!), step.formId).toContain(step.count)
      }
    },
  )
})
