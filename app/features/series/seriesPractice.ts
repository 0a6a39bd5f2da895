import { computed } from 'vue'
import { seriesState } from '#core/plan'
import { inStage, type Lesson, type Series } from '#core/routine'
import { SHIPPED_SERIES } from '#data'
import { wallMs } from '~/shared/clock/wallClock'
import { inOrderOfNames } from '~/shared/words/order'
import { followStore } from '~/shared/session/followLater'
import { usePersonStore } from '~/shared/store/person'

/** My series with how far each has come, the ready-made ones, and following a lesson. */
export function useSeries() {
  const person = usePersonStore()
  const mine = computed(() =>
    [...person.profile.series].sort(inOrderOfNames).map((series) => ({
      series,
      state: seriesState(series, person.sessions, person.today, person.settings.dayEndsAtHour),
    })),
  )
  const routineOf = ({ routineId }: Lesson) => person.routines.find(({ id }) => id === routineId) ?? null

  /** Lay a lesson out to be followed; nothing where its routine is gone. */
  async function followLesson({ id: seriesId }: Series, lesson: Lesson) {
    const routine = routineOf(lesson)
    if (!routine) return
    const led = lesson.stage ? inStage(routine, lesson.stage) : routine
    const follow = await followStore()
    follow.prepare(led, { lesson: { seriesId, lessonId: lesson.id } })
    await navigateTo('/follow')
  }
  /** From now on sessions count for it; what counted before no longer does. */
  const begin = (series: Series) => person.putSeries({ ...series, begunAt: new Date(wallMs()).toISOString() })
  return { mine, shipped: SHIPPED_SERIES, routineOf, followLesson, begin }
}
