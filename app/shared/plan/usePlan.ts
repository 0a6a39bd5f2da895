import { computed } from 'vue'
import type { PlannedDay, TodayAsked } from '#core/plan'
import { usePersonStore } from '~/shared/store/person'
import { asksOfPlan, openOn, weekFrom, weekRules } from './facts'
import { factsNow } from './factsNow'

/** What is planned, week by week, and what it asks for today. */
export function usePlan() {
  const facts = factsNow(usePersonStore())
  const openToday = computed(() => openOn(facts))
  return {
    openToday,
    rules: computed(() => weekRules(facts)),
    weekFrom: (from: string): PlannedDay[] => weekFrom(facts, from),
    asks: computed<TodayAsked[]>(() => asksOfPlan(facts, openToday.value)),
  }
}
