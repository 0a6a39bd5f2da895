import { ValidationError, type InferType, type Schema } from 'yup'

/** One thing wrong: the path of the field and a sentence. */
export interface Fault {
  path: string
  message: string
}

export type Checked<T> = { ok: true; value: T } | { ok: false; faults: Fault[] }

/** More faults than this in one file help nobody. */
const MOST_FAULTS = 20

/** Check a value strictly against a schema (no casting); `root` names the whole value in messages. */
export function validate<S extends Schema>(schema: S, value: unknown, root = 'the whole'): Checked<InferType<S>> {
  try {
    return { ok: true, value: schema.validateSync(value, { strict: true, abortEarly: false }) }
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    const faults = inner.slice(0, MOST_FAULTS).map((one) => {
      const path = one.path || root
      return { path, message: `${one.message.replaceAll('this', root).replace(/\.$/, '')}.` }
    })
    return { ok: false, faults }
  }
}
