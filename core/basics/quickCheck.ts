import type * as yup from 'yup'

/**
 * Whether a value is good beyond doubt. Years of sessions are looked at on every start and by every import, and a schema takes a
 * millisecond for each: what passes here would pass the schema too, and what does not is left to the schema, which says why.
 */
export type QuickCheck = (value: unknown) => boolean

/** By schema: one that is derived from another has none until it is given its own. */
const checks = new WeakMap<object, QuickCheck>()

/** The same schema, with a check that lets nothing through that the schema would not. */
export function quickly<S extends object>(schema: S, check: QuickCheck): S {
  checks.set(schema, check)
  return schema
}

/** The quick check of a schema; undefined where it has none. */
export const quickCheckOf = (schema: object): QuickCheck | undefined => checks.get(schema)

/** Some schema made of another, quick where that is: `check` makes the one check of the other. */
export function asQuickAs<S extends object>(schema: S, of: object, check: (quick: QuickCheck) => QuickCheck): S {
  const quick = checks.get(of)
  return quick ? quickly(schema, check(quick)) : schema
}

type Test<T> = (this: yup.TestContext, value: T | undefined) => boolean | yup.ValidationError
const NOWHERE = { path: '', createError: () => false } as unknown as yup.TestContext

/**
 * A schema that also asks for something of the whole; `test` must bear a value whose parts are faulty. The message is for one that does
 * not make its own.
 */
export function tested<T extends object>(schema: yup.ObjectSchema<T>, name: string, test: Test<T>, message = '') {
  const stricter = schema.test(name, message, test as yup.TestFunction)
  return asQuickAs(stricter, schema, (quick) => (value) => quick(value) && test.call(NOWHERE, value as T) === true)
}

export const isText = (value: unknown): value is string => typeof value === 'string'
export const isFields = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
