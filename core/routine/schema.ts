import * as yup from 'yup'
import {
  ARC_PARTS,
  idSchema,
  instantSchema,
  nameSchema,
  oneOf,
  strictList,
  strictObject,
  textSchema,
  wholeBetween,
} from '../forms'
import { BUILD_STAGES, PATTERNS } from './types'

const yesOrNo = () => yup.boolean().required('${path} is missing')

const stepSchema = strictObject({
  kind: oneOf(['step'] as const),
  id: idSchema,
  formId: idSchema,
  wayId: idSchema.nullable().defined('${path} is missing'),
  part: oneOf(ARC_PARTS),
  count: wholeBetween(1, 3600),
  restBreaths: wholeBetween(0, 20),
  optional: yesOrNo(),
  pinned: yesOrNo(),
  off: yesOrNo(),
})

const groupSchema = strictObject({
  kind: oneOf(['group'] as const),
  id: idSchema,
  name: nameSchema,
  pattern: oneOf(PATTERNS),
  stages: strictList(oneOf(BUILD_STAGES), BUILD_STAGES.length),
  rounds: wholeBetween(1, 36),
  restBreaths: wholeBetween(0, 20),
  steps: strictList(stepSchema, 60),
  optional: yesOrNo(),
  pinned: yesOrNo(),
  off: yesOrNo(),
})

const entrySchema = yup.lazy((entry: unknown) =>
  (entry as { kind?: unknown } | null)?.kind === 'group' ? groupSchema : stepSchema,
)

/** A routine, strictly; the forms that it names are checked where the forms are known (see `missingForms`). */
export const routineSchema = strictObject({
  id: idSchema,
  name: nameSchema,
  purpose: textSchema,
  entries: strictList(entrySchema, 120),
  silenced: strictList(textSchema.max(160, '${path} must have at most 160 characters'), 200),
}).test('ids-once', function (routine) {
  const listOf = (value: unknown) =>
    Array.isArray(value) ? (value as ({ id?: unknown; steps?: unknown } | null)[]) : []
  const ids = listOf(routine?.entries).flatMap((entry) => [entry?.id, ...listOf(entry?.steps).map((step) => step?.id)])
  const twice = ids.find((id, place) => id && ids.indexOf(id) !== place)
  return (
    !twice ||
    this.createError({
      path: this.path ? `${this.path}.entries` : 'entries',
      message: `\${path} uses the id ${String(twice)} twice`,
    })
  )
})

export const routineVersionSchema = strictObject({
  id: idSchema,
  routineId: idSchema,
  at: instantSchema,
  routine: routineSchema,
})
