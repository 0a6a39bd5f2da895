import { ValidationError, type InferType, type Schema } from 'yup'
import type { Checked, Fault } from './fault'
import { sizeOf } from './limits'
import { quickCheckOf } from './quickCheck'

/** More faults than this in one file help nobody, and no sentence is made longer by what stands in the file. */
export const MOST_FAULTS = 20
const LONGEST_MESSAGE = 240
const LONGEST_PATH = 120

const shortened = (words: string, most: number) => (words.length > most ? `${words.slice(0, most - 1)}…` : words)

/** A fault that fits on a screen, whatever it quotes. */
export const shortFault = ({ path, message }: Fault): Fault => ({
  path: shortened(path, LONGEST_PATH),
  message: shortened(message, LONGEST_MESSAGE),
})

/**
 * Check a value strictly against a schema (no casting); `root` names the whole value in messages, and `inside` the path at which it
 * stands in something larger. What is too large or too deep is refused before it is looked into.
 */
export function validate<S extends Schema>(
  schema: S,
  value: unknown,
  root = 'the whole',
  inside = '',
): Checked<InferType<S>> {
  const size = sizeOf(value, inside || root)
  if ('fault' in size) return { ok: false, faults: [shortFault(size.fault)] }
  if (quickCheckOf(schema)?.(value)) return { ok: true, value: value as InferType<S> }
  const first = tried(schema, value, true)
  if ('value' in first) return { ok: true, value: first.value }
  const all = size.values <= MOST_VALUES_SEARCHED ? tried(schema, value, false) : first
  const errors = 'errors' in all ? all.errors : first.errors
  return { ok: false, faults: errors.slice(0, MOST_FAULTS).map((error) => faultOf(error, root, inside)) }
}

/** In what is larger, only the first fault is told: thousands of them would take seconds to be found. */
const MOST_VALUES_SEARCHED = 400

function tried<S extends Schema>(
  schema: S,
  value: unknown,
  abortEarly: boolean,
): { value: InferType<S> } | { errors: ValidationError[] } {
  try {
    return { value: schema.validateSync(value, { strict: true, abortEarly, disableStackTrace: true }) }
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return { errors: error.inner.length > 0 ? error.inner : [error] }
  }
}

function faultOf({ path, message }: ValidationError, root: string, inside: string): Fault {
  const words = message.replaceAll('this', inside || root)
  const sentence = inside && path && words.startsWith(path) ? `${inside}.${words}` : words
  const full = inside && path ? `${inside}.${path}` : inside || path
  return shortFault({ path: full || root, message: `${sentence.replace(/\.$/, '')}.` })
}
