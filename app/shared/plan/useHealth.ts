import { computed } from 'vue'
import { adjustForHealth, type HealthAdjusted } from '#core/compose'
import { concernsOf } from '#core/forms'
import type { Routine } from '#core/routine'
import { TooLongError, UnknownFormError, type PracticeSetting } from '#core/timeline'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { ASK_SOMEBODY, ASKS_FIRST_WORDS, healthPhrase } from '~/shared/words/health'

/**
 * A routine as it would be led with what I declared, and in words what that changes; null where nothing was declared, or where the
 * routine cannot be compiled, which the screens tell by themselves.
 */
export function useHealth() {
  const library = useLibraryStore()
  const { settings } = useSettingsStore()
  const concerns = computed(() => concernsOf(settings.conditions))
  function adjusted(routine: Routine, setting: PracticeSetting = library.setting): HealthAdjusted | null {
    if (concerns.value.size === 0) return null
    try {
      const found = adjustForHealth({ routine, ...setting }, concerns.value)
      return found.milder.length + found.leftOut.length > 0 ? found : null
    } catch (error) {
      if (error instanceof UnknownFormError || error instanceof TooLongError) return null
      throw error
    }
  }
  function phrase(found: HealthAdjusted, setting: PracticeSetting = library.setting): string {
    const names = (ids: readonly string[]) => ids.map((id) => setting.forms.find((form) => form.id === id)?.name ?? id)
    const changes = healthPhrase({ milder: names(found.milder), leftOut: names(found.leftOut) })
    return found.asksFirst ? `${ASKS_FIRST_WORDS[found.asksFirst]} ${changes} ${ASK_SOMEBODY}` : changes
  }
  return { adjusted, phrase }
}
