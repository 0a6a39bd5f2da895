import {
  idOrNull,
  idSchema,
  instantSchema,
  nameSchema,
  oneOf,
  oneOfKinds,
  strictList,
  strictObject,
  textSchema,
  textUpTo,
  wholeBetween,
  yesOrNo,
  optionalNumberBetween,
  optionalYesOrNo,
} from '../basics'
import { ARC_PARTS, optionalMannerSchema } from '../forms'
import { BUILD_STAGES, PATTERNS, type Entry, type Group, type Routine, type RoutineVersion, type Step } from './types'

/** How much a routine may hold, and of what. */
export const LIMITS = {
  entries: 120,
  stepsInGroup: 60,
  count: { least: 1, most: 3600 },
  restBreaths: { least: 0, most: 20 },
  rounds: { least: 1, most: 36 },
}
const within = ({ least, most }: { least: number; most: number }) => wholeBetween(least, most)

const stepSchema = strictObject<Step>({
  kind: oneOf(['step']),
  id: idSchema,
  formId: idSchema,
  wayId: idOrNull,
  manner: optionalMannerSchema,
  part: oneOf(ARC_PARTS),
  count: within(LIMITS.count),
  restBreaths: within(LIMITS.restBreaths),
  optional: yesOrNo(),
  pinned: yesOrNo(),
  byHand: optionalYesOrNo(),
  off: yesOrNo(),
})

const groupSchema = strictObject<Group>({
  kind: oneOf(['group']),
  id: idSchema,
  name: nameSchema,
  pattern: oneOf(PATTERNS),
  stages: strictList(oneOf(BUILD_STAGES), BUILD_STAGES.length),
  rounds: within(LIMITS.rounds),
  restBreaths: within(LIMITS.restBreaths),
  steps: strictList(stepSchema, LIMITS.stepsInGroup),
  optional: yesOrNo(),
  pinned: yesOrNo(),
  byHand: optionalYesOrNo(),
  off: yesOrNo(),
})

const entrySchema = oneOfKinds<'kind', Entry>('kind', { step: stepSchema, group: groupSchema })

/** A routine, strictly; the forms that it names are checked where the forms are known (see `missingForms`). */
export const routineSchema = strictObject<Routine>({
  id: idSchema,
  name: nameSchema,
  purpose: textSchema,
  entries: strictList(entrySchema, LIMITS.entries),
  closingShare: optionalNumberBetween(0, 0.5),
  silenced: strictList(textUpTo(160), 200),
}).test('ids-once', function (routine) {
  const listOf = (value: unknown) =>
    Array.isArray(value) ? (value as ({ id?: unknown; steps?: unknown } | null)[]) : []
  const ids = listOf(routine?.entries).flatMap((entry) => [entry?.id, ...listOf(entry?.steps).map((step) => step?.id)])
  const seen = new Set<unknown>()
  const twice = ids.find((id) => id && (seen.has(id) || !seen.add(id)))
  return (
    !twice ||
    this.createError({
      path: this.path ? `${this.path}.entries` : 'entries',
      message: `\${path} uses the id ${String(twice)} twice`,
    })
  )
})

export const routineVersionSchema = strictObject<RoutineVersion>({
  id: idSchema,
  routineId: idSchema,
  at: instantSchema,
  routine: routineSchema,
})
