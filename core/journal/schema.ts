import * as yup from 'yup'
import {
  daySchema,
  idOrNull,
  idSchema,
  isTimeZone,
  TEXT_LIMITS,
  instantSchema,
  nameSchema,
  numberBetween,
  oneOf,
  oneOfOrNull,
  optionalNumberBetween,
  optionalObject,
  optionally,
  strictList,
  strictObject,
  strictObjectOrNull,
  textSchema,
  textUpTo,
  timeZoneSchema,
  wholeBetween,
  wholeOrNull,
  yesOrNo,
} from '../basics'
import type { BreathSeconds } from '../breath'
import { ARC_PARTS, COUNTING_KINDS, FORM_LIMITS, SIDES, VERSION_KINDS, WEIGHT_KG } from '../forms'
import { DEVIATIONS, type Deviation, type DoneStep, type LessonTaken, type PlannedStep } from '../runner'
import { companionsSchema, type SideCounts } from '../timeline'
import { MOST_DEVIATIONS, MOST_JOINED, MOST_PAUSED_SECONDS, MOST_SESSION_SECONDS, MOST_STEPS } from './record'
import {
  EXERTION,
  PAIN,
  PAIN_PLACES,
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
const feltSchema = strictObject<Felt>({
  energy: feeling(),
  calm: feeling(),
  ease: feeling(),
  pain: optionally(
    strictList(
      strictObject<Pain>({ place: oneOf(PAIN_PLACES), level: wholeBetween(PAIN.least, PAIN.most) }),
      PAIN_PLACES.length,
    ),
  ),
}).test(
  'each-place-once',
  '${path}.pain must name each place once',
  (felt) => new Set(felt?.pain?.map(({ place }) => place)).size === (felt?.pain?.length ?? 0),
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
  planned: strictList(strictObject<PlannedStep>(stepRecord), MOST_STEPS),
  done: strictList(doneSchema, MOST_STEPS),
  asides: strictList(deviationSchema, MOST_DEVIATIONS),
  before: feltSchema,
  after: feltSchema,
  exertion: optionally(wholeBetween(EXERTION.least, EXERTION.most)),
  sensations: strictList(textUpTo(SENSATION_LIMITS.letters).required('${path} is missing'), SENSATION_LIMITS.most),
  words: textSchema,
}
const endsAfterStart = (session: Pick<SessionRecord, 'startedAt' | 'endedAt'> | undefined) =>
  !session?.startedAt || !session.endedAt || Date.parse(session.endedAt) >= Date.parse(session.startedAt)

export const sessionSchema = strictObject<SessionRecord>({
  ...recordedFields,
  recorded: optionally(
    strictList(
      strictObject<RecordedSession>(recordedFields).test(
        'ends-after-start',
        '${path} ends before it starts',
        endsAfterStart,
      ),
      MOST_JOINED,
    ),
  ),
}).test('ends-after-start', '${path} ends before it starts', endsAfterStart)

type Fields = Record<string, unknown>
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const areTexts = (of: Fields, ...names: string[]) => names.every((name) => typeof of[name] === 'string')
const areNumbers = (of: Fields, ...names: string[]) => names.every((name) => Number.isFinite(of[name]))
const areAll = (value: unknown, is: (item: Fields) => boolean) =>
  Array.isArray(value) && value.every((item) => isFields(item) && is(item))
const isStep = (step: Fields) =>
  areTexts(step, 'stepId', 'formId', 'formName', 'part', 'counting') &&
  areNumbers(step, 'seconds') &&
  areAll(step.counts, (count) => areTexts(count, 'side') && areNumbers(count, 'count'))

/** Whether everything that a screen reads of a session is there, of its kind: by hand, as years of them are looked at on every start. */
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
 * What the screens compute with, for sessions read back from the browser's own store on every start: they were checked in
 * full when they were written, and a full check of years of them would be felt.
 */
export const storedSessionSchema = yup
  .object({
    id: idSchema,
    title: nameSchema,
    startedAt: instantSchema,
    endedAt: instantSchema,
    timeZone: timeZoneSchema,
    practisedSeconds: seconds(),
  })
  .test('has-all-parts', '${path} is not whole', hasAllParts) as unknown as yup.Schema<SessionRecord>

const zones = new Map<string, boolean>()
const isKnownZone = (name: string) => {
  const known = zones.get(name) ?? isTimeZone(name)
  zones.set(name, known)
  return known
}
const INSTANT = /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d{1,3})?Z$/
const isInstant = (value: string) => {
  const ms = INSTANT.test(value) ? Date.parse(value) : Number.NaN
  // 30 February is taken for another day by some and for none by others.
  return !Number.isNaN(ms) && new Date(ms).toISOString().startsWith(value.slice(0, 10))
}
const ID = /^[a-zA-Z0-9_-]{1,64}$/

/** The same as `storedSessionSchema` says, but of ten thousand sessions in a moment; what it does not let through, the schema explains. */
export function isStoredSession(value: unknown): value is SessionRecord {
  return (
    isFields(value) &&
    areTexts(value, 'id', 'title', 'startedAt', 'endedAt', 'timeZone') &&
    areNumbers(value, 'practisedSeconds') &&
    ID.test(value.id as string) &&
    isName(value.title as string) &&
    isInstant(value.startedAt as string) &&
    isInstant(value.endedAt as string) &&
    isKnownZone(value.timeZone as string) &&
    (value.practisedSeconds as number) >= 0 &&
    (value.practisedSeconds as number) <= MOST_SESSION_SECONDS &&
    hasAllParts(value)
  )
}
const isName = (title: string) => title.length > 0 && title.length <= TEXT_LIMITS.nameLength && title === title.trim()

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
