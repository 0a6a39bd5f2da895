import { computed } from 'vue'
import type { PlannedDay } from '#core/plan'
import { openOn, weekFrom, weekRules } from './facts'
import { factsNow } from './factsNow'

/** The plan, week by week, and the practice that is open today. */
export function usePlan() {
  const facts = factsNow()
  const openToday = computed(() => openOn(facts))
  return {
    openToday,
    rules: computed(() => weekRules(facts)),
    weekFrom: (from: string): PlannedDay[] => weekFrom(facts, from),
  }
}
