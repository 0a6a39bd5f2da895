import * as yup from 'yup'
import {
  idSchema,
  numberBetween,
  numberOrNull,
  optionalYesOrNo,
  oneOf,
  optionally,
  strictList,
  strictObject,
  wholeBetween,
  type FieldsOf,
} from '../basics'
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
import { PURPOSES, TODAY_STATES, type FitRequest, type ProposeRequest } from '../compose'
import { routineSchema } from '../routine'
import { companionsSchema, type CompileInput } from '../timeline'

/** What is asked to check a routine: what it is compiled from, with what is known of the person. */
export interface CheckRequest extends CompileInput {
  conditions: Condition[]
  stages: { formId: string; stage: LearningStage }[]
  longestStillSeconds: number | null
}

/** What is asked for a proposal: as the core has it, with what is known of the forms as lists. */
export interface AskedProposal extends Pick<
  ProposeRequest,
  'purpose' | 'minutes' | 'forms' | 'ways' | 'pace' | 'rules' | 'seed' | 'another'
> {
  states: ProposeRequest['states'][number][]
  conditions: Condition[]
  stages: { formId: string; stage: LearningStage }[]
  /** Days since a form was last done; forms that are not here were never done. */
  days: { formId: string; days: number }[]
  longestStillSeconds: number | null
}

const compileFields: FieldsOf<CompileInput> = {
  routine: routineSchema,
  forms: strictList(formSchema, 500),
  ways: strictList(waySchema, 500),
  pace: paceSchema,
  rules: houseRulesSchema,
  companions: optionally(companionsSchema),
}

/** The longest session that is fitted: six hours. */
const MOST_TARGET_SECONDS = 21_600
const MOST_FITTED_ENTRIES = 60

export const compileRequestSchema = strictObject<CompileInput>(compileFields)
export const fitRequestSchema = strictObject<Omit<FitRequest, 'unexplained'>>({
  ...compileFields,
  targetSeconds: numberBetween(30, MOST_TARGET_SECONDS),
  toleranceSeconds: numberOrNull(0, 600),
  frees: optionalYesOrNo(),
  spareIds: strictList(idSchema, 500).optional() as unknown as yup.ISchema<readonly string[] | undefined>,
}).test('not-too-many', `\${path}: a routine of at most ${MOST_FITTED_ENTRIES} entries can be fitted`, (request) => {
  // Faults of shape are named by the fields themselves.
  const entries: unknown = request?.routine?.entries
  return !Array.isArray(entries) || entries.length <= MOST_FITTED_ENTRIES
})
const stagesSchema = strictList(
  strictObject<CheckRequest['stages'][number]>({ formId: idSchema, stage: oneOf(LEARNING_STAGES) }),
  5000,
)
/** Minutes that a proposal is made for, and how many others can be asked for. */
const PROPOSE_MINUTES = { least: 3, most: 120 }
const MOST_OTHERS = 50

export const proposeRequestSchema = strictObject<AskedProposal>({
  purpose: oneOf(PURPOSES),
  minutes: numberBetween(PROPOSE_MINUTES.least, PROPOSE_MINUTES.most),
  states: strictList(oneOf(TODAY_STATES), TODAY_STATES.length),
  conditions: strictList(oneOf(CONDITIONS), CONDITIONS.length),
  forms: compileFields.forms,
  ways: compileFields.ways,
  pace: compileFields.pace,
  rules: compileFields.rules,
  stages: stagesSchema,
  days: strictList(
    strictObject<AskedProposal['days'][number]>({ formId: idSchema, days: numberBetween(0, 100_000) }),
    5000,
  ),
  longestStillSeconds: numberOrNull(0, 86_400),
  seed: wholeBetween(0, 2_147_483_647),
  another: wholeBetween(0, MOST_OTHERS),
})

export const checkRequestSchema = strictObject<CheckRequest>({
  ...compileFields,
  conditions: strictList(oneOf(CONDITIONS), CONDITIONS.length),
  stages: stagesSchema,
  longestStillSeconds: numberOrNull(0, 86_400),
})

/** So many letters are said at once at most. */
export const MOST_SAID_LETTERS = 120
const CONTROL = /[\p{Cc}\u202a-\u202e\u2066-\u2069]/u

/** What is asked of the voice. */
export const sayRequestSchema = strictObject<{ text: string }>({
  text: yup
    .string()
    .strict()
    .defined('${path} is missing')
    .max(MOST_SAID_LETTERS, `\${path} may have at most ${MOST_SAID_LETTERS} letters`)
    .test('words', '${path} must have a letter or a figure', (text) => /[\p{L}\p{N}]/u.test(text ?? ''))
    .test('plain', '${path} must be one line of plain text', (text) => !CONTROL.test(text ?? '')),
})
