import * as yup from 'yup'
import { paceSchema } from '../breath'
import {
  CONDITIONS,
  formSchema,
  houseRulesSchema,
  idSchema,
  LEARNING_STAGES,
  numberBetween,
  oneOf,
  strictList,
  strictObject,
  waySchema,
  type Condition,
  type LearningStage,
} from '../forms'
import { routineSchema } from '../routine'
import type { SessionPlan } from '../runner'

/** The body of a request to compile a Timeline: the same that a session is followed from. */
export type CompileRequest = SessionPlan
/** The body of a request to fit a routine. A tolerance of null is half a repetition of the shortest form. */
export type FitBody = SessionPlan & { targetSeconds: number; toleranceSeconds: number | null }
/** The body of a request to look a routine over, with what is known of the person. */
export type CheckBody = SessionPlan & {
  conditions: Condition[]
  stages: { formId: string; stage: LearningStage }[]
  longestStillSeconds: number | null
}

const plan = {
  routine: routineSchema,
  forms: strictList(formSchema, 500),
  ways: strictList(waySchema, 500),
  pace: paceSchema,
  rules: houseRulesSchema,
}
const secondsOrNull = (most: number) =>
  yup
    .number()
    .min(0, '${path} must be at least 0')
    .max(most, `\${path} must be at most ${most}`)
    .nullable()
    .defined('${path} is missing')

/** The longest session that is fitted: six hours. */
const MOST_TARGET_SECONDS = 21_600

export const compileRequestSchema = strictObject(plan)
export const fitRequestSchema = strictObject({
  ...plan,
  targetSeconds: numberBetween(30, MOST_TARGET_SECONDS),
  toleranceSeconds: secondsOrNull(600),
}).test('not-too-many', '${path}: a routine of at most 60 entries can be fitted', (body) => {
  const entries = (body as { routine?: { entries?: unknown[] } } | undefined)?.routine?.entries
  return !Array.isArray(entries) || entries.length <= 60
})
export const checkRequestSchema = strictObject({
  ...plan,
  conditions: strictList(oneOf(CONDITIONS), CONDITIONS.length),
  stages: strictList(strictObject({ formId: idSchema, stage: oneOf(LEARNING_STAGES) }), 5000),
  longestStillSeconds: secondsOrNull(86_400),
})
