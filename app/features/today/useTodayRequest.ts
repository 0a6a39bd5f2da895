import { computed } from 'vue'
import { useLibraryStore } from '~/shared/store/library'
import { aboutToday, lessonsNext, type AboutToday } from '~/shared/plan/facts'
import { factsNow } from '~/shared/plan/factsNow'
import { hourNow } from '~/shared/plan/hourNow'
import type { TodaySetting } from '~/shared/plan/planRequests'
import { usePlan } from '~/shared/plan/usePlan'
import { useSeasons } from '~/shared/plan/useSeasons'

/** The lesson that a routine is today, where it is one. */
export const lessonNow = (routineId: string) => lessonsNext(factsNow()).get(routineId)?.lesson

/** What the judge of Today has to know of the person, besides what is asked just now; followed as it changes. */
export function useTodayRequest() {
  const library = useLibraryStore()
  const facts = factsNow()
  const plan = usePlan()
  const seasons = useSeasons()
  /** Whether the session of a season that is open today is still being made: it is not to come late. */
  const isWaiting = computed(
    () => !seasons.isSettled.value && plan.openToday.value.some(({ laid }) => laid.what.kind === 'season'),
  )
  /** My routines, and the sessions of seasons that are open today. */
  const setting = computed<TodaySetting>(() => {
    const open = new Set(plan.openToday.value.map(({ routineId }) => routineId))
    const those = seasons.sessionRoutines.value.filter(({ id }) => open.has(id))
    return those.length === 0
      ? seasons.setting.value
      : { ...seasons.setting.value, routines: [...those, ...library.routines] }
  })
  const about = computed<AboutToday>(() => aboutToday(facts, plan.openToday.value, hourNow()))
  return { setting, about, isWaiting }
}
