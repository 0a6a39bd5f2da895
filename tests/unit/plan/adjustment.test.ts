import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { askedBy } from '#core/compose'
import { concernsOf, CONDITIONS, USUAL_HOUSE_RULES, type Form } from '#core/forms'
import { addDays, elsewhereRecord, NOT_SAID, type Felt } from '#core/journal'
import { adjustments, withAdjustment, type Adjustment, type AdjustmentRequest } from '#core/plan'
import { stepsOf, type Routine, type Step } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE } from '#data'
import { aForm, aRoutine, aStep } from '../../helpers'

const TODAY = '2026-03-10'
const POST = aForm({
  id: 'post',
  part: 'stand',
  counting: { by: 'time' },
  areas: ['legs'],
  effort: { legs: 2, shoulders: 0, spine: 0, balance: 0 },
  counts: { least: 30, usual: 60, most: 600, step: 15 },
})
const FORMS = [
  aForm({ id: 'reed', areas: ['spine'] }),
  aForm({ id: 'sweep', areas: ['shoulders'], versions: [{ kind: 'seated', change: '' }] }),
  POST,
  aForm({
    id: 'settle',
    part: 'settle',
    counting: { by: 'time' },
    counts: { least: 30, usual: 60, most: 600, step: 30 },
  }),
]
const SETTING = { forms: FORMS, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
const routine = (step: Step, ...more: Step[]): Routine => ({
  ...aRoutine([step, ...more, aStep('end', 'settle', { part: 'settle', count: 60 })]),
  id: 'mine',
  name: 'Mine',
})
const REED = routine(aStep('s', 'reed', { count: 6 }))

interface Said {
  ease?: number | null
  exertion?: number
  pain?: Felt['pain']
  painBefore?: Felt['pain']
  short?: boolean
}
/** A routine followed so many days ago, as it stood then, and how it felt. */
function followed(of: Routine, daysAgo: number, said: Said = { ease: 4 }, forms: readonly Form[] = FORMS) {
  const startedAt = `${addDays(TODAY, -daysAgo)}T08:00:00.000Z`
  const timeline = compileTimeline({ ...SETTING, forms: [...forms], routine: of })
  const formOf = new Map(timeline.occurrences.map(({ stepId, formId }) => [stepId, formId]))
  const planned = totalsOf(timeline).bySteps.map(({ stepId, formName, part, seconds, counts }) => ({
    stepId,
    formId: formOf.get(stepId)!,
    formName,
    part,
    seconds,
    counts,
    counting: forms.find(({ id }) => id === formOf.get(stepId))!.counting.by,
  }))
  const { ease = null, exertion, pain, painBefore, short } = said
  return {
    ...elsewhereRecord({ id: `d${daysAgo}`, title: 'Mine', startedAt, timeZone: 'UTC', minutes: 10, words: '' }),
    routineId: of.id,
    planned,
    done: planned.map((step) => {
      const { version = null, weightKg } = stepsOf(of).find(({ id }) => id === step.stepId)!.manner ?? {}
      return {
        ...step,
        outcome: short ? ('cutShort' as const) : ('done' as const),
        breath: null,
        version: version === 'plain' ? null : version,
        ...(weightKg === undefined ? {} : { weightKg }),
      }
    }),
    before: { ...NOT_SAID, ...(painBefore ? { pain: painBefore } : {}) },
    after: { ...NOT_SAID, ease, ...(pain ? { pain } : {}) },
    ...(exertion === undefined ? {} : { exertion }),
  }
}
/** Sessions of four weeks, thrice a week, in which all felt easy. */
const easyWeeks = (of: Routine, said: Said = { ease: 4 }, forms = FORMS) =>
  Array.from({ length: 12 }, (_, at) => followed(of, 2 + at * 2, said, forms))
const ask = (sessions: AdjustmentRequest['sessions'], change: Partial<AdjustmentRequest> = {}): Adjustment[] =>
  adjustments({
    ...SETTING,
    routines: [REED],
    sessions,
    stageOf: () => null,
    conditions: [],
    today: TODAY,
    dayEndsAtHour: 3,
    ...change,
  })

describe('small changes', () => {
  it('go one count on after three sessions that felt easy, by ease of body or by how hard it was', () => {
    const on = { what: 'count', from: 6, to: 7 }
    expect(ask(easyWeeks(REED))).toEqual([
      {
        routineId: 'mine',
        entryId: 's',
        formId: 'reed',
        isOn: true,
        change: on,
        reason: { kind: 'easy', sessions: 3 },
      },
    ])
    expect(ask(easyWeeks(REED, { exertion: 3 })).map(({ change }) => change)).toEqual([on])
    expect(withAdjustment(REED, { entryId: 's', change: { what: 'count', from: 6, to: 7 } }).entries[0]).toMatchObject({
      count: 7,
    })
  })

  it('are not suggested where nothing was said, where it was hard or sore, left early, or only twice easy', () => {
    expect(ask(easyWeeks(REED, {}))).toEqual([])
    expect(ask(easyWeeks(REED, { exertion: 4 }))).toEqual([])
    expect(ask(easyWeeks(REED, { ease: 3 }))).toEqual([])
    expect(ask(easyWeeks(REED, { ease: 4, short: true }))).toEqual([])
    const [latest, second, third, ...rest] = easyWeeks(REED)
    expect(ask([latest!, second!, { ...third!, after: NOT_SAID }, ...rest])).toEqual([])
    expect(ask([{ ...latest!, exertion: 8 }, second!, third!, ...rest])).toEqual([])
  })

  it('come once a week at most for a form, wherever it went on', () => {
    const less = routine(aStep('s', 'reed', { count: 5 }))
    const raisedAgo = (days: number) => [
      ...[0, 1, 2].map((at) => followed(REED, days - 1 - at)),
      ...Array.from({ length: 9 }, (_, at) => followed(less, days + 1 + at * 2)),
    ]
    expect(ask(raisedAgo(6))).toEqual([])
    expect(ask(raisedAgo(8))).toHaveLength(1)
    const other: Routine = { ...routine(aStep('o', 'reed', { count: 8 })), id: 'other' }
    const otherBefore: Routine = { ...routine(aStep('o', 'reed', { count: 7 })), id: 'other' }
    const both = [...easyWeeks(REED), followed(other, 3, {}), followed(otherBefore, 12, {})]
    expect(ask(both, { routines: [REED, other] })).toEqual([])
    expect(ask([...easyWeeks(REED), followed(other, 3, {})], { routines: [REED, other] })).toHaveLength(1)
  })

  it('wait until the last one was practised', () => {
    expect(ask(easyWeeks(REED), { routines: [withAdjustment(REED, ask(easyWeeks(REED))[0]!)] })).toEqual([])
  })

  it('keep within a tenth more of the week’s standing and legs, what was taken and is not practised yet counted', () => {
    const stand = (count: number) => routine(aStep('s', 'post', { part: 'stand', count }))
    const long = stand(300)
    const steps = ask(easyWeeks(long), { routines: [long] })
    expect(steps.map(({ change }) => change)).toEqual([{ what: 'count', from: 300, to: 315 }])
    // A quarter more of a short stand is more than a tenth of the week.
    const short = stand(60)
    expect(ask(easyWeeks(short), { routines: [short] })).toEqual([])
    const two = routine(
      aStep('s', 'post', { part: 'stand', count: 150 }),
      aStep('t', 'post-2', { part: 'stand', count: 150 }),
    )
    const forms = [...FORMS, { ...POST, id: 'post-2' }]
    const sessions = easyWeeks(two, { ease: 4 }, forms)
    const first = ask(sessions, { routines: [two], forms })
    expect(first.map(({ entryId }) => entryId)).toEqual(['s', 't'])
    const taken = withAdjustment(two, { entryId: 's', change: { what: 'count', from: 150, to: 180 } })
    expect(ask(sessions, { routines: [taken], forms })).toEqual([])
  })

  it('leave the chair, once the usual count is easy; then the count; then the weight', () => {
    const seated = (count: number) =>
      routine(aStep('s', 'sweep', { count, manner: { version: 'seated', choices: {} } }))
    const of = (each: Routine) => ask(easyWeeks(each), { routines: [each] }).map(({ change }) => change)
    expect(of(seated(4))).toEqual([{ what: 'version', from: 'seated', to: 'plain' }])
    expect(of(seated(3))).toEqual([{ what: 'count', from: 3, to: 4 }])
    const weighted = routine(aStep('s', 'sweep', { count: 12, manner: { version: null, choices: {}, weightKg: 0.5 } }))
    expect(of(weighted)).toEqual([{ what: 'weight', from: 0.5, to: 0.75 }])
    const heavier = withAdjustment(weighted, { entryId: 's', change: { what: 'weight', from: 0.5, to: 0.75 } })
    const fewDays = [...[0, 1, 2].map((days) => followed(heavier, days)), ...easyWeeks(weighted).slice(3)]
    expect(ask(fewDays, { routines: [heavier] })).toEqual([])
    expect(
      withAdjustment(weighted, { entryId: 's', change: { what: 'weight', from: 0.5, to: 0.75 } }).entries[0],
    ).toMatchObject({
      manner: { weightKg: 0.75 },
    })
    expect(of(routine(aStep('s', 'sweep', { count: 12 })))).toEqual([])
  })

  it('add a round where no step of it can go on', () => {
    const rounds = (count: number): Routine => ({
      ...routine(aStep('x', 'sweep', { count: 12 })),
      entries: [
        {
          kind: 'group',
          id: 'g',
          name: 'Rounds',
          pattern: 'rounds',
          stages: [],
          rounds: 3,
          restBreaths: 1,
          steps: [aStep('s', 'reed', { count })],
          optional: false,
          pinned: false,
          off: false,
        },
        aStep('end', 'settle', { part: 'settle', count: 60 }),
      ],
    })
    const of = (each: Routine) => ask(easyWeeks(each), { routines: [each] }).map(({ change }) => change)
    expect(of(rounds(4))).toEqual([{ what: 'count', from: 4, to: 5 }])
    expect(of(rounds(12))).toEqual([{ what: 'rounds', from: 3, to: 4 }])
  })

  it('go back after two weeks without it, by a fifth at least', () => {
    const sessions = [followed(REED, 14), followed(REED, 16)]
    expect(ask(sessions)).toMatchObject([
      { isOn: false, change: { what: 'count', from: 6, to: 4 }, reason: { kind: 'gap', days: 14 } },
    ])
    expect(ask([followed(REED, 13)])).toEqual([])
    expect(ask(sessions, { routines: [routine(aStep('s', 'reed', { count: 5 }))] })).toEqual([])
  })

  it('go back after pain that came where the form works, not after what hurt before', () => {
    const back = (level: number, before: number, place: 'lowBack' | 'leftWrist' = 'lowBack') => {
      const said: Said = { ease: 4, pain: [{ place, level }], painBefore: [{ place, level: before }] }
      return ask([followed(SPINE, 1, said), ...easyWeeks(SPINE)], { routines: [SPINE], forms: SPINE_FORMS })
    }
    const SPINE = routine(aStep('s', 'reed', { count: 6 }))
    const SPINE_FORMS = FORMS.map((form) => (form.id === 'reed' ? { ...form, cautions: ['deepFold' as const] } : form))
    expect(back(4, 1)).toMatchObject([
      { isOn: false, change: { from: 6, to: 5 }, reason: { kind: 'pain', places: ['lowBack'] } },
    ])
    expect(back(4, 4).filter(({ isOn }) => !isOn)).toEqual([])
    expect(back(2, 0).filter(({ isOn }) => !isOn)).toEqual([])
    expect(back(4, 1, 'leftWrist').filter(({ isOn }) => !isOn)).toEqual([])
  })

  it('go back with what is heavy in a hard week, and on with nothing', () => {
    const both = routine(aStep('s', 'reed', { count: 6 }), aStep('p', 'post', { part: 'stand', count: 300 }))
    const hard = [1, 2].map((days) => followed(both, days, { exertion: 8 }))
    expect(ask([...hard, ...easyWeeks(both).slice(2)], { routines: [both] })).toMatchObject([
      { entryId: 'p', isOn: false, change: { from: 300, to: 285 }, reason: { kind: 'hard' } },
    ])
    const left = hard.map((session) => ({ ...session, done: session.done.map((step) => ({ ...step, seconds: 2 })) }))
    const suggested = ask([...left, ...easyWeeks(both).slice(2)], { routines: [both] })
    expect(suggested.filter(({ isOn }) => !isOn)).toEqual([])
  })

  it('wait until the whole movement is learned, and go nowhere that a declared condition forbids', () => {
    expect(ask(easyWeeks(REED), { stageOf: () => 'slow' })).toEqual([])
    expect(ask(easyWeeks(REED), { stageOf: () => 'whole' })).toHaveLength(1)
    const seated = routine(aStep('s', 'sweep', { count: 4, manner: { version: 'seated', choices: {} } }))
    expect(ask(easyWeeks(seated), { routines: [seated], conditions: ['seatedOnly'] })).toEqual([])
    const forms = CATALOGUE.filter(({ part, moves }) => part === 'work' && moves.length < 3)
    fc.assert(
      fc.property(fc.constantFrom(...forms), fc.constantFrom(...CONDITIONS), (form, condition) => {
        const of: Routine = { ...aRoutine([aStep('s', form.id, { count: form.counts.usual })]), id: 'mine' }
        const request = { routines: [of], forms: [form], conditions: [condition] }
        for (const adjustment of ask(easyWeeks(of, { ease: 5 }, [form]), request)) {
          const [step] = stepsOf(withAdjustment(of, adjustment))
          const concerns = concernsOf([condition])
          expect(askedBy(step!, form, SETTING).filter((each) => concerns.has(each))).toEqual([])
        }
      }),
      { numRuns: 60 },
    )
  })
})
