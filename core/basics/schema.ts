import { Temporal } from 'temporal-polyfill'
import * as yup from 'yup'

/** Limits that keep one bad file from stopping the application; far above what anybody needs. */
export const TEXT_LIMITS = { nameLength: 120, textLength: 4000 }

/** A name with something added, shortened where both together would be too long. */
export const nameWith = (name: string, added: string) =>
  `${name.slice(0, TEXT_LIMITS.nameLength - added.length).trim()}${added}`
/** Names are trimmed and not empty; ids are short plain words. */
export const idSchema = yup
  .string()
  .required('${path} is missing')
  .matches(/^[a-zA-Z0-9_-]{1,64}$/, '${path} must be 1 to 64 letters, digits, hyphens or underscores')
export const idOrNull = idSchema.nullable().defined('${path} is missing')
export const nameSchema = yup
  .string()
  .required('${path} is missing')
  .trim('${path} must not begin or end with a space')
  .max(TEXT_LIMITS.nameLength, '${path} must have at most ${max} characters')
export const textSchema = yup
  .string()
  .defined('${path} is missing')
  .max(TEXT_LIMITS.textLength, '${path} must have at most ${max} characters')
/** A text of at most so many characters. */
export const textUpTo = (most: number) => textSchema.max(most, `\${path} must have at most ${most} characters`)

export const yesOrNo = () => yup.boolean().required('${path} is missing')
export const optionalYesOrNo = () => yup.boolean().optional() as unknown as yup.ISchema<boolean | undefined>

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
      (value) => value === null || values.some((known) => known === value),
    )

/** One of a few words, or nothing. */
export const optionalOneOf = <T extends string>(values: readonly T[]) =>
  yup.string<T>().optional().oneOf(values, '${path} must be one of: ${values}') as unknown as yup.ISchema<T | undefined>

/** An instant such as 2026-03-01T06:30:00.000Z. */
export const instantSchema = yup
  .string()
  .required('${path} is missing')
  .test(
    'instant',
    '${path} must be a time in UTC such as 2026-03-01T06:30:00.000Z',
    (value) =>
      !value ||
      (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:[0-5]\d(\.\d{1,3})?Z$/.test(value) &&
        canBeMade(() => Temporal.Instant.from(value))),
  )

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
  return (
    /^[A-Za-z][A-Za-z0-9_+-]*(\/[A-Za-z0-9_+-]+){0,2}$/.test(name) &&
    canBeMade(() => new Intl.DateTimeFormat('en', { timeZone: name })) &&
    canBeMade(() => Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(name))
  )
}
export const timeZoneSchema = yup
  .string()
  .required('${path} is missing')
  .test('zone', '${path} must be the name of a time zone such as Europe/Lisbon', (zone) => !zone || isTimeZone(zone))

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
/** A number within bounds, or nothing. */
export const optionalNumberBetween = (least: number, most: number) =>
  numberBetween(least, most).optional() as unknown as yup.ISchema<number | undefined>
export const wholeBetween = (least: number, most: number) =>
  numberBetween(least, most).integer('${path} must be a whole number')
export const numberOrNull = (least: number, most: number) =>
  numberBetween(least, most).nullable().optional().defined('${path} is missing')
export const wholeOrNull = (least: number, most: number) =>
  wholeBetween(least, most).nullable().optional().defined('${path} is missing')

/** A schema for each field of a type and for no other: a field added in one place only does not compile. */
export type FieldsOf<T> = { [Field in keyof T]-?: yup.ISchema<T[Field]> }

/** An object with exactly the fields of `T`. */
export function strictObject<T extends object>(fields: FieldsOf<T>): yup.ObjectSchema<T> {
  const schema = yup
    .object(fields as yup.ObjectShape)
    .noUnknown('${path} has a field that is not known: ${unknown}')
    .required('${path} is missing')
  // What `fields` describes is `T`, field by field; yup's own inference cannot follow a generic.
  return schema as unknown as yup.ObjectSchema<T>
}

/** The same, or null. */
export function strictObjectOrNull<T extends object>(fields: FieldsOf<T>): yup.ISchema<T | null> {
  const schema: yup.ObjectSchema<object> = strictObject<object>(fields)
  const orNull = schema.nullable().optional().default(undefined).defined('${path} is missing')
  return orNull as unknown as yup.ISchema<T | null>
}

/** The same, or nothing. */
export function optionalObject<T extends object>(fields: FieldsOf<T>): yup.ISchema<T | undefined> {
  const schema: yup.ObjectSchema<object> = strictObject<object>(fields)
  return schema.optional().default(undefined) as unknown as yup.ISchema<T | undefined>
}

/** One of several objects, told apart by the word in one field. */
export function oneOfKinds<Key extends string, T extends { [K in Key]: string }>(
  key: Key,
  schemas: { [Kind in T[Key]]: yup.ObjectSchema<Extract<T, { [K in Key]: Kind }>> },
): yup.ISchema<T> {
  const known = new Map<unknown, yup.Schema>(Object.entries(schemas))
  const unknownKind = yup.object({ [key]: oneOf(Object.keys(schemas)) }).required('${path} is missing')
  return yup.lazy((value: unknown) => {
    const kind = typeof value === 'object' && value !== null ? (value as { [K in Key]?: unknown })[key] : undefined
    return known.get(kind) ?? unknownKind
  }) as yup.Lazy<T>
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
  return yup.lazy((value: unknown) =>
    Array.isArray(value) && value.length > most ? tooLong : whole,
  ) as unknown as yup.Schema<T[]>
}

/** What a schema says, or nothing: also for those that look at the value before they say. */
export function optionally<T>(schema: yup.ISchema<T>): yup.ISchema<T | undefined> {
  const nothing = yup.mixed().optional()
  return yup.lazy((value: unknown) =>
    value === undefined ? nothing : (schema as unknown as yup.Schema<T>),
  ) as unknown as yup.ISchema<T | undefined>
}
