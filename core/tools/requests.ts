import { idSchema, numberBetween, numberOrNull, oneOf, strictList, strictObject, type FieldsOf } from '../basics'
import { paceSchema } from '../breath'
import {
  CONDITIONS,
  formSchema,
  houseRulesSchema,
  LEARNING_STAGES,
  waySchema,
  type Condition,
  type LearningStage,
} from '../forms'
import type { FitRequest } from '../compose'
import { routineSchema } from '../routine'
import type { CompileInput } from '../timeline'

/** What is asked to check a routine: what it is compiled from, with what is known of the person. */
export interface CheckRequest extends CompileInput {
  conditions: Condition[]
  stages: { formId: string; stage: LearningStage }[]
  longestStillSeconds: number | null
}

const compileFields: FieldsOf<CompileInput> = {
  routine: routineSchema,
  forms: strictList(formSchema, 500),
  ways: strictList(waySchema, 500),
  pace: paceSchema,
  rules: houseRulesSchema,
}

/** The longest session that is fitted: six hours. */
const MOST_TARGET_SECONDS = 21_600
const MOST_FITTED_ENTRIES = 60

export const compileRequestSchema = strictObject<CompileInput>(compileFields)
export const fitRequestSchema = strictObject<FitRequest>({
  ...compileFields,
  targetSeconds: numberBetween(30, MOST_TARGET_SECONDS),
  toleranceSeconds: numberOrNull(0, 600),
}).test('not-too-many', `\${path}: a routine of at most ${MOST_FITTED_ENTRIES} entries can be fitted`, (request) => {
  // Faults of shape are named by the fields themselves.
  const entries: unknown = request?.routine?.entries
  return !Array.isArray(entries) || entries.length <= MOST_FITTED_ENTRIES
})
export const checkRequestSchema = strictObject<CheckRequest>({
  ...compileFields,
  conditions: strictList(oneOf(CONDITIONS), CONDITIONS.length),
  stages: strictList(
    strictObject<CheckRequest['stages'][number]>({ formId: idSchema, stage: oneOf(LEARNING_STAGES) }),
    5000,
  ),
  longestStillSeconds: numberOrNull(0, 86_400),
})
