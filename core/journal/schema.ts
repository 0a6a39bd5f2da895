import * as yup from 'yup'
import {
  daySchema,
  idOrNull,
  idSchema,
  isFields,
  quickCheckOf,
  instantSchema,
  nameSchema,
  numberBetween,
  oneOf,
  oneOfOrNull,
  optionalNumberBetween,
  optionalOneOf,
  optionalObject,
  optionally,
  strictList,
  strictObject,
  strictObjectOrNull,
  textSchema,
  tested,
  timeZoneSchema,
  wholeBetween,
  wholeOrNull,
  wordsUpTo,
  validate,
  yesOrNo,
  type Checked,
} from '../basics'
import type { BreathSeconds } from '../breath'
import { ARC_PARTS, COUNTING_KINDS, FORM_LIMITS, SIDES, VERSION_KINDS, WEIGHT_KG } from '../forms'
import {
  DEVIATIONS,
  type Deviation,
  type DoneStep,
  type HealthNote,
  type LessonTaken,
  type PlannedStep,
} from '../runner'
import { companionsSchema, type SideCounts } from '../timeline'
import { MOST_DEVIATIONS, MOST_JOINED, MOST_PAUSED_SECONDS, MOST_SESSION_SECONDS, MOST_STEPS } from './record'
import {
  EXERTION,
  PAIN,
  PAIN_PLACES,
  RECALLS,
  SENSATION_LIMITS,
  type Felt,
  type Pain,
  type RecordedSession,
  type RestPlanEntry,
  type SessionRecord,
} from './types'

const seconds = () => numberBetween(0, MOST_SESSION_SECONDS)

const sideCountsSchema = strictList(
  strictObject<SideCounts[number]>({ side: oneOf(SIDES), count: numberBetween(0, MOST_SESSION_SECONDS) }),
  2,
)

const stepRecord = {
  stepId: idSchema,
  formId: idSchema,
  formName: nameSchema,
  part: oneOf(ARC_PARTS),
  counting: oneOf(COUNTING_KINDS),
  counts: sideCountsSchema,
  seconds: seconds(),
}

const breathLength = () => numberBetween(0, 3600)
const doneSchema = strictObject<DoneStep>({
  ...stepRecord,
  outcome: oneOf(['done', 'cutShort', 'skipped']),
  version: oneOfOrNull(VERSION_KINDS),
  weightKg: optionalNumberBetween(WEIGHT_KG.least, WEIGHT_KG.most),
  breath: strictObjectOrNull<BreathSeconds>({ inSeconds: breathLength(), outSeconds: breathLength() }),
  leftAfter: optionalObject<NonNullable<DoneStep['leftAfter']>>({
    movesDone: wholeBetween(0, FORM_LIMITS.moves),
    moves: wholeBetween(1, FORM_LIMITS.moves),
  }),
})

const deviationSchema = strictObject<Deviation>({
  what: oneOf(DEVIATIONS),
  atSeconds: seconds(),
  lastsSeconds: numberBetween(0, MOST_PAUSED_SECONDS),
  undone: yesOrNo(),
})

const feeling = () => wholeOrNull(1, 5)
const feltSchema = tested<Felt>(
  strictObject<Felt>({
    energy: feeling(),
    calm: feeling(),
    ease: feeling(),
    pain: optionally(
      strictList(
        strictObject<Pain>({ place: oneOf(PAIN_PLACES), level: wholeBetween(PAIN.least, PAIN.most) }),
        PAIN_PLACES.length,
      ),
    ),
  }),
  'each-place-once',
  (felt) => !Array.isArray(felt?.pain) || new Set(felt.pain.map((each) => each?.place)).size === felt.pain.length,
  '${path}.pain must name each place once',
)

const recordedFields = {
  id: idSchema,
  source: oneOf<SessionRecord['source']>(['followed', 'elsewhere']),
  routineId: idOrNull,
  title: nameSchema,
  startedAt: instantSchema,
  endedAt: instantSchema,
  timeZone: timeZoneSchema,
  practisedSeconds: seconds(),
  pausedSeconds: numberBetween(0, MOST_PAUSED_SECONDS),
  plannedSeconds: seconds(),
  movingSeconds: seconds(),
  closingSeconds: seconds(),
  elsewhereSeconds: optionalNumberBetween(0, MOST_SESSION_SECONDS),
  lesson: optionalObject<LessonTaken>({ seriesId: idSchema, lessonId: idSchema }),
  companions: optionally(companionsSchema),
  health: optionalObject<HealthNote>({
    asWritten: yesOrNo(),
    milder: strictList(nameSchema, MOST_STEPS),
    leftOut: strictList(nameSchema, MOST_STEPS),
  }),
  planned: strictList(strictObject<PlannedStep>(stepRecord), MOST_STEPS),
  done: strictList(doneSchema, MOST_STEPS),
  asides: strictList(deviationSchema, MOST_DEVIATIONS),
  before: feltSchema,
  after: feltSchema,
  exertion: optionally(wholeBetween(EXERTION.least, EXERTION.most)),
  recall: optionalOneOf(RECALLS),
  sensations: strictList(wordsUpTo(SENSATION_LIMITS.letters), SENSATION_LIMITS.most),
  words: textSchema,
}
const endsAfterStart = <T extends RecordedSession>(schema: yup.ObjectSchema<T>) =>
  tested<T>(
    schema,
    'ends-after-start',
    (session) =>
      !session?.startedAt || !session.endedAt || Date.parse(session.endedAt) >= Date.parse(session.startedAt),
    '${path} ends before it starts',
  )

export const sessionSchema = endsAfterStart(
  strictObject<SessionRecord>({
    ...recordedFields,
    recorded: optionally(strictList(endsAfterStart(strictObject<RecordedSession>(recordedFields)), MOST_JOINED)),
  }),
)

type Fields = Record<string, unknown>
const areTexts = (of: Fields, ...names: string[]) => names.every((name) => typeof of[name] === 'string')
const areNumbers = (of: Fields, ...names: string[]) => names.every((name) => Number.isFinite(of[name]))
const areAll = (value: unknown, is: (item: Fields) => boolean) =>
  Array.isArray(value) && value.every((item) => isFields(item) && is(item))
const isStep = (step: Fields) =>
  areTexts(step, 'stepId', 'formId', 'formName', 'part', 'counting') &&
  areNumbers(step, 'seconds') &&
  areAll(step.counts, (count) => areTexts(count, 'side') && areNumbers(count, 'count'))

/** Whether everything that a screen reads of a session is there, of its kind. */
const hasAllParts = (session: unknown) =>
  isFields(session) &&
  areTexts(session, 'source', 'words') &&
  areNumbers(session, 'pausedSeconds', 'plannedSeconds', 'movingSeconds', 'closingSeconds') &&
  areAll(session.planned, isStep) &&
  areAll(session.done, (step) => isStep(step) && areTexts(step, 'outcome')) &&
  areAll(session.asides, (aside) => areTexts(aside, 'what') && areNumbers(aside, 'atSeconds', 'lastsSeconds')) &&
  isFields(session.before) &&
  isFields(session.after) &&
  Array.isArray(session.sensations)

/**
 * What the screens compute with, for sessions of the browser's own store that an earlier version has written by other rules: they need
 * not keep all of today's to be shown.
 */
const storedSessionSchema = yup
  .object({
    id: idSchema,
    title: nameSchema,
    startedAt: instantSchema,
    endedAt: instantSchema,
    timeZone: timeZoneSchema,
    practisedSeconds: seconds(),
  })
  .test('has-all-parts', '${path} is not whole', hasAllParts) as unknown as yup.Schema<SessionRecord>

/** A session as it stands in the browser's store, if screens can compute with it. */
export function storedSession(value: unknown): Checked<SessionRecord> {
  return quickCheckOf(sessionSchema)!(value)
    ? { ok: true, value: value as SessionRecord }
    : validate(storedSessionSchema, value, 'sessions')
}

export const restPlanSchema = strictList(
  strictObject<RestPlanEntry>({
    fromDay: daySchema,
    weekdays: strictList(wholeBetween(1, 7), 7),
    restDaysAWeek: optionally(wholeBetween(0, 6)),
    leastMinutes: optionally(wholeBetween(0, 600)),
    aimDaysAWeek: optionally(wholeBetween(1, 7)),
    aimMinutesAWeek: optionally(wholeBetween(1, 6000)),
  }),
  1000,
)
