import { daySchema, idSchema, oneOf, strictObject } from '../basics'
import { LEARNING_STAGES, type StageEntry } from './stages'

export const stageSchema = strictObject<StageEntry>({
  id: idSchema,
  formId: idSchema,
  stage: oneOf(LEARNING_STAGES),
  day: daySchema,
})
