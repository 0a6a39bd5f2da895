import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { plainWay, type LearningStage } from '#core/forms'
import { asLearned, hasUnlearned, inVersionToday, versionsIn } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { aForm, aRoutine, aStep, NO_WAITING } from '../../helpers'

const version = (kind: 'seated' | 'weighted') => ({ kind, change: '' })
const both = aForm({ id: 'both', versions: [version('weighted'), version('seated')] })
const neither = aForm({ id: 'neither', versions: [] })
const forms = [both, neither]
const setting = { forms, ways: [] }
const layers = [{ from: { repetition: 3 }, so: { version: 'plain' as const, target: 'palms' } }]
const routine = aRoutine([
  aStep('a', 'both', { layers, manner: { version: null, choices: { heels: 'quiet' } } }),
  aStep('b', 'neither'),
])

describe('a session as it is done today', () => {
  it('offers the versions that some form of it has', () => {
    expect(versionsIn(routine, forms)).toEqual(['seated', 'weighted'])
    expect(versionsIn(aRoutine([aStep('b', 'neither')]), forms)).toEqual([])
  })
  it('takes every form that has the version in it, keeps what was chosen besides, and leaves others alone', () => {
    const [first, second] = inVersionToday(routine, setting, 'seated').entries
    expect(first).toMatchObject({ manner: { version: 'seated', choices: { heels: 'quiet' } } })
    expect(first).toMatchObject({ layers: [{ from: { repetition: 3 }, so: { target: 'palms' } }] })
    expect(first).not.toHaveProperty('layers.0.so.version')
    expect(second).toBe(routine.entries[1])
  })
  it('knows the weight of each wrist, and takes weights off without touching anything else', () => {
    expect(inVersionToday(routine, setting, 'weighted', 0.5).entries[0]).toMatchObject({
      manner: { version: 'weighted', weightKg: 0.5 },
    })
    const weighted = aRoutine([aStep('a', 'both', { manner: { version: 'weighted', choices: {} } })])
    expect(inVersionToday(weighted, setting, 'plain').entries[0]).toMatchObject({ manner: { version: 'plain' } })
    expect(inVersionToday(routine, setting, 'plain')).toEqual(routine)
  })
  it('stands nobody up who was to sit, in this routine or always', () => {
    const here = aRoutine([aStep('a', 'both', { manner: { version: 'seated', choices: {} } })])
    const always = { forms, ways: [{ ...plainWay('w', 'both'), version: 'seated' as const }] }
    for (const asked of ['weighted', 'plain'] as const) {
      expect(inVersionToday(here, setting, asked)).toEqual(here)
      expect(inVersionToday(aRoutine([aStep('a', 'both')]), always, asked)).toEqual(aRoutine([aStep('a', 'both')]))
    }
  })
})

describe('a session that is led as far as its forms are learned', () => {
  const stages = new Map<string, LearningStage>([
    ['watched', 'watch'],
    ['hands', 'handsOnly'],
    ['slow', 'slow'],
    ['whole', 'whole'],
    ['breath', 'withBreath'],
  ])
  const stageOf = (formId: string) => stages.get(formId) ?? null
  const ids = [...stages.keys(), 'unknown']
  const learned = asLearned(aRoutine(ids.map((id) => aStep(id, id, { count: 3 }))), stageOf)
  const timeline = compileTimeline({
    routine: learned,
    forms: ids.map((id) => aForm({ id, name: id })),
    ways: [],
    pace: steadyPace(4, 6),
    rules: NO_WAITING,
  })

  it('leads each in its stage, stays one step of it, and leaves alone what is learned or unknown', () => {
    const stagesOf = (formId: string) => {
      const { index } = timeline.occurrences.find((each) => each.formId === formId)!
      const own = timeline.segments.filter(
        ({ occurrence, kind }) => occurrence === index && (kind === 'phase' || kind === 'watch'),
      )
      return [...new Set(own.map(({ stage }) => stage))].join(', ')
    }
    expect(ids.map((id) => `${id}: ${stagesOf(id)}`)).toEqual([
      'watched: watch, handsOnly',
      'hands: handsOnly',
      'slow: movement',
      'whole: movement',
      'breath: whole',
      'unknown: whole',
    ])
    expect(timeline.occurrences).toHaveLength(ids.length)
  })
  it('takes more time for what is slow, and frees the breath of what is not led by it', () => {
    const of = (formId: string) => timeline.occurrences.find((each) => each.formId === formId)!
    expect(of('slow').bodySeconds / of('whole').bodySeconds).toBeCloseTo(1.5, 6)
    const free = timeline.segments.filter(
      ({ occurrence, kind }) => occurrence === of('whole').index && kind === 'phase',
    )
    expect(new Set(free.map(({ breath }) => breath))).toEqual(new Set(['free']))
  })
  it('is offered only where something is still to be learned', () => {
    expect(hasUnlearned(aRoutine([aStep('a', 'breath')]), stageOf)).toBe(false)
    expect(hasUnlearned(aRoutine([aStep('a', 'breath'), aStep('b', 'slow')]), stageOf)).toBe(true)
  })
})
