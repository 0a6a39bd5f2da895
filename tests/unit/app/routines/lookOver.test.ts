import { expect, it } from 'vitest'
import { UNKNOWN_PERSON } from '#core/compose'
import { steadyPace } from '#core/breath'
import { lookOver } from '~/features/routines/lookOver'
import { aForm, aRoutine, aStep, NO_WAITING } from '../../../helpers'

const setting = { forms: [aForm()], ways: [], pace: steadyPace(4, 6), rules: NO_WAITING }

it('an error in the check is told, and never taken for nothing found', () => {
  const missing = lookOver(aRoutine([aStep('s', 'gone')]), setting, UNKNOWN_PERSON)
  expect(missing).toEqual({ findings: [], fault: 'The check could not be made: a form of it is missing.' })
  const broken = {
    ...UNKNOWN_PERSON,
    stageOf: () => {
      throw new Error('no stages')
    },
  }
  expect(lookOver(aRoutine([aStep('s', 'a-form')]), setting, broken).fault).toBe(
    'The check could not be made: no stages.',
  )
  expect(lookOver(aRoutine([aStep('s', 'a-form')]), setting, UNKNOWN_PERSON).fault).toBeNull()
})
