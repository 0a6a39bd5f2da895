import { dequal } from 'dequal/lite'
import { computed, markRaw } from 'vue'
import { PERSON_LISTS, SETTING_NAMES, type PersonData, type Settings } from '#core/formats'

/** Computed, and the same as before where it is equal to that: whatever follows from it is not worked out anew. */
export const unlessEqual = <T>(get: () => T) =>
  computed<T>((before) => {
    const now = get()
    return before !== undefined && dequal(before, now) ? before : now
  })

/** A thing whose fields are each read, and followed, by itself. */
function byField<T extends object>(fields: readonly (keyof T)[], read: (field: keyof T) => { value: unknown }): T {
  const made = {}
  for (const field of fields) {
    const one = read(field)
    Object.defineProperty(made, field, { get: () => one.value, enumerable: true })
  }
  return markRaw(made) as T
}

/** The settings, field by field: each stays the same one while others change, and what shows one is not shown anew for another. */
export const settingsByField = (now: () => Settings): Settings =>
  byField<Settings>(SETTING_NAMES, (field) => unlessEqual(() => now()[field]))

/** A person, list by list: what follows from one list is not worked out anew when another changes. */
export const personByList = (now: () => PersonData): PersonData =>
  byField<PersonData>(['settings', ...PERSON_LISTS], (list) => computed(() => now()[list]))
