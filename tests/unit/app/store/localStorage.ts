import { vi } from 'vitest'

/** A local storage for a test, in which one's own data is open; its entries are properties, as a browser's are. */
export function stubLocalStorage(): Record<string, string> {
  const methods = {
    getItem: (key: string) => storage[key] ?? null,
    setItem: (key: string, value: string) => void (storage[key] = value),
    removeItem: (key: string) => void Reflect.deleteProperty(storage, key),
  }
  const storage = Object.create(methods) as Record<string, string>
  storage['pebblebrook.world'] = 'own'
  vi.stubGlobal('localStorage', storage)
  return storage
}
