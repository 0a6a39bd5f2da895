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
import { FEELING_SCALES, type FeelingScale } from '../journal'

/** One of the two that are compared. */
export type TrialArm = 'one' | 'other'

/** What is compared, all else alike: two routines, a routine with a form and without it, or a routine in the morning and in the evening. */
export type TrialCompares =
  { kind: 'routines'; otherRoutineId: string } | { kind: 'form'; formId: string } | { kind: 'times' }

/** A question put to oneself over some weeks, with chance to choose what is done on which day. */
export interface Trial {
  id: string
  name: string
  routineId: string
  compares: TrialCompares
  outcome: FeelingScale
  /** Practice day on which it begins. */
  firstDay: string
  /** 1 Monday to 7 Sunday, on which it asks for something. */
  weekdays: number[]
  /** Pairs of days, one of each. */
  pairs: number
  /** What chance is drawn from. */
  seed: number
  /** Whether what it shows so far may be looked at before its end. */
  open: boolean
}

export const TRIAL_LIMITS = { leastPairs: 6, mostPairs: 60 }

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
