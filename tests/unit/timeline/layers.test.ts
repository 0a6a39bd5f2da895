import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { groupFor, type Between, type Layer, type Routine } from '#core/routine'
import { compileTimeline, isBody, totalsOf, type Segment } from '#core/timeline'
import { aForm, aRoutine, aStep, FREE_MOVE, NO_WAITING } from '../../helpers'

const rise = aForm({ id: 'rise', name: 'Rise', counts: { least: 1, usual: 4, most: 24, step: 1 } })
const bow = aForm({ ...rise, id: 'bow', name: 'Bow', sides: 'oneThenOther', countScope: 'perSide' })
const beats = aForm({
  ...rise,
  id: 'beats',
  counting: { by: 'beats', beatsPerMinute: 60 },
  moves: FREE_MOVE,
})
const forms = [rise, bow, beats]
const compiled = (routine: Routine) =>
  compileTimeline({ routine, forms, ways: [], pace: steadyPace(4, 6), rules: NO_WAITING })
const layered = (formId: string, count: number, layers: Layer[]) =>
  compiled(aRoutine([aStep('s', formId, { count, layers })]))
const starts = (segments: readonly Segment[]) =>
  segments.filter(({ beginsRepetition, kind }) => beginsRepetition && kind !== 'rest')

describe('what is so from a repetition on', () => {
  it('a sketch twice, then palms, then fingers: one occurrence and one count', () => {
    const { occurrences, segments } = layered('rise', 6, [
      { from: {}, so: { target: 'sketch' } },
      { from: { repetition: 3 }, so: { target: 'palms' } },
      { from: { repetition: 5 }, so: { target: 'fingers' } },
    ])
    expect(occurrences).toHaveLength(1)
    expect(occurrences[0]!.counts).toEqual([{ side: 'none', count: 6 }])
    expect(starts(segments).map(({ level }) => level)).toEqual([
      ...['sketch', 'sketch', 'palms', 'palms', 'fingers', 'fingers'],
    ])
    expect(starts(segments).map(({ remainingInStep }) => remainingInStep)).toEqual([5, 4, 3, 2, 1, 0])
    expect(occurrences[0]!.turnsAtSeconds).toEqual([
      starts(segments)[2]!.startSeconds,
      starts(segments)[4]!.startSeconds,
    ])
  })
  it('turns where it is held or paced otherwise too, however the breath settles', () => {
    const layers = [
      { from: { repetition: 3 }, so: { holdBreaths: 1 } },
      { from: { repetition: 5 }, so: { holdBreaths: 0, paceScale: 2 } },
    ]
    const routine = aRoutine([aStep('s', 'rise', { count: 6, layers }), aStep('t', 'rise', { count: 6 })])
    const pace = { start: { inSeconds: 3, outSeconds: 4 }, settled: { inSeconds: 5, outSeconds: 7 }, settleMinutes: 4 }
    const { occurrences, segments } = compileTimeline({ routine, forms, ways: [], pace, rules: NO_WAITING })
    const own = starts(segments).filter(({ occurrence }) => occurrence === 0)
    expect(occurrences[0]!.turnsAtSeconds).toEqual([own[2]!.startSeconds, own[4]!.startSeconds])
    expect(occurrences[1]!.turnsAtSeconds).toEqual([])
  })
  it('calls the phases by its own words from there on, and leaves the others theirs', () => {
    const { segments } = layered('rise', 4, [
      { from: { repetition: 2 }, so: { cues: ['To the brow'] } },
      { from: { repetition: 3 }, so: { cues: ['', 'To the belly'], swapBreath: true } },
      { from: { repetition: 4 }, so: { cues: [] } },
    ])
    const [up, down] = rise.moves[0]!.phases.map(({ cue }) => cue) as [string, string]
    expect(segments.filter(({ kind }) => kind === 'phase').map(({ cue }) => cue)).toEqual([
      ...[up, down],
      ...['To the brow', down],
      ...[up, 'To the belly'],
      ...[up, down],
    ])
  })
  it('breath swapped after four', () => {
    const { segments } = layered('rise', 8, [{ from: { repetition: 5 }, so: { swapBreath: true } }])
    expect(starts(segments).map(({ breath }) => breath)).toEqual(
      [...'iiiioooo'].map((each) => (each === 'i' ? 'in' : 'out')),
    )
  })
  it('hands only slowly, then sitting, then standing: the stance changes on the way, and takes its time', () => {
    const routine = aRoutine([
      aStep('s', 'rise', {
        count: 7,
        layers: [
          { from: {}, so: { stage: 'handsOnly', paceScale: 1.5 } },
          { from: { repetition: 3 }, so: { stage: 'seated', paceScale: 1 } },
          { from: { repetition: 5 }, so: { stage: 'whole' } },
        ],
      }),
    ])
    const rules = { ...NO_WAITING, stanceChangeSeconds: 4 }
    const { segments } = compileTimeline({ routine, forms, ways: [], pace: steadyPace(4, 6), rules })
    const begun = starts(segments)
    expect(begun.map(({ stage }) => stage)).toEqual([
      'handsOnly',
      'handsOnly',
      'seated',
      'seated',
      'whole',
      'whole',
      'whole',
    ])
    expect(begun.map(({ lengthSeconds }) => lengthSeconds)).toEqual([6, 6, 4, 4, 4, 4, 4])
    expect(segments.filter(({ kind }) => kind === 'stanceChange').map(({ lengthSeconds }) => lengthSeconds)).toEqual([
      4, 4,
    ])
  })
  it('the first only watched: it is not counted, and the count goes on without it', () => {
    const { occurrences, segments } = layered('bow', 4, [
      { from: {}, so: { stage: 'watch' } },
      { from: { repetition: 2 }, so: { stage: 'whole' } },
    ])
    expect(occurrences[0]!.counts.map(({ count }) => count)).toEqual([3, 3])
    expect(segments.filter(({ kind }) => kind === 'watch').map(({ repetition }) => repetition)).toEqual([0, 0, 0, 0])
    expect(starts(segments).map(({ side, repetition }) => `${side} ${repetition}`)).toEqual([
      ...['left 1', 'left 2', 'left 3', 'right 1', 'right 2', 'right 3'],
    ])
  })
  it('a tempo that slows on the way, evenly, up to the last', () => {
    const { segments } = layered('beats', 5, [{ from: {}, so: { paceScale: 1, paceScaleAtEnd: 2 } }])
    expect(segments.map(({ lengthSeconds }) => lengthSeconds)).toEqual([1, 1.25, 1.5, 1.75, 2])
  })
  it('movement only: the time of the breath, and no breath', () => {
    const { segments } = layered('rise', 2, [{ from: {}, so: { stage: 'movement' } }])
    expect(segments.map(({ breath, lengthSeconds }) => [breath, lengthSeconds])).toEqual([
      ...[
        ['free', 4],
        ['free', 6],
        ['free', 4],
        ['free', 6],
      ],
    ])
  })
})

describe('what is so from a round, a side or a stage on', () => {
  it('the second round held for two breaths at the half of each repetition', () => {
    const step = aStep('s', 'rise', { count: 1, layers: [{ from: { round: 2 }, so: { holdBreaths: 2 } }] })
    const { segments } = compiled(aRoutine([{ ...groupFor('rounds', 'g', 'G', [step]), rounds: 2, restBreaths: 0 }]))
    expect(segments.map(({ kind, breath }) => `${kind} ${breath}`)).toEqual([
      ...['phase in', 'phase out', 'phase in', 'hold in', 'hold out', 'hold in', 'hold out', 'phase out'],
    ])
    expect(segments.filter(({ endsRepetition }) => endsRepetition)).toHaveLength(2)
  })
  it('more on the second side', () => {
    const { occurrences } = layered('bow', 3, [{ from: { side: 'second' }, so: { count: 5 } }])
    expect(occurrences[0]!.counts.map(({ count }) => count)).toEqual([3, 5])
  })
  it('each stage of building up with a count of its own', () => {
    const layers: Layer[] = [
      { from: {}, so: { count: 2 } },
      { from: { stage: 'seated' }, so: { count: 3 } },
      { from: { stage: 'whole' }, so: { count: 4 } },
    ]
    const group = groupFor('buildUp', 'g', 'G', [aStep('s', 'rise', { layers })])
    const { occurrences } = compiled(aRoutine([{ ...group, stages: ['handsOnly', 'seated', 'whole'] }]))
    expect(occurrences.map(({ counts }) => counts[0]!.count)).toEqual([2, 3, 4])
  })
})

describe('a ratio of the breath', () => {
  const lengths = (routine: Routine, inSeconds = 4) =>
    compileTimeline({ routine, forms, ways: [], pace: steadyPace(inSeconds, 6), rules: NO_WAITING })
      .segments.filter(isBody)
      .map(({ lengthSeconds }) => lengthSeconds)
  it('holds for a step, or for a routine where a step says nothing, in counts of which my in-breath has four', () => {
    const ratio = { inCounts: 4, outCounts: 8 }
    expect(lengths(aRoutine([aStep('s', 'rise', { count: 1, layers: [{ from: {}, so: { ratio } }] })]))).toEqual([4, 8])
    const even = { ...aRoutine([aStep('s', 'rise', { count: 1 })]), ratio: { inCounts: 4, outCounts: 4 } }
    expect(lengths(even)).toEqual([4, 4])
  })
  it('stays a ratio where the out-breath would pass its ten seconds', () => {
    const ratio = { inCounts: 4, outCounts: 8 }
    const [inSeconds, outSeconds] = lengths({ ...aRoutine([aStep('s', 'rise', { count: 1 })]), ratio }, 6)
    expect(outSeconds).toBeCloseTo(10, 9)
    expect(inSeconds).toBeCloseTo(5, 9)
  })
})

describe('what lies between pieces', () => {
  const pieces = ['a', 'b', 'c'].map((id) => aStep(id, 'rise', { count: 1, restBreaths: 2 }))
  const between = (how: Between) => compiled({ ...aRoutine(pieces), between: how })
  it('a form, done after each but the last, in place of the rests; the next piece takes no time to announce', () => {
    const { occurrences } = between({ by: 'form', formId: 'bow', count: 1 })
    expect(occurrences.map(({ formId, isBetween }) => `${formId}${isBetween ? ' between' : ''}`)).toEqual([
      ...['rise', 'bow between', 'rise', 'bow between', 'rise'],
    ])
    expect(occurrences.map(({ announce }) => announce)).toEqual(['full', 'full', 'foretold', 'none', 'foretold'])
  })
  it('breaths of rest after each but the last, whose own rest stays', () => {
    const { segments } = between({ by: 'rest', breaths: 1 })
    expect(segments.filter(({ kind, endsRepetition }) => kind === 'rest' && endsRepetition)).toHaveLength(1 + 1 + 2)
  })
  it('no stop: nothing but the name', () => {
    const timeline = between({ by: 'flow' })
    expect(timeline.occurrences.map(({ announce }) => announce)).toEqual(['full', 'name', 'name'])
    expect(timeline.segments.filter(({ kind }) => kind === 'rest')).toHaveLength(4)
  })
  it('ends where the closing begins', () => {
    const closing = [{ ...aStep('end', 'rise', { count: 1 }), part: 'settle' as const }]
    const how: Between = { by: 'form', formId: 'bow', count: 1 }
    const { occurrences } = compiled({ ...aRoutine([...pieces, ...closing]), between: how })
    expect(occurrences.map(({ formId }) => formId)).toEqual(['rise', 'bow', 'rise', 'bow', 'rise', 'rise'])
  })
  it('keeps the rest between rounds of a group', () => {
    const group = { ...groupFor('rounds', 'g', 'G', pieces), rounds: 2, restBreaths: 3 }
    const { segments } = compiled(aRoutine([{ ...group, between: { by: 'flow' } }]))
    expect(segments.filter(({ kind, endsRepetition }) => kind === 'rest' && endsRepetition)).toHaveLength(3 + 2)
  })
})

describe('whatever the layers', () => {
  const soArbitrary = fc.record(
    {
      target: fc.constantFrom('palms', 'brow'),
      cues: fc.constantFrom([], ['One'], ['', 'Two']),
      holdBreaths: fc.integer({ min: 0, max: 3 }),
      paceScale: fc.double({ min: 0.5, max: 2, noNaN: true }),
      paceScaleAtEnd: fc.double({ min: 0.5, max: 2, noNaN: true }),
      ratio: fc.record({ inCounts: fc.integer({ min: 1, max: 8 }), outCounts: fc.integer({ min: 1, max: 12 }) }),
      swapBreath: fc.boolean(),
      stage: fc.constantFrom('watch', 'handsOnly', 'seated', 'movement', 'whole'),
      version: fc.constantFrom('plain', 'seated'),
    },
    { requiredKeys: [] },
  )
  const layerArbitrary = fc.record({
    from: fc.record({ repetition: fc.integer({ min: 1, max: 8 }), side: fc.constant('second') }, { requiredKeys: [] }),
    so: soArbitrary,
  }) as fc.Arbitrary<Layer>
  it('segments leave no gap, the count left reaches zero once and only falls, and what is counted is what is done', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...forms.map(({ id }) => id)),
        fc.integer({ min: 1, max: 9 }),
        fc.array(layerArbitrary, { maxLength: 5 }),
        (formId, count, layers) => {
          const timeline = layered(formId, count, layers)
          let at = 0
          for (const { startSeconds, lengthSeconds } of timeline.segments) {
            expect(startSeconds).toBeCloseTo(at, 6)
            at += lengthSeconds
          }
          expect(at).toBeCloseTo(timeline.totalSeconds, 6)
          const ends = timeline.segments.filter(({ endsRepetition, kind }) => endsRepetition && kind !== 'rest')
          const asked = totalsOf(timeline).bySteps[0]!.counts.reduce((sum, each) => sum + each.count, 0)
          expect(ends).toHaveLength(asked)
          expect(ends.map(({ remainingInStep }) => remainingInStep)).toEqual(
            Array.from({ length: asked }, (_, done) => asked - 1 - done),
          )
        },
      ),
    )
  })
})
