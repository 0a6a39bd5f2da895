import { computed } from 'vue'
import { trialAsks, trialDays, trialRoutine } from '#core/evidence'
import { latestStages } from '#core/forms'
import { weekReports } from '#core/journal'
import { latelyOf, seriesState, type TodayRequest } from '#core/plan'
import type { LessonTaken } from '#core/runner'
import { wallMs } from '~/shared/sound/clock'
import { usePersonStore } from '~/shared/store/person'
import { usePlan } from '~/shared/plan/usePlan'
import type { TodayAsk, TodaySetting } from '~/shared/plan/plan.worker'
import { useKept } from '~/shared/plan/useKept'
import { useSeasons } from '~/shared/plan/useSeasons'

/** What the judge of Today has to know of the person, besides what is asked just now. */
export function useTodayRequest() {
  const person = usePersonStore()
  const lately = computed(() => latelyOf(person.sessions, person.forms, person.today, person.settings.dayEndsAtHour))
  const { keptById, learnedIds, usualMinutes, longestStill } = useKept()
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
      : { ...seasons.setting.value, routines: [...those, ...person.routines] }
  })
  /** The lessons that are next, by the routine; one that is led in a stage is begun from its series. */
  const lessons = computed(
    () =>
      new Map(
        person.person.series.flatMap((series): [string, { lesson: LessonTaken; name: string }][] => {
          const { next, doneToday } = seriesState(series, person.sessions, person.today, person.settings.dayEndsAtHour)
          if (series.begunAt === undefined || !next || next.stage || doneToday) return []
          return [[next.routineId, { lesson: { seriesId: series.id, lessonId: next.id }, name: series.name }]]
        }),
      ),
  )
  const asks = computed<TodayRequest['asks'][number][]>(() => [
    ...person.person.trials.flatMap((trial) => {
      const arm = trialAsks(trial, person.today)
      const days = trialDays(trial, person.sessions, person.today, person.settings.dayEndsAtHour)
      if (!arm || days.find(({ day }) => day === person.today)?.kept === 'done') return []
      const routineId = trialRoutine(trial, arm, person.routines)?.id
      return routineId ? [{ routineId, by: 'trial' as const, name: trial.name }] : []
    }),
    ...[...lessons.value].map(([routineId, { name }]) => ({ routineId, by: 'series' as const, name })),
    ...plan.asks.value,
  ])
  const minutesLacking = computed(() => {
    if (!person.isWhole) return null
    const week = weekReports(person.sessions, person.today, person.steadinessRules, 1)[0]
    return week?.aimMinutes ? Math.max(0, week.aimMinutes - week.seconds / 60) : null
  })
  const about = computed<Omit<TodayAsk, 'body' | 'minutes' | 'effects'>>(() => ({
    lately: lately.value,
    stages: Object.fromEntries(latestStages(person.person.stages)),
    hour: hourNow(),
    asks: asks.value,
    minutesLacking: minutesLacking.value,
    today: person.today,
    kept: keptById.value,
    learnedIds: learnedIds.value,
    longestStillSeconds: longestStill.value,
    usualMinutes: usualMinutes.value,
  }))
  const lessonOf = (routineId: string) => lessons.value.get(routineId)?.lesson
  return { setting, about, isWaiting, lessonOf }
}

function hourNow(): number {
  const now = new Date(wallMs())
  return now.getHours() + now.getMinutes() / 60
}
