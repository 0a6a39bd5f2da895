import { dequal } from 'dequal/lite'

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * What was changed here, put into what stands there now: field by field, so that whoever changed other fields meanwhile keeps theirs.
 * `base` is what was known when the change was made. Lists are taken whole.
 */
export function merged<T>(stored: T, base: T, changed: T): T {
  if (dequal(base, changed)) return stored
  if (!isPlain(stored) || !isPlain(base) || !isPlain(changed)) return changed
  const fields = new Set([...Object.keys(stored), ...Object.keys(changed)])
  return Object.fromEntries(
    [...fields].map((field) => [field, merged(stored[field], base[field], changed[field])]),
  ) as T
}
