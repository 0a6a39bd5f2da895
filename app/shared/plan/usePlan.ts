import { computed } from 'vue'
import { addDays, isRestOn, weekStart } from '#core/journal'
import { asksOfWeek, USUAL_WEEK, weekOf, type PlannedDay, type TodayAsked } from '#core/plan'
import { usePersonStore } from '~/shared/store/person'

/** What is planned, week by week, and what it asks for today. */
export function usePlan() {
  const person = usePersonStore()
  const rules = computed(() => person.settings.week ?? USUAL_WEEK)
  /** The latest sessions are enough for a week and the one before. */
  const weekFrom = (from: string): PlannedDay[] =>
    weekOf({
      ...{ from, rules: rules.value, today: person.today, dayEndsAtHour: person.settings.dayEndsAtHour },
      ...{ planned: person.person.planned, series: person.person.series, sessions: person.sessions },
      isRest: (day) => isRestOn(person.steadinessRules, day),
    })
  /** Practice of this week that is open today: laid on it, moved to it, or still open from a day before. */
  const openToday = computed(() => {
    const days = weekFrom(weekStart(person.today))
    // On a Monday, what was missed on Sunday may still be open.
    const before = rules.value.missed === 'stays' ? weekFrom(addDays(weekStart(person.today), -7)) : []
    return [...before, ...days].flatMap(({ practice }) => practice.filter(({ state }) => state === 'open'))
  })
  const asks = computed<TodayAsked[]>(() => [
    // A lesson that is led in a stage is begun from its series, or from the week.
    ...openToday.value.flatMap(({ routineId, laid, lesson }) => {
      // A season's session is as long as it is to be already.
      const minutes = laid.what.kind === 'season' ? null : laid.minutes
      return routineId && !lesson?.stage ? [{ routineId, by: 'plan' as const, name: '', minutes }] : []
    }),
    ...asksOfWeek(person.today, person.sessions, person.formsById, {
      ...{ routines: person.routines, week: rules.value, dayEndsAtHour: person.settings.dayEndsAtHour },
    }),
  ])
  return { rules, weekFrom, openToday, asks }
}
