import { validate } from '#core/basics'
import { describe, expect, it } from 'vitest'
import { LIMITS, inStage, seriesSchema, type Series } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { SHIPPED_ROUTINES, SHIPPED_SERIES } from '#data'
import { steadyPace } from '#core/breath'
import { aForm, aRoutine, aStep, NO_WAITING } from '../../helpers'

const forms = [aForm({ id: 'rise', name: 'Rise' }), aForm({ id: 'still', name: 'Still', part: 'settle' })]
const routine = aRoutine([aStep('a', 'rise', { count: 4 }), aStep('b', 'still', { part: 'settle' })])
const stagesOf = (given: typeof routine) =>
  compileTimeline({ routine: given, forms, ways: [], pace: steadyPace(4, 6), rules: NO_WAITING })
    .segments.filter(({ kind }) => kind === 'phase')
    .map(({ occurrence, stage }) => `${occurrence} ${stage}`)

describe('a lesson that is led in a stage', () => {
  it('leads all that is learned in it, and closes as ever', () => {
    const seen = new Set(stagesOf(inStage(routine, 'movement')))
    expect([...seen]).toEqual(['0 movement', '1 whole'])
    expect(new Set(stagesOf(routine))).toEqual(new Set(['0 whole', '1 whole']))
  })
  it('lets the layers of a step say something else later on', () => {
    const layered = aRoutine([
      aStep('a', 'rise', { count: 4, layers: [{ from: { repetition: 3 }, so: { stage: 'whole' } }] }),
    ])
    expect([...new Set(stagesOf(inStage(layered, 'handsOnly')))]).toEqual(['0 handsOnly', '0 whole'])
  })
  it('leaves a step alone that has all the layers it may have', () => {
    const layers = Array.from({ length: LIMITS.layers }, (_, at) => ({
      from: { repetition: at + 1 },
      so: { holdBreaths: 1 },
    }))
    const full = aRoutine([aStep('a', 'rise', { layers })])
    expect(inStage(full, 'movement')).toEqual(full)
  })
})

describe('series as data', () => {
  const series: Series = { id: 's', name: 'S', purpose: '', repeats: false, lessons: [] }
  const lesson = { id: 'l', routineId: 'r', adds: '', times: 1 }
  it.each([
    ['an unknown stage', { lessons: [{ ...lesson, stage: 'whole' }] }, /^lessons\[0\]\.stage must be one of/],
    ['no times', { lessons: [{ ...lesson, times: 0 }] }, /^lessons\[0\]\.times must be at least 1/],
    ['a lesson twice', { lessons: [lesson, lesson] }, /^lessons uses the id l twice/],
    ['a beginning that is no instant', { begunAt: 'monday' }, /^begunAt must be a time in UTC/],
    ['another field', { colour: 'red' }, /colour/],
  ])('names the field of %s', (_what, spoilt, message) => {
    const checked = validate(seriesSchema, { ...series, ...spoilt }, 'the series')
    expect(checked.ok ? '' : checked.faults[0]!.message).toMatch(message)
  })
  it.each(SHIPPED_SERIES.map((each) => [each.name, each] as const))(
    'ships “%s”, of routines that ship',
    (_name, each) => {
      expect(validate(seriesSchema, each, 'the series')).toEqual({ ok: true, value: each })
      const known = new Set(SHIPPED_ROUTINES.map(({ id }) => id))
      expect(each.lessons.filter(({ routineId }) => !known.has(routineId))).toEqual([])
    },
  )
})
