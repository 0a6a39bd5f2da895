import * as yup from 'yup'
import {
  ARC_PARTS,
  COUNTING_KINDS,
  daySchema,
  idSchema,
  instantSchema,
  nameSchema,
  numberBetween,
  oneOf,
  oneOfOrNull,
  strictList,
  strictObject,
  textSchema,
  VERSION_KINDS,
  wholeBetween,
} from '../forms'
import { ASIDES } from '../runner'
import { isTimeZone } from './day'
import { SENSATIONS } from './types'

const DAY_SECONDS = 86_400
const seconds = () => numberBetween(0, DAY_SECONDS)

const sideCountsSchema = strictList(
  strictObject({
    side: oneOf(['none', 'left', 'right', 'oneWay', 'otherWay'] as const),
    count: numberBetween(0, DAY_SECONDS),
  }),
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
const doneSchema = strictObject({
  ...stepRecord,
  outcome: oneOf(['done', 'cutShort', 'skipped'] as const),
  version: oneOfOrNull(VERSION_KINDS),
  breath: strictObject({ inSeconds: breathLength(), outSeconds: breathLength() })
    .nullable()
    .default(undefined)
    .defined('${path} is missing'),
})

const asideSchema = strictObject({
  what: oneOf(ASIDES),
  atSeconds: seconds(),
  lastsSeconds: numberBetween(0, 30 * DAY_SECONDS),
  undone: yup.boolean().required('${path} is missing'),
})

const feeling = () =>
  yup
    .number()
    .integer('${path} must be a whole number')
    .min(1, '${path} must be at least 1')
    .max(5, '${path} must be at most 5')
    .nullable()
    .defined('${path} is missing')
const feltSchema = strictObject({ energy: feeling(), calm: feeling(), ease: feeling() })

export const sessionSchema = strictObject({
  id: idSchema,
  source: oneOf(['followed', 'elsewhere'] as const),
  routineId: idSchema.nullable().defined('${path} is missing'),
  title: nameSchema,
  startedAt: instantSchema,
  endedAt: instantSchema,
  timeZone: yup
    .string()
    .required('${path} is missing')
    .test('zone', '${path} must be the name of a time zone such as Europe/Lisbon', (zone) => !zone || isTimeZone(zone)),
  practisedSeconds: seconds(),
  pausedSeconds: numberBetween(0, 30 * DAY_SECONDS),
  plannedSeconds: seconds(),
  movingSeconds: seconds(),
  closingSeconds: seconds(),
  planned: strictList(strictObject(stepRecord), 500),
  done: strictList(doneSchema, 500),
  asides: strictList(asideSchema, 5000),
  before: feltSchema,
  after: feltSchema,
  sensations: strictList(oneOf(SENSATIONS), SENSATIONS.length),
  words: textSchema,
}).test(
  'ends-after-start',
  '${path} ends before it starts',
  (session) => !session?.startedAt || !session.endedAt || Date.parse(session.endedAt) >= Date.parse(session.startedAt),
)

/**
 * What the screens compute with, for sessions read back from the browser's own store on every start: they were checked in
 * full when they were written, and a full check of years of them would be felt.
 */
export const storedSessionSchema = yup.object({
  id: idSchema,
  title: nameSchema,
  startedAt: instantSchema,
  endedAt: instantSchema,
  timeZone: sessionSchema.fields.timeZone,
  practisedSeconds: seconds(),
  planned: yup.array().required('${path} is missing'),
  done: yup.array().required('${path} is missing'),
})

export const restPlanSchema = strictList(
  strictObject({ fromDay: daySchema, weekdays: strictList(wholeBetween(1, 7), 7) }),
  1000,
)
