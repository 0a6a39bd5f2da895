import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkRoutine, easeRoutine, UNKNOWN_PERSON } from '#core/compose'
import { CONDITIONS, concernsOf, USUAL_HOUSE_RULES } from '#core/forms'
import { activeSteps, stepsOf } from '#core/routine'
import { steadyPace } from '#core/breath'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { aForm, aRoutine, aStep, NO_WAITING } from '../../helpers'

const pace = steadyPace(4, 6)
const setting = (forms: ReturnType<typeof aForm>[]) => ({ forms, ways: [], pace, rules: NO_WAITING })
const SPARED = new Set(['deepFold'] as const)
const fold = aForm({ id: 'fold', cautions: ['deepFold'], versions: [] })
const knees = aForm({ id: 'knees', stance: 'low', versions: [{ kind: 'higher', change: '' }] })
const plain = aForm({ id: 'plain' })

describe('a routine eased for a body', () => {
  it('stays as it is where nothing in it is too much', () => {
    const routine = aRoutine([aStep('s1', 'plain'), aStep('s2', 'fold')])
    expect(easeRoutine({ routine, ...setting([plain, fold]) }, new Set(['oneLeg']))).toEqual({
      routine,
      milder: [],
      leftOut: [],
    })
  })

  it('does what is too much in a milder version, and puts off what has none', () => {
    const routine = aRoutine([aStep('s1', 'knees'), aStep('s2', 'fold'), aStep('s3', 'plain')])
    const eased = easeRoutine({ routine, ...setting([knees, fold, plain]) }, new Set([...SPARED, 'deepKnees']))
    expect(eased.milder).toEqual(['knees'])
    expect(eased.leftOut).toEqual(['fold'])
    expect(stepsOf(eased.routine).map(({ off, manner }) => [off, manner?.version ?? null])).toEqual([
      [false, 'higher'],
      [true, null],
      [false, null],
    ])
  })

  it('looks into what a step says of some of its repetitions, too', () => {
    const weights = aForm({ id: 'weights', versions: [{ kind: 'weighted', change: '' }] })
    const layers = [{ from: { repetition: 2 }, so: { version: 'weighted' as const } }]
    const routine = aRoutine([aStep('s1', 'weights', { layers })])
    const eased = easeRoutine({ routine, ...setting([weights]) }, new Set(['wristWeights']))
    expect(eased.milder).toEqual(['weights'])
    expect(stepsOf(eased.routine)[0]!.layers).toBeUndefined()
  })

  it('leaves nothing that the check would warn of, whatever of the shipped routines and whatever is declared', () => {
    const shipped = { forms: CATALOGUE, ways: [], pace, rules: USUAL_HOUSE_RULES }
    fc.assert(
      fc.property(
        fc.constantFrom(...SHIPPED_ROUTINES),
        fc.uniqueArray(fc.constantFrom(...CONDITIONS), { maxLength: 4 }),
        (routine, conditions) => {
          const eased = easeRoutine({ routine, ...shipped }, concernsOf(conditions)).routine
          if (activeSteps(eased).length === 0) return
          const found = checkRoutine({ routine: eased, ...shipped }, { ...UNKNOWN_PERSON, conditions })
          expect(found.filter(({ kind }) => kind === 'caution')).toEqual([])
        },
      ),
    )
  })
})
