import { computed } from 'vue'
import { useSettingsStore } from '~/shared/store/settings'
import { keptById, keptOf, learnedIdsOf, longestStillOf } from './facts'
import { factsNow } from './factsNow'

/** The forms that I learn and keep, and what a session that is made of them has to know. */
export function useKept() {
  const { settings } = useSettingsStore()
  const facts = factsNow()
  const kept = computed(() => keptOf(facts))
  return {
    kept,
    keptById: computed(() => keptById(kept.value)),
    resting: computed(() => new Set(settings.resting ?? [])),
    learnedIds: computed(() => learnedIdsOf(facts)),
    longestStill: computed(() => longestStillOf(facts)),
  }
}
