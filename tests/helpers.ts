import { latelyOf } from '#core/plan'
import fc from 'fast-check'
import { steadyPace, type Pace } from '#core/breath'
import {
  blankForm,
  CHOICE_NAMES,
  CHOICES,
  plainMove,
  USUAL_HOUSE_RULES,
  type Choices,
  type Form,
  type HouseRules,
} from '#core/forms'
import type { Settings } from '#core/formats'
import type { SessionRecord } from '#core/journal'
import { BUILD_STAGES, emptyRoutine, stepFor, type Between, type Layer, type Routine, type Step } from '#core/routine'
import type { SessionPlan } from '#core/runner'

/** House rules that take no time, so that only the forms count. */
export const NO_WAITING: HouseRules = {
  ...USUAL_HOUSE_RULES,
  announceSeconds: 0,
  leadInSeconds: 0,
  stanceChangeSeconds: 0,
  sideChangeSeconds: 0,
}

/** A form of one in- and one out-breath, changed as the test needs. */
export function aForm(change: Partial<Form> = {}): Form {
  return {
    ...blankForm('a-form', 'A form'),
    counts: { least: 1, usual: 4, most: 12, step: 1 },
    moves: [
      plainMove('A move', [
        { breath: 'in', length: 1, cue: 'Rise' },
        { breath: 'out', length: 1, cue: 'Sink' },
      ]),
    ],
    versions: [{ kind: 'seated', change: '' }],
    ...change,
  }
}

export const FREE_MOVE = [plainMove('A move', [{ breath: 'free', length: 1, cue: 'Move' }])]

/** Any choice that a person can make, one of each. */
export const choicesArbitrary = fc.record(
  Object.fromEntries(CHOICE_NAMES.map((name) => [name, fc.constantFrom(...CHOICES[name])])),
) as unknown as fc.Arbitrary<Choices>

export function aStep(id: string, formId: string, change: Partial<Step> = {}): Step {
  return { ...stepFor(aForm({ id: formId }), id), restBreaths: 0, ...change }
}

export function aRoutine(entries: Routine['entries']): Routine {
  return { ...emptyRoutine('a-routine', 'A routine'), entries }
}

/** A plan of the given forms, each done once with the given count. */
export function aPlan(
  steps: { form: Form; count: number; restBreaths?: number; layers?: Layer[] }[],
  pace: Pace = steadyPace(4, 6),
  rules: HouseRules = NO_WAITING,
): SessionPlan {
  return {
    routine: aRoutine(
      steps.map(({ form, count, restBreaths = 0, layers = [] }, index) =>
        aStep(`s${index}`, form.id, {
          count,
          restBreaths,
          part: form.part,
          ...(layers.length > 0 && { layers }),
        }),
      ),
    ),
    forms: steps.map(({ form }) => form),
    ways: [],
    pace,
    rules,
  }
}

const paceArbitrary = fc
  .record({
    a: fc.double({ min: 1, max: 8, noNaN: true }),
    b: fc.double({ min: 1, max: 9, noNaN: true }),
    c: fc.double({ min: 1, max: 8, noNaN: true }),
    d: fc.double({ min: 1, max: 9, noNaN: true }),
    settleMinutes: fc.integer({ min: 0, max: 20 }),
  })
  .map(({ a, b, c, d, settleMinutes }): Pace => ({
    start: { inSeconds: a, outSeconds: b },
    settled: { inSeconds: c, outSeconds: d },
    settleMinutes,
  }))

const timesArbitrary = fc.record({
  announceSeconds: fc.integer({ min: 0, max: 8 }),
  leadInSeconds: fc.integer({ min: 0, max: 12 }),
  stanceChangeSeconds: fc.integer({ min: 0, max: 6 }),
  sideChangeSeconds: fc.integer({ min: 0, max: 5 }),
  closingShare: fc.constant(0.3),
})
const rulesArbitrary: fc.Arbitrary<HouseRules> = fc
  .tuple(choicesArbitrary, timesArbitrary)
  .map(([choices, times]) => ({ ...choices, ...times }))

/** Any ratio of the breath. */
export const ratioArbitrary = fc.record({
  inCounts: fc.integer({ min: 1, max: 24 }),
  outCounts: fc.constantFrom(1, 4.5, 24),
})
/** Any layer that a routine can hold. */
export const layerArbitrary = fc
  .record({
    from: fc.record(
      {
        repetition: fc.integer({ min: 2, max: 3600 }),
        round: fc.integer({ min: 1, max: 36 }),
        side: fc.constant('second' as const),
        stage: fc.constantFrom(...BUILD_STAGES),
      },
      { requiredKeys: [] },
    ),
    so: fc
      .record(
        {
          count: fc.integer({ min: 1, max: 3600 }),
          target: fc.constantFrom('', 'the brow', 'hold 3, x2', 'Slowly: 4 in'),
          cues: fc.constantFrom([], ['Reach up'], ['', 'hold 3, x2'], ['Slowly: 4 in', '', 'seated']),
          holdBreaths: fc.nat(36),
          paceScale: fc.constantFrom(0.2, 1, 1.25, 5),
          paceScaleAtEnd: fc.constantFrom(0.5, 3),
          ratio: ratioArbitrary,
          swapBreath: fc.boolean(),
          stage: fc.constantFrom(...BUILD_STAGES),
          version: fc.constantFrom('plain', 'supported', 'higher', 'imagined', 'weighted'),
        },
        { requiredKeys: [] },
      )
      .filter((so) => Object.keys(so).length > 0 && (so.paceScaleAtEnd === undefined || so.paceScale !== undefined)),
  })
  .filter(({ from, so }) => from.repetition === undefined || so.count === undefined) as fc.Arbitrary<Layer>

const phasesArbitrary = fc.constantFrom<Form['moves'][number]['phases']>(
  [
    { breath: 'in', length: 1, cue: 'Rise' },
    { breath: 'out', length: 1, cue: 'Sink' },
  ],
  [
    { breath: 'in', length: 1, cue: 'Rise' },
    { breath: 'hold', length: 0.25, cue: 'Stay' },
    { breath: 'out', length: 2, cue: 'Sink' },
  ],
  [
    { breath: 'out', length: 1, cue: 'Bow' },
    { breath: 'in', length: 0.5, cue: 'Lift' },
    { breath: 'in', length: 0.5, cue: 'On' },
    { breath: 'out', length: 1.5, cue: 'Push' },
    { breath: 'in', length: 1, cue: 'Open' },
  ],
  [
    { breath: 'in', length: 4, unit: 'counts', cue: 'Rise' },
    { breath: 'out', length: 8, unit: 'counts', cue: 'Sink' },
    { breath: 'hold', length: 2, unit: 'seconds', cue: 'Stay' },
    { breath: 'in', length: 1, mostSeconds: 3, cue: 'Open' },
  ],
)

/** Moves of these phases, each as often as it is said. */
const chainOf = (phases: Form['moves'][number]['phases'], times: readonly (number | undefined)[]): Form['moves'] =>
  times.map((each, index) => ({ ...plainMove(`Move ${index + 1}`, phases), ...(each && { times: each }) }))
/** Beats of so many words. */
const wordsOf = (words: number): Form['moves'] => [
  plainMove(
    'A move',
    Array.from({ length: words }, (_, index) => ({ breath: 'free' as const, length: index + 1, cue: `Word ${index}` })),
  ),
]

/** Layers near the beginning of a step, where they change something, that last no longer than a test can wait for. */
const lowLayerArbitrary = layerArbitrary.map(({ from, so }): Layer => ({
  from: from.repetition === undefined ? from : { ...from, repetition: 1 + (from.repetition % 6) },
  so: {
    ...so,
    ...(so.count !== undefined && { count: 1 + (so.count % 8) }),
    ...(so.holdBreaths !== undefined && { holdBreaths: so.holdBreaths % 4 }),
  },
}))

/** Any form that the schema lets through, with an even count where it is meant in all. */
export const formAndCountArbitrary = fc
  .record({
    by: fc.constantFrom('breathRepetitions', 'breathHold', 'time', 'beats', 'open'),
    sides: fc.constantFrom('none', 'alternate', 'oneThenOther', 'bothDirections'),
    countScope: fc.constantFrom('perSide', 'inAll'),
    stance: fc.constantFrom('shoulderWidth', 'wide', 'together'),
    part: fc.constantFrom('arrive', 'work', 'gather', 'settle'),
    phases: phasesArbitrary,
    half: fc.integer({ min: 1, max: 6 }),
    restBreaths: fc.integer({ min: 0, max: 2 }),
    /** How often each move of a chain is done; one move is no chain. */
    times: fc.array(fc.constantFrom(undefined, undefined, 2, 3), { minLength: 1, maxLength: 3 }),
    levels: fc.constantFrom<string[]>([], [], ['low', 'high'], ['low', 'middle', 'high']),
    evenBreath: fc.boolean(),
    gaze: fc.constantFrom(undefined, 'far', 'inward'),
    layers: fc.oneof(fc.constant<Layer[]>([]), fc.array(lowLayerArbitrary, { maxLength: 3 })),
  })
  .map((made) => {
    const paced = made.by === 'breathRepetitions' || made.by === 'breathHold'
    const canAlternate = made.by === 'breathRepetitions' || made.by === 'beats'
    const form = aForm({
      counting: (made.by === 'beats' ? { by: 'beats', beatsPerMinute: 90 } : { by: made.by }) as Form['counting'],
      sides: (made.sides === 'alternate' && !canAlternate ? 'oneThenOther' : made.sides) as Form['sides'],
      countScope: made.countScope as Form['countScope'],
      stance: made.stance as Form['stance'],
      part: made.part as Form['part'],
      levels: made.levels,
      evenBreath: made.evenBreath,
      ...(made.gaze && { gaze: made.gaze as Form['gaze'] }),
      moves: paced ? chainOf(made.phases, made.times) : made.by === 'beats' ? wordsOf(made.times.length) : FREE_MOVE,
    })
    return { form, count: made.half * 2, restBreaths: made.restBreaths, layers: made.layers }
  })

/** Any plan of one to six steps. */
export const planArbitrary = fc
  .record({
    steps: fc.array(formAndCountArbitrary, { minLength: 1, maxLength: 6 }),
    pace: paceArbitrary,
    rules: rulesArbitrary,
    said: fc.record(
      {
        ratio: ratioArbitrary,
        between: fc.constantFrom<Between>(
          { by: 'flow' },
          { by: 'rest', breaths: 1 },
          { by: 'form', formId: 'form-0', count: 2 },
        ),
      },
      { requiredKeys: [] },
    ),
  })
  .map(({ steps, pace, rules, said }): SessionPlan => {
    const named = steps.map((step, index) => ({ ...step, form: { ...step.form, id: `form-${index}` } }))
    const plan = aPlan(named, pace, rules)
    return { ...plan, routine: { ...plan.routine, ...said } }
  })

/** A form as version 1 of the archive had it: without all that it could not say. */
export function formAsInVersion1(form: Form): Record<string, unknown> {
  const { versions, levels, levelOrder, diagonalDegrees, tradition, equipment, school, meets, moves, ...old } = form
  void [levels, levelOrder, diagonalDegrees, tradition, equipment, school, meets]
  return {
    ...old,
    moves: moves.map(({ name, phases }) => ({ name, phases })),
    seatedToo: versions.some(({ kind }) => kind === 'seated'),
  }
}

/** House rules as version 1 had them. */
export function rulesAsInVersion1(rules: HouseRules): Record<string, unknown> {
  const { firstSide, cueSides, topHold, announceSeconds, leadInSeconds } = rules
  const { stanceChangeSeconds, sideChangeSeconds, closingShare } = rules
  return {
    firstSide,
    cueSides,
    topHold,
    announceSeconds,
    leadInSeconds,
    stanceChangeSeconds,
    sideChangeSeconds,
    closingShare,
  }
}

/** Settings as version 1 had them. */
export function settingsAsInVersion1(settings: Settings): Record<string, unknown> {
  const { conditions, voice, viewing, remote, sound, ...old } = settings
  void [conditions, voice, viewing, remote]
  const { silent, breathVolume, bellVolume } = sound
  return { ...old, sound: { silent, breathVolume, bellVolume }, rules: rulesAsInVersion1(settings.rules) }
}

/** A session as version 1 had it. */
export function sessionAsInVersion1({ asides, done, ...session }: SessionRecord): Record<string, unknown> {
  void asides
  return { ...session, done: done.map(({ version, breath, ...step }) => (void [version, breath], step)) }
}

/** What was practised lately: nothing. */
export const NOTHING_LATELY = latelyOf([], [], '2026-01-01', 0)
