import { dequal } from 'dequal/lite'
import { computed, markRaw } from 'vue'
import { settingsSchema, type Settings } from '#core/formats'

/** Computed, and the same as before where it is equal to that: whatever follows from it is not worked out anew. */
export const unlessEqual = <T>(get: () => T) =>
  computed<T>((before) => {
    const now = get()
    return before !== undefined && dequal(before, now) ? before : now
  })

/** The settings, field by field: each stays the same one while others change, and what shows one is not shown anew for another. */
export function settingsByField(now: () => Settings): Settings {
  const settings = {}
  for (const field of Object.keys(settingsSchema.fields) as (keyof Settings)[]) {
    const one = unlessEqual(() => now()[field])
    Object.defineProperty(settings, field, { get: () => one.value, enumerable: true })
  }
  return markRaw(settings) as Settings
}
