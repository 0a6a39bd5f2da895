import { computed } from 'vue'
import { usePersonStore } from '~/shared/store/person'
import { keptById, keptOf, learnedIdsOf, longestStillOf } from './facts'
import { factsNow } from './factsNow'

/** The forms that I learn and keep, and what a session that is made of them has to know. */
export function useKept() {
  const person = usePersonStore()
  const facts = factsNow(person)
  const kept = computed(() => keptOf(facts))
  return {
    kept,
    keptById: computed(() => keptById(kept.value)),
    resting: computed(() => new Set(person.settings.resting ?? [])),
    learnedIds: computed(() => learnedIdsOf(facts)),
    longestStill: computed(() => longestStillOf(facts)),
  }
}
