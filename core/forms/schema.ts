import * as yup from 'yup'
import {
  AREAS,
  ARC_PARTS,
  BREATH_KINDS,
  CAUTIONS,
  CHOICE_NAMES,
  CHOICES,
  COUNTING_KINDS,
  COUNT_SCOPES,
  FIVE_PHASES,
  LEVEL_ORDERS,
  MEETING_MOVES,
  SIDE_ORDERS,
  STANCES,
  TRADITION_KINDS,
  VERSION_KINDS,
} from './types'

/** Limits that keep one bad file from stopping the application; far above what a form needs. */
export const FORM_LIMITS = { nameLength: 120, textLength: 4000, moves: 120, phasesPerMove: 24, phaseLength: 60 }

/** Names are trimmed and not empty; ids are short plain words. */
export const idSchema = yup
  .string()
  .required('${path} is missing')
  .matches(/^[a-zA-Z0-9_-]{1,64}$/, '${path} must be 1 to 64 letters, digits, hyphens or underscores')
export const nameSchema = yup
  .string()
  .required('${path} is missing')
  .trim('${path} must not begin or end with a space')
  .max(FORM_LIMITS.nameLength, '${path} must have at most ${max} characters')
export const textSchema = yup
  .string()
  .defined('${path} is missing')
  .max(FORM_LIMITS.textLength, '${path} must have at most ${max} characters')

/** One of a few words, and nothing else. */
export const oneOf = <T extends string>(values: readonly T[]) =>
  yup.string<T>().required('${path} is missing').oneOf(values, '${path} must be one of: ${values}')

/** The same, or null where the choice is left open. */
export const oneOfOrNull = <T extends string>(values: readonly T[]) =>
  yup
    .mixed<T>()
    .nullable()
    .defined('${path} is missing')
    .test(
      'one-of-or-null',
      `\${path} must be one of: ${values.join(', ')}, null`,
      (value) => value === null || values.includes(value as T),
    )

/** An instant such as 2026-03-01T06:30:00.000Z. */
export const instantSchema = yup
  .string()
  .required('${path} is missing')
  .test(
    'instant',
    '${path} must be a time in UTC such as 2026-03-01T06:30:00.000Z',
    (value) =>
      !value || (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/.test(value) && !Number.isNaN(Date.parse(value))),
  )

/** A calendar day such as 2026-03-01. */
export const daySchema = yup
  .string()
  .required('${path} is missing')
  .test('day', '${path} must be a day such as 2026-03-01', (value) => {
    if (!value) return true
    if (!/^\d{4}-\d{2}-\d{2}$/.test(value)) return false
    const time = Date.parse(`${value}T00:00:00Z`)
    return !Number.isNaN(time) && new Date(time).toISOString().startsWith(value)
  })

/** A number within bounds, in the unit that its name says. */
export const numberBetween = (least: number, most: number) =>
  yup
    .number()
    .required('${path} is missing')
    .typeError('${path} must be a number')
    .min(least, `\${path} must be at least ${least}`)
    .max(most, `\${path} must be at most ${most}`)
export const wholeBetween = (least: number, most: number) =>
  numberBetween(least, most).integer('${path} must be a whole number')

/** An object with these fields and no others. */
export const strictObject = <T extends yup.ObjectShape>(shape: T) =>
  yup.object(shape).noUnknown('${path} has a field that is not known: ${unknown}').required('${path} is missing')

/** A list of at most so many items of one kind. */
export const strictList = <T extends yup.ISchema<unknown>>(item: T, most: number, least = 0) =>
  yup
    .array(item as never)
    .required('${path} is missing')
    .min(least, `\${path} must have at least ${least} entries`)
    .max(most, `\${path} must have at most ${most} entries`)

const phaseSchema = strictObject({
  breath: oneOf(BREATH_KINDS),
  length: numberBetween(0.05, FORM_LIMITS.phaseLength),
  cue: textSchema.max(80, '${path} must have at most 80 characters'),
})

const moveSchema = strictObject({
  name: nameSchema,
  phases: strictList(phaseSchema, FORM_LIMITS.phasesPerMove, 1),
  stance: oneOfOrNull(STANCES),
  directionDegrees: numberBetween(0, 359).nullable().optional().defined('${path} is missing'),
  phaseOfFive: oneOfOrNull(FIVE_PHASES),
})

const countingSchema = strictObject({
  by: oneOf(COUNTING_KINDS),
  beatsPerMinute: yup.number().when('by', {
    is: 'beats',
    then: () => numberBetween(20, 240),
    otherwise: (schema) =>
      schema.test('only-beats', '${path} belongs only to forms counted in beats', (value) => value === undefined),
  }),
})

const countsSchema = strictObject({
  least: wholeBetween(1, 3600),
  usual: wholeBetween(1, 3600),
  most: wholeBetween(1, 3600),
  step: wholeBetween(1, 600),
}).test(
  'in-order',
  '${path}: least, usual and most must rise in this order',
  (counts) => !counts || (counts.least <= counts.usual && counts.usual <= counts.most),
)

const effort = () => wholeBetween(0, 3)

/** A form, strictly: every field there, no field more. */
export const formSchema = strictObject({
  id: idSchema,
  name: nameSchema,
  pinyin: textSchema.max(120, '${path} must have at most 120 characters'),
  set: strictObject({ name: nameSchema, place: wholeBetween(1, 200) })
    .nullable()
    .defined('${path} is missing'),
  school: textSchema.max(80, '${path} must have at most 80 characters'),
  part: oneOf(ARC_PARTS),
  about: textSchema,
  stance: oneOf(STANCES),
  counting: countingSchema,
  sides: oneOf(SIDE_ORDERS),
  countScope: oneOf(COUNT_SCOPES),
  counts: countsSchema,
  moves: strictList(moveSchema, FORM_LIMITS.moves, 1),
  meets: strictObject({ what: oneOf(MEETING_MOVES), on: oneOf(['in', 'out'] as const) })
    .nullable()
    .defined('${path} is missing'),
  areas: strictList(oneOf(AREAS), AREAS.length),
  cautions: strictList(oneOf(CAUTIONS), CAUTIONS.length),
  effort: strictObject({ legs: effort(), shoulders: effort(), spine: effort(), balance: effort() }),
  versions: strictList(
    strictObject({
      kind: oneOf(VERSION_KINDS),
      change: textSchema.max(400, '${path} must have at most 400 characters'),
    }),
    VERSION_KINDS.length,
  ),
  levels: strictList(nameSchema, 12),
  levelOrder: oneOf(LEVEL_ORDERS),
  diagonalDegrees: numberBetween(0, 180).nullable().optional().defined('${path} is missing'),
  tradition: strictList(strictObject({ kind: oneOf(TRADITION_KINDS), words: nameSchema }), 24),
  equipment: strictList(nameSchema, 12),
  reminders: strictList(textSchema, 40),
})
  .test('breath-fits-counting', function (form) {
    // Faults of shape are named by the fields themselves; a test of the whole must only survive them.
    if (!form?.counting || !Array.isArray(form.moves)) return true
    const paced = form.counting.by === 'breathRepetitions' || form.counting.by === 'breathHold'
    const phases = (form.moves as { phases?: unknown }[]).flatMap((move) =>
      Array.isArray(move?.phases) ? (move.phases as { breath?: unknown }[]) : [],
    )
    const kinds = phases.map((phase) => phase?.breath)
    const fits = paced ? kinds.some((kind) => kind === 'in' || kind === 'out') : kinds.every((kind) => kind === 'free')
    return (
      fits ||
      this.createError({
        path: this.path ? `${this.path}.moves` : 'moves',
        message: paced
          ? '${path} must have at least one in- or out-breath, as the form is counted by breath'
          : '${path} must breathe freely in every phase, as the form is not counted by breath',
      })
    )
  })
  .test('alternate-needs-units', function (form) {
    if (form?.sides !== 'alternate') return true
    const by = form.counting?.by
    return (
      by === 'breathRepetitions' ||
      by === 'beats' ||
      this.createError({
        path: this.path ? `${this.path}.sides` : 'sides',
        message: '${path} can alternate only where repetitions or beats are counted',
      })
    )
  })

export const waySchema = strictObject({
  id: idSchema,
  formId: idSchema,
  name: nameSchema,
  choices: strictObject(
    Object.fromEntries(
      CHOICE_NAMES.map((name) => [
        name,
        yup.string().oneOf(CHOICES[name], `\${path} must be one of: ${CHOICES[name].join(', ')}`),
      ]),
    ),
  ),
  swapBreath: yup.boolean().nullable().defined('${path} is missing'),
  version: oneOfOrNull(VERSION_KINDS),
  learnedFrom: textSchema.max(400, '${path} must have at most 400 characters'),
  notes: textSchema,
})

export const houseRulesSchema = strictObject({
  ...(Object.fromEntries(CHOICE_NAMES.map((name) => [name, oneOf(CHOICES[name])])) as yup.ObjectShape),
  announceSeconds: numberBetween(0, 60),
  leadInSeconds: numberBetween(0, 60),
  stanceChangeSeconds: numberBetween(0, 60),
  sideChangeSeconds: numberBetween(0, 60),
  closingShare: numberBetween(0, 0.5),
})
