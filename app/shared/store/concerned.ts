import { cautionsOf, concernsOf, wayFor } from '#core/forms'
import { computed, type ComputedRef } from 'vue'
import { useLibraryStore } from './library'
import { useSettingsStore } from './settings'

/** The forms, by id, of which some caution concerns what I declared, as I do them and by my house rules; none where I declared nothing. */
export function useConcerned(): ComputedRef<Set<string>> {
  const library = useLibraryStore()
  const { settings } = useSettingsStore()
  return computed(() => {
    const concerns = concernsOf(settings.conditions)
    if (concerns.size === 0) return new Set()
    const { ways, rules } = library.setting
    const matters = library.forms.filter((form) =>
      cautionsOf(form, wayFor({ formId: form.id }, ways), rules).some((caution) => concerns.has(caution)),
    )
    return new Set(matters.map(({ id }) => id))
  })
}
