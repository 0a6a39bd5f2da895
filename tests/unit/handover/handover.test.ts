import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wayFor, type Form, type Way } from '#core/forms'
import {
  previewImport,
  handedRoutine,
  readSharePackage,
  importPackage,
  unknownForms,
  writeSharePackage,
  type SharePackage,
  type Here,
} from '#core/handover'
import { routineSchema, stepsOf, type Routine } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { steadyPace } from '#core/breath'
import { CATALOGUE, SHIPPED_IDS, SHIPPED_ROUTINES } from '#data'
import { aForm, aRoutine, aStep, NO_WAITING } from '../../helpers'
import { handedArbitrary } from '../../routineArbitrary'

const ids = (prefix = 'new') => {
  let last = 0
  return () => `${prefix}-${(last += 1)}`
}
const aWay = (change: Partial<Way> = {}): Way => ({
  id: 'my-way',
  formId: 'own',
  name: 'My way',
  choices: {},
  swapBreath: null,
  version: null,
  learnedFrom: '',
  notes: '',
  ...change,
})
const own = aForm({ id: 'own', name: 'Draw the net' })
const nobody: Here = { forms: CATALOGUE, ways: [], routines: SHIPPED_ROUTINES }
const AS_THEY_DO = { theirWays: true, instead: {} }
const seconds = (routine: Routine, forms: readonly Form[], ways: readonly Way[]) =>
  totalsOf(compileTimeline({ routine, forms, ways, pace: steadyPace(4, 6), rules: NO_WAITING })).totalSeconds

describe('a routine that is handed over', () => {
  const routine = aRoutine([aStep('a', 'own', { count: 4 }), aStep('b', 'cloud-hands')])

  it('has its own forms with it and the ways in which they are done, and nothing else of a person', () => {
    const elsewhere = aForm({ id: 'elsewhere' })
    const turned = aWay({ swapBreath: true, learnedFrom: 'A neighbour', notes: 'Not on cold days.' })
    const handed = handedRoutine(routine, { forms: [own, elsewhere], ways: [turned, aWay({ id: 'x', formId: 'wu' })] })
    expect(handed.forms).toEqual([own])
    expect(handed.ways).toEqual([{ ...turned, learnedFrom: '', notes: '' }])
    expect(stepsOf(handed.routine).map(({ formId, wayId }) => [formId, wayId])).toEqual([
      ['own', 'my-way'],
      ['cloud-hands', null],
    ])
    expect(Object.keys(handed)).toEqual(['routine', 'forms', 'ways'])
  })

  it('leaves out what its owner did not want to be told of the check', () => {
    const quiet = { ...routine, silenced: ['noClosing'] }
    expect(handedRoutine(quiet, { forms: [own], ways: [] }).routine.silenced).toEqual([])
  })

  it('is read again as it was written, whatever is in it', () => {
    fc.assert(
      fc.property(handedArbitrary, (handed) => {
        expect(routineSchema.isValidSync(handed.routine, { strict: true })).toBe(true)
        for (const indent of [undefined, 2]) {
          const read = readSharePackage(writeSharePackage(handed, indent), SHIPPED_IDS)
          expect(read.ok && read.value).toEqual(handed)
        }
      }),
    )
  })

  it('is refused where a field of it is wrong, and the field is named', () => {
    const text = writeSharePackage(handedRoutine(routine, { forms: [own], ways: [] }))
    const wrong = readSharePackage(text.replace('"count":4', '"count":"four"'), SHIPPED_IDS)
    expect(wrong.ok ? [] : wrong.faults.map(({ path }) => path)).toEqual(['routine.entries[0].count'])
    const later = readSharePackage(text.replace(/"version":\d+/, '"version":999'), SHIPPED_IDS)
    expect(later.ok ? '' : later.faults[0]!.message).toContain('version must be')
    expect(readSharePackage('{"format":"pebblebrook-archive"}', SHIPPED_IDS).ok).toBe(false)
    expect(readSharePackage(text.slice(0, 90), SHIPPED_IDS).ok).toBe(false)
    expect(readSharePackage(text.replace(/"routine":\{.*\},"forms"/, '"forms"'), SHIPPED_IDS).ok).toBe(false)
  })

  it('names forms that are nowhere here', () => {
    const handed = handedRoutine(routine, { forms: [], ways: [] })
    expect(unknownForms(handed, CATALOGUE)).toEqual(['own'])
  })
})

describe('what is taken of it', () => {
  const routine = { ...aRoutine([aStep('a', 'own', { count: 4 })]), name: 'Nets' }
  const handed: SharePackage = handedRoutine(routine, { forms: [own], ways: [aWay({ choices: { topHold: 'hold' } })] })

  it('lasts as long as where it came from, done in their way', () => {
    const there = seconds(routine, [own], [aWay({ choices: { topHold: 'hold' } })])
    const { forms, ways, routine: mine } = importPackage(handed, nobody, AS_THEY_DO, ids())
    expect(seconds(mine, [...CATALOGUE, ...forms], ways)).toBe(there)
    const mineToo = importPackage(handed, nobody, { ...AS_THEY_DO, theirWays: false }, ids())
    expect(mineToo.ways).toEqual([])
    expect(seconds(mineToo.routine, mineToo.forms, [])).toBeLessThan(there)
  })

  it('does not make their way mine: the form is done as before everywhere else', () => {
    const { ways } = importPackage(handed, nobody, AS_THEY_DO, ids())
    expect(ways).toHaveLength(1)
    expect(wayFor({ formId: 'own' }, ways)).toBeUndefined()
    expect(wayFor({ formId: 'own', wayId: ways[0]!.id }, ways)).toBe(ways[0])
  })

  it('keeps apart what has a name that is here, and an id that is here for something else', () => {
    const other = aForm({ id: 'own', name: 'Draw the net', about: 'Mine is another.' })
    const here = { ...nobody, forms: [...CATALOGUE, other], routines: [{ ...routine, id: 'r1' }] }
    const taken = importPackage(handed, here, AS_THEY_DO, ids())
    expect(taken.forms).toMatchObject([{ id: 'new-1', name: 'Draw the net, shared' }])
    expect(taken.routine.name).toBe('Nets, shared')
    expect(stepsOf(taken.routine)[0]!.formId).toBe('new-1')
    expect(taken.ways[0]!.formId).toBe('new-1')
    const again = importPackage(
      handed,
      { ...here, routines: [...here.routines, taken.routine] },
      AS_THEY_DO,
      ids('later'),
    )
    expect(again.routine.name).toBe('Nets, shared 2')
  })

  it('takes nothing twice that is here already', () => {
    const first = importPackage(handed, nobody, AS_THEY_DO, ids())
    const here = { forms: [...CATALOGUE, ...first.forms], ways: first.ways, routines: [first.routine] }
    const second = importPackage(handed, here, AS_THEY_DO, ids('later'))
    expect(second.forms).toEqual([])
    expect(second.ways).toEqual([])
    expect(stepsOf(second.routine)[0]).toMatchObject({ formId: 'own', wayId: first.ways[0]!.id })
    expect(previewImport(handed, here).same).toBe(first.routine)
  })

  it('does a form of mine instead, where that is chosen, between the pieces too', () => {
    const between = { by: 'form', formId: 'own', count: 2 } as const
    const flowing = handedRoutine({ ...routine, between }, { forms: [own], ways: [aWay({ swapBreath: true })] })
    const taken = importPackage(flowing, nobody, { theirWays: true, instead: { own: 'cloud-hands' } }, ids())
    expect(taken.forms).toEqual([])
    expect(taken.ways).toEqual([])
    expect(stepsOf(taken.routine)[0]).toMatchObject({ formId: 'cloud-hands', wayId: null })
    expect(taken.routine.between).toEqual({ ...between, formId: 'cloud-hands' })
  })

  it('says what a form and a routine resemble', () => {
    const mine = aForm({ id: 'mine', name: 'draw the NET', about: 'As I know it.' })
    const near = { ...aRoutine([aStep('z', 'own')]), id: 'near', name: 'By the harbour' }
    const here = { forms: [...CATALOGUE, mine], ways: [], routines: [...SHIPPED_ROUTINES, near] }
    const coming = previewImport(handed, here)
    expect(coming.forms).toMatchObject([{ same: null, resembles: mine }])
    expect(coming.resembles).toEqual([near])
    expect(coming.same).toBeNull()
  })

  it('speaks of their way only where it is another than mine', () => {
    const there = (ways: Way[]) => previewImport(handed, { ...nobody, ways }).ways.length
    expect(there([])).toBe(1)
    expect(there([aWay({ id: 'm', choices: { topHold: 'hold' } })])).toBe(0)
    expect(there([aWay({ id: 'm' })])).toBe(1)
    const asTaught = handedRoutine(routine, { forms: [own], ways: [aWay()] })
    expect(previewImport(asTaught, nobody).ways).toEqual([])
  })
})
