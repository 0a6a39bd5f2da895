import { isProxy, toRaw } from 'vue'

/**
 * A copy that can be stored or sent to a worker: without the proxies that Vue puts around what it watches, as deep as they go, and without
 * fields that are undefined, which JSON does not have either. Throws where something cannot be copied, such as a function.
 */
export function plainCopy<T>(value: T): T {
  const raw = isProxy(value) ? toRaw(value) : value
  if (Array.isArray(raw)) return raw.map((each) => plainCopy<unknown>(each)) as T
  if (isFields(raw)) {
    const copy: Record<string, unknown> = {}
    for (const key of Object.keys(raw)) if (raw[key] !== undefined) copy[key] = plainCopy(raw[key])
    return copy as T
  }
  // Numbers, words and null are what they are; bytes and the like are copied as the browser does it.
  return (typeof raw === 'object' && raw !== null) || typeof raw === 'function' ? structuredClone(raw) : raw
}

function isFields(value: unknown): value is Record<string, unknown> {
  if (typeof value !== 'object' || value === null) return false
  const prototype: unknown = Object.getPrototypeOf(value)
  return prototype === Object.prototype || prototype === null
}
