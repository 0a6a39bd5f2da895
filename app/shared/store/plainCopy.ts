import { isProxy, toRaw } from 'vue'

/**
 * A copy that can be stored or sent to a worker: without the proxies that Vue puts around what it watches, as deep as they go, and without
 * fields that are undefined, which JSON does not have either.
 */
export function plainCopy<T>(value: T): T {
  return structuredClone(unwrapped(value))
}

function unwrapped<T>(value: T): T {
  const raw = isProxy(value) ? toRaw(value) : value
  if (raw === null || typeof raw !== 'object' || ArrayBuffer.isView(raw)) return raw
  if (Array.isArray(raw)) return raw.map(unwrapped) as T
  const fields = Object.entries(raw).filter(([, each]) => each !== undefined)
  return Object.fromEntries(fields.map(([key, each]) => [key, unwrapped(each)])) as T
}
