import { Temporal } from 'temporal-polyfill'
import * as yup from 'yup'
import { TEXT_LIMITS } from './names'
import { asQuickAs, isFields, isText, quickCheckOf, quickly, type QuickCheck } from './quickCheck'

/** Names are trimmed and not empty; ids are short plain words. */
const ID = /^[a-zA-Z0-9_-]{1,64}$/
const isId = (value: unknown) => isText(value) && ID.test(value)
export const idSchema = quickly(
  yup
    .string()
    .required('${path} is missing')
    .matches(ID, '${path} must be 1 to 64 letters, digits, hyphens or underscores'),
  isId,
)
export const idOrNull = quickly(
  idSchema.nullable().defined('${path} is missing'),
  (value) => value === null || isId(value),
)
/** A name of at most so many letters. */
export const nameUpTo = (most: number) =>
  quickly(
    yup
      .string()
      .required('${path} is missing')
      .trim('${path} must not begin or end with a space')
      .max(most, '${path} must have at most ${max} characters'),
    (value) => isText(value) && value !== '' && value.length <= most && value === value.trim(),
  )
export const nameSchema = nameUpTo(TEXT_LIMITS.nameLength)
const isTextUpTo =
  (most: number): QuickCheck =>
  (value) =>
    isText(value) && value.length <= most
export const textSchema = quickly(
  yup.string().defined('${path} is missing').max(TEXT_LIMITS.textLength, '${path} must have at most ${max} characters'),
  isTextUpTo(TEXT_LIMITS.textLength),
)
/** A text of at most so many characters. */
export const textUpTo = (most: number) =>
  quickly(
    textSchema.max(most, `\${path} must have at most ${most} characters`),
    isTextUpTo(Math.min(most, TEXT_LIMITS.textLength)),
  )
/** The same, of a pattern that its sentence describes. */
export const textLike = (most: number, pattern: RegExp, message: string) => {
  const upTo = textUpTo(most)
  return asQuickAs(
    upTo.matches(pattern, message),
    upTo,
    (isUpTo) => (value) => isUpTo(value) && pattern.test(value as string),
  )
}
/** A text of at most so many characters that is not empty. */
export const wordsUpTo = (most: number) => {
  const upTo = textUpTo(most)
  return asQuickAs(upTo.required('${path} is missing'), upTo, (isUpTo) => (value) => value !== '' && isUpTo(value))
}

const isYesOrNo = (value: unknown) => typeof value === 'boolean'
export const yesOrNo = () => quickly(yup.boolean().required('${path} is missing'), isYesOrNo)
export const yesOrNoOrNull = () =>
  quickly(yup.boolean().nullable().defined('${path} is missing'), (value) => value === null || isYesOrNo(value))
export const optionalYesOrNo = () =>
  orNothing(yesOrNo(), yup.boolean().optional()) as unknown as yup.ISchema<boolean | undefined>
/** The schema of something that may be left out, quick where what it is of is. */
const orNothing = <S extends object>(of: object, schema: S) =>
  asQuickAs(schema, of, (quick) => (value) => value === undefined || quick(value))
const orNull = <S extends object>(of: object, schema: S) =>
  asQuickAs(schema, of, (quick) => (value) => value === null || quick(value))

/** One of a few words, and nothing else. */
export const oneOf = <T extends string>(values: readonly T[]) =>
  quickly(
    yup.string<T>().required('${path} is missing').oneOf(values, '${path} must be one of: ${values}'),
    isAmong(values),
  )
const isAmong = (values: readonly unknown[]): QuickCheck => {
  const known = new Set(values)
  return (value) => value !== '' && known.has(value)
}

/** The same, or null where the choice is left open. */
export const oneOfOrNull = <T extends string>(values: readonly T[]) =>
  quickly(
    yup
      .mixed<T>()
      .nullable()
      .defined('${path} is missing')
      .test(
        'one-of-or-null',
        `\${path} must be one of: ${values.join(', ')}, null`,
        (value) => value === null || values.some((known) => known === value),
      ),
    isAmong([...values, null]),
  )

/** One of a few words, or nothing. */
export const optionalOneOf = <T extends string>(values: readonly T[]) =>
  orNothing(
    oneOf(values),
    yup.string<T>().optional().oneOf(values, '${path} must be one of: ${values}'),
  ) as unknown as yup.ISchema<T | undefined>

/** An instant such as 2026-03-01T06:30:00.000Z. */
export const instantSchema = quickly(
  yup
    .string()
    .required('${path} is missing')
    .test(
      'instant',
      '${path} must be a time in UTC such as 2026-03-01T06:30:00.000Z',
      (value) => !value || (INSTANT.test(value) && canBeMade(() => Temporal.Instant.from(value))),
    ),
  (value) => isText(value) && INSTANT.test(value) && Number(value.slice(11, 13)) < 24 && isDay(value.slice(0, 10)),
)
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:[0-5]\d:[0-5]\d(\.\d{1,3})?Z$/
/** Whether there is such a day: 30 February is taken for another by some and for none by others. */
function isDay(day: string): boolean {
  const time = Date.parse(`${day}T00:00:00Z`)
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(day)
}

/** Whether something can really be made of a value: `Date.parse` takes 30 February and 24:00 for other days. */
function canBeMade(make: () => unknown): boolean {
  try {
    make()
    return true
  } catch {
    return false
  }
}

/** The name of a time zone such as Europe/Lisbon, known to the dates and to the clocks in words. No offsets: they know no summer. */
export function isTimeZone(name: string): boolean {
  if (zones.has(name)) return true
  const isOne =
    /^[A-Za-z][A-Za-z0-9_+-]*(\/[A-Za-z0-9_+-]+){0,2}$/.test(name) &&
    canBeMade(() => new Intl.DateTimeFormat('en', { timeZone: name })) &&
    canBeMade(() => Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(name))
  if (isOne && zones.size < MOST_ZONES) zones.add(name)
  return isOne
}
/** Those that were asked for and are some: to make one takes a while. So many that no writing of them in other letters fills the memory. */
const zones = new Set<string>()
const MOST_ZONES = 1000
export const timeZoneSchema = quickly(
  yup
    .string()
    .required('${path} is missing')
    .test('zone', '${path} must be the name of a time zone such as Europe/Lisbon', (zone) => !zone || isTimeZone(zone)),
  (value) => isText(value) && isTimeZone(value),
)

/** A calendar day such as 2026-03-01. */
export const daySchema = quickly(
  yup
    .string()
    .required('${path} is missing')
    .test('day', '${path} must be a day such as 2026-03-01', (value) => !value || isDayInLetters(value)),
  (value) => isText(value) && isDayInLetters(value),
)
const isDayInLetters = (value: string) => /^\d{4}-\d{2}-\d{2}$/.test(value) && isDay(value)

const isBetween =
  (least: number, most: number): QuickCheck =>
  (value) =>
    typeof value === 'number' && value >= least && value <= most
const isWholeBetween =
  (least: number, most: number): QuickCheck =>
  (value) =>
    Number.isInteger(value) && (value as number) >= least && (value as number) <= most

/** A number within bounds, in the unit that its name says. */
export const numberBetween = (least: number, most: number) =>
  quickly(
    yup
      .number()
      .required('${path} is missing')
      .typeError('${path} must be a number')
      .min(least, `\${path} must be at least ${least}`)
      .max(most, `\${path} must be at most ${most}`),
    isBetween(least, most),
  )
export const wholeBetween = (least: number, most: number) =>
  quickly(numberBetween(least, most).integer('${path} must be a whole number'), isWholeBetween(least, most))
/** A number within bounds, or nothing. */
export function optionalNumberBetween(least: number, most: number) {
  const between = numberBetween(least, most)
  return orNothing(between, between.optional()) as unknown as yup.ISchema<number | undefined>
}
export function optionalWholeBetween(least: number, most: number) {
  const between = wholeBetween(least, most)
  return orNothing(between, between.optional()) as unknown as yup.ISchema<number | undefined>
}
export function numberOrNull(least: number, most: number) {
  const between = numberBetween(least, most)
  return orNull(between, between.nullable().optional().defined('${path} is missing'))
}
export function wholeOrNull(least: number, most: number) {
  const between = wholeBetween(least, most)
  return orNull(between, between.nullable().optional().defined('${path} is missing'))
}

/** A schema for each field of a type and for no other: a field added in one place only does not compile. */
export type FieldsOf<T> = { [Field in keyof T]-?: yup.ISchema<T[Field]> }

/** An object with exactly the fields of `T`. */
export function strictObject<T extends object>(fields: FieldsOf<T>): yup.ObjectSchema<T> {
  const schema = yup
    .object(fields as yup.ObjectShape)
    .noUnknown('${path} has a field that is not known: ${unknown}')
    .required('${path} is missing')
  // What `fields` describes is `T`, field by field; yup's own inference cannot follow a generic.
  return quickFields(schema as unknown as yup.ObjectSchema<T>, fields)
}

/** An object is quickly checked where each of its fields is. (Plain loops: this is asked of every step of every session of years.) */
function quickFields<S extends object>(schema: S, fields: object): S {
  const names = Object.keys(fields)
  const quick = Object.values(fields).map((of: object) => quickCheckOf(of))
  const areAllQuick = quick.every((check) => check !== undefined)
  if (!areAllQuick) return schema
  const known = new Set(names)
  return quickly(schema, (value) => {
    if (!isFields(value)) return false
    let there = 0
    for (let at = 0; at < names.length; at += 1) {
      const field = value[names[at]!]
      if (!quick[at]!(field)) return false
      if (field !== undefined) there += 1
    }
    const all = Object.keys(value)
    return all.length === there || all.every((name) => known.has(name))
  })
}

/** The same, or null. */
export function strictObjectOrNull<T extends object>(fields: FieldsOf<T>): yup.ISchema<T | null> {
  const schema: yup.ObjectSchema<object> = strictObject<object>(fields)
  const nullable = schema.nullable().optional().default(undefined).defined('${path} is missing')
  return orNull(schema, nullable) as unknown as yup.ISchema<T | null>
}

/** The same, or nothing. */
export function optionalObject<T extends object>(fields: FieldsOf<T>): yup.ISchema<T | undefined> {
  const schema: yup.ObjectSchema<object> = strictObject<object>(fields)
  return orNothing(schema, schema.optional().default(undefined)) as unknown as yup.ISchema<T | undefined>
}

/** One of several objects, told apart by the word in one field. */
export function oneOfKinds<Key extends string, T extends { [K in Key]: string }>(
  key: Key,
  schemas: { [Kind in T[Key]]: yup.ObjectSchema<Extract<T, { [K in Key]: Kind }>> },
): yup.ISchema<T> {
  const known = new Map<unknown, yup.Schema>(Object.entries(schemas))
  const unknownKind = yup.object({ [key]: oneOf(Object.keys(schemas)) }).required('${path} is missing')
  const kindOf = (value: unknown) => known.get(isFields(value) ? value[key] : undefined)
  const schema = yup.lazy((value: unknown) => kindOf(value) ?? unknownKind) as yup.Lazy<T>
  const quick = new Map([...known.values()].map((kind) => [kind, quickCheckOf(kind)]))
  if ([...quick.values()].includes(undefined)) return schema
  return quickly(schema, (value) => {
    const kind = kindOf(value)
    return kind !== undefined && quick.get(kind)!(value)
  })
}

/** A list of at most so many items of one kind; of one that is longer, nothing is looked at but its length. */
export function strictList<T>(item: yup.ISchema<T>, most: number, least = 0): yup.Schema<T[]> {
  const of = (schema: yup.ArraySchema<unknown[] | undefined, yup.AnyObject>) =>
    schema
      .required('${path} is missing')
      .min(least, `\${path} must have at least ${least} entries`)
      .max(most, `\${path} must have at most ${most} entries`)
  const whole = of(yup.array(item as yup.ISchema<T, yup.AnyObject>))
  const tooLong = of(yup.array())
  const schema = yup.lazy((value: unknown) =>
    Array.isArray(value) && value.length > most ? tooLong : whole,
  ) as unknown as yup.Schema<T[]>
  return asQuickAs(
    schema,
    item,
    (quick) => (value) =>
      Array.isArray(value) && value.length >= least && value.length <= most && value.every((each) => quick(each)),
  )
}

/** What a schema says, or nothing: also for those that look at the value before they say. */
export function optionally<T>(schema: yup.ISchema<T>): yup.ISchema<T | undefined> {
  const nothing = yup.mixed().optional()
  const orNone = yup.lazy((value: unknown) =>
    value === undefined ? nothing : (schema as unknown as yup.Schema<T>),
  ) as unknown as yup.ISchema<T | undefined>
  return orNothing(schema, orNone)
}
