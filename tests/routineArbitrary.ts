import fc from 'fast-check'
import { ARC_PARTS, VERSION_KINDS, type Manner, type Way } from '#core/forms'
import { handedRoutine, type SharePackage } from '#core/handover'
import {
  BUILD_STAGES,
  emptyRoutine,
  groupFor,
  PATTERNS,
  stepFor,
  withEachStep,
  type Between,
  type Entry,
  type Step,
} from '#core/routine'
import { CATALOGUE } from '#data'
import { choicesArbitrary, formAndCountArbitrary, layerArbitrary } from './helpers'

/** Whatever may lie between pieces. */
export const betweenArbitrary = fc.oneof<fc.Arbitrary<Between>[]>(
  fc.constant({ by: 'flow' }),
  fc.record({ by: fc.constant('rest' as const), breaths: fc.nat(20) }),
  fc.record({
    by: fc.constant('form' as const),
    formId: fc.constantFrom(...CATALOGUE.map(({ id }) => id)),
    count: fc.integer({ min: 1, max: 3600 }),
  }),
)
const chosen = fc.constantFrom<Manner['choices']>({}, { topHold: 'leaveOut' }, { heels: 'quiet', belly: 'natural' })
const mannerArbitrary = fc
  .tuple(fc.constantFrom(...VERSION_KINDS, 'plain', null), chosen)
  .map(([version, choices]): Manner => ({ version, choices }))
  .filter(({ version, choices }) => version !== null || Object.keys(choices).length > 0)
const marks = fc.record(
  { optional: fc.boolean(), pinned: fc.boolean(), off: fc.boolean(), byHand: fc.constant(true) },
  { requiredKeys: ['optional', 'pinned', 'off'] },
)
const stepArbitrary = fc
  .tuple(
    fc.constantFrom(...CATALOGUE),
    fc.integer({ min: 1, max: 3600 }),
    fc.nat(20),
    fc.constantFrom(...ARC_PARTS),
    marks,
    fc.option(mannerArbitrary, { nil: undefined }),
    fc.array(layerArbitrary, { maxLength: 3 }),
  )
  .map(([form, count, restBreaths, part, marked, manner, layers]): Step => ({
    ...stepFor(form, 's'),
    count,
    restBreaths,
    part,
    ...(manner && { manner }),
    ...(layers.length > 0 && { layers }),
    ...marked,
  }))
const groupArbitrary = fc
  .tuple(
    fc.constantFrom(...PATTERNS),
    fc
      .string({ minLength: 1, maxLength: 20, unit: fc.constantFrom(...'abc xyz-()') })
      .filter((name) => name.trim() === name && !/ {2}/.test(name)),
    fc.array(stepArbitrary, { minLength: 1, maxLength: 3 }),
    fc.integer({ min: 1, max: 36 }),
    fc.subarray([...BUILD_STAGES]),
    marks,
    fc.option(betweenArbitrary, { nil: undefined }),
  )
  .map(([pattern, name, steps, rounds, stages, marked, between]) => ({
    ...groupFor(pattern, 'g', name, steps),
    rounds,
    stages: pattern === 'buildUp' ? stages : [],
    ...(between && { between }),
    ...marked,
  }))

/** Any entry that a routine of shipped forms can have; ids are the same in all. */
export const entryArbitrary = fc.oneof(stepArbitrary, groupArbitrary)

const wayArbitrary = fc
  .record(
    {
      choices: choicesArbitrary,
      swapBreath: fc.constantFrom(true, false, null),
      version: fc.constantFrom(...VERSION_KINDS, null),
      weightKg: fc.constantFrom(0.5, 1),
    },
    { requiredKeys: ['choices', 'swapBreath', 'version'] },
  )
  .map((way): Way => ({ ...way, id: 'way', formId: 'own-0', name: 'A way', learnedFrom: '', notes: '' }))

/** Any routine that is handed over, with up to three forms and ways of its owner’s. */
export const handedArbitrary = fc
  .tuple(
    fc.array(entryArbitrary, { minLength: 1, maxLength: 14 }),
    fc.array(formAndCountArbitrary, { maxLength: 3 }),
    fc.array(wayArbitrary, { maxLength: 3 }),
    fc.string({ minLength: 1, maxLength: 40, unit: 'grapheme' }).map((name) => name.trim() || 'A routine'),
  )
  .map(([entries, forms, ways, name]): SharePackage => {
    let last = 0
    const own = forms.map(({ form }, at) => ({ ...form, id: `own-${at}` }))
    const mine = own.map((form, at) => stepFor(form, `own-step-${at}`))
    const routine = withEachStep(
      { ...emptyRoutine('r', name), entries: [...(entries as Entry[]), ...mine] },
      (step) => ({
        ...step,
        id: `s${(last += 1)}`,
      }),
    )
    return handedRoutine(routine, {
      forms: own,
      ways: ways.map((way, at) => ({
        ...way,
        id: `way-${at}`,
        formId: own[at % Math.max(1, own.length)]?.id ?? 'cloud-hands',
      })),
    })
  })
