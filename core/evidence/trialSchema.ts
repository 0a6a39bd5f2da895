import {
  daySchema,
  idSchema,
  nameSchema,
  oneOf,
  oneOfKinds,
  strictList,
  strictObject,
  tested,
  wholeBetween,
  yesOrNo,
} from '../basics'
import { FEELING_SCALES } from '../journal'
import { TRIAL_LIMITS, type Trial, type TrialCompares } from './trialTypes'

const comparesSchema = oneOfKinds<'kind', TrialCompares>('kind', {
  routines: strictObject<TrialCompares & { kind: 'routines' }>({ kind: oneOf(['routines']), otherRoutineId: idSchema }),
  form: strictObject<TrialCompares & { kind: 'form' }>({ kind: oneOf(['form']), formId: idSchema }),
  times: strictObject<TrialCompares & { kind: 'times' }>({ kind: oneOf(['times']) }),
})

const fieldsOfTrial = strictObject<Trial>({
  id: idSchema,
  name: nameSchema,
  routineId: idSchema,
  compares: comparesSchema,
  outcome: oneOf(FEELING_SCALES),
  firstDay: daySchema,
  weekdays: strictList(wholeBetween(1, 7), 7),
  pairs: wholeBetween(TRIAL_LIMITS.leastPairs, TRIAL_LIMITS.mostPairs),
  seed: wholeBetween(0, 2 ** 31 - 1),
  open: yesOrNo(),
})
export const trialSchema = tested<Trial>(fieldsOfTrial, 'some-days', function (trial) {
  const days = Array.isArray(trial?.weekdays) ? trial.weekdays : []
  const path = this.path ? `${this.path}.weekdays` : 'weekdays'
  const isRight = days.length > 0 && new Set(days).size === days.length
  return isRight || this.createError({ path, message: '${path} must name at least one day of the week, each once' })
})
