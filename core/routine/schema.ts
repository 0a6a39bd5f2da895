import {
  idOrNull,
  idSchema,
  instantSchema,
  nameSchema,
  oneOf,
  oneOfKinds,
  optionally,
  strictList,
  strictObject,
  tested,
  textLike,
  textSchema,
  textUpTo,
  wholeBetween,
  yesOrNo,
  numberBetween,
  optionalNumberBetween,
  optionalObject,
  optionalOneOf,
  optionalYesOrNo,
} from '../basics'
import { ARC_PARTS, optionalMannerSchema, VERSION_KINDS } from '../forms'
import type { BreathRatio, Layer, LayerFrom, LayerSo } from './layers'
import { BUILD_STAGES } from './buildStages'
import { PATTERNS, type Between, type Entry, type Group, type Routine, type RoutineVersion, type Step } from './types'

/** How much a routine may hold, and of what. */
export const LIMITS = {
  entries: 120,
  stepsInGroup: 60,
  count: { least: 1, most: 3600 },
  restBreaths: { least: 0, most: 20 },
  rounds: { least: 1, most: 36 },
  layers: 24,
  holdBreaths: { least: 0, most: 36 },
  paceScale: { least: 0.2, most: 5 },
  ratioCounts: { least: 1, most: 24 },
  targetLength: 60,
  cuesOfLayer: 24,
}
const within = ({ least, most }: { least: number; most: number }) => wholeBetween(least, most)

const paceScale = optionalNumberBetween(LIMITS.paceScale.least, LIMITS.paceScale.most)
const ratioCounts = () => numberBetween(LIMITS.ratioCounts.least, LIMITS.ratioCounts.most)
const optionalRatioSchema = optionalObject<BreathRatio>({ inCounts: ratioCounts(), outCounts: ratioCounts() })

const fieldsOfLayer = strictObject<Layer>({
  from: strictObject<LayerFrom>({
    repetition: optionally(within(LIMITS.count)),
    round: optionally(within(LIMITS.rounds)),
    side: optionalOneOf(['second']),
    stage: optionalOneOf(BUILD_STAGES),
  }),
  so: strictObject<LayerSo>({
    count: optionally(within(LIMITS.count)),
    target: optionally(
      textLike(LIMITS.targetLength, /^[^"\n;]*$/, '${path} must have no quotes, line ends or semicolons'),
    ),
    cues: optionally(
      strictList(
        textLike(LIMITS.targetLength, /^[^"\n;/]*$/, '${path} must have no quotes, line ends, semicolons or slashes'),
        LIMITS.cuesOfLayer,
      ),
    ),
    holdBreaths: optionally(within(LIMITS.holdBreaths)),
    paceScale,
    paceScaleAtEnd: paceScale,
    ratio: optionalRatioSchema,
    swapBreath: optionalYesOrNo(),
    stage: optionalOneOf(BUILD_STAGES),
    version: optionalOneOf([...VERSION_KINDS, 'plain']),
  }),
})
const layerOfWhole = tested<Layer>(
  fieldsOfLayer,
  'count-of-whole',
  (layer) => layer?.so?.count === undefined || layer.from?.repetition === undefined,
  '${path}: a count is for a round, a side or a stage, never from a repetition on',
)
const layerWithWords = tested<Layer>(
  layerOfWhole,
  'ends-with-a-word',
  (layer) => layer?.so?.cues?.at(-1) !== '',
  '${path}.so.cues must end with a word: what follows is as the form has it',
)
const layerSchema = tested<Layer>(
  layerWithWords,
  'says-something',
  ({ so }: { so?: LayerSo } = {}) =>
    !so ||
    (Object.values(so).some((value) => value !== undefined) &&
      (so.paceScaleAtEnd === undefined || so.paceScale !== undefined)),
  '${path}.so must say something, and a pace at the end needs one at the beginning',
)

/** What lies between pieces; left out where each has its own rest. */
const betweenSchema = oneOfKinds<'by', Between>('by', {
  form: strictObject<Extract<Between, { by: 'form' }>>({
    by: oneOf(['form']),
    formId: idSchema,
    count: within(LIMITS.count),
  }),
  rest: strictObject<Extract<Between, { by: 'rest' }>>({ by: oneOf(['rest']), breaths: within(LIMITS.restBreaths) }),
  flow: strictObject<Extract<Between, { by: 'flow' }>>({ by: oneOf(['flow']) }),
})

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
  layers: optionally(strictList(layerSchema, LIMITS.layers)),
})

const groupSchema = strictObject<Group>({
  kind: oneOf(['group']),
  id: idSchema,
  name: nameSchema,
  pattern: oneOf(PATTERNS),
  stages: strictList(oneOf(BUILD_STAGES), BUILD_STAGES.length),
  rounds: within(LIMITS.rounds),
  restBreaths: within(LIMITS.restBreaths),
  between: optionally(betweenSchema),
  steps: strictList(stepSchema, LIMITS.stepsInGroup),
  optional: yesOrNo(),
  pinned: yesOrNo(),
  byHand: optionalYesOrNo(),
  off: yesOrNo(),
})

const entrySchema = oneOfKinds<'kind', Entry>('kind', { step: stepSchema, group: groupSchema })

const fieldsOfRoutine = strictObject<Routine>({
  id: idSchema,
  name: nameSchema,
  purpose: textSchema,
  entries: strictList(entrySchema, LIMITS.entries),
  closingShare: optionalNumberBetween(0, 0.5),
  between: optionally(betweenSchema),
  ratio: optionalRatioSchema,
  silenced: strictList(textUpTo(160), 200),
})

/** A routine, strictly; the forms that it names are checked where the forms are known (see `missingForms`). */
export const routineSchema = tested<Routine>(fieldsOfRoutine, 'ids-once', function (routine) {
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
