import { computed } from 'vue'
import { seriesState } from '#core/plan'
import { inStage, type Lesson, type Series } from '#core/routine'
import { SHIPPED_SERIES } from '#data'
import { wallMs } from '~/shared/clock/wallClock'
import { inOrderOfNames } from '~/shared/words/order'
import { followStore } from '~/shared/session/followLater'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'

/** My series with how far each has come, the ready-made ones, and following a lesson. */
export function useSeries() {
  const library = useLibraryStore()
  const journal = useJournalStore()
  const { settings } = useSettingsStore()
  const mine = computed(() =>
    [...library.series].sort(inOrderOfNames).map((series) => ({
      series,
      state: seriesState(series, journal.sessions, journal.today, settings.dayEndsAtHour),
    })),
  )
  const routineOf = ({ routineId }: Lesson) => library.routines.find(({ id }) => id === routineId) ?? null

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
  const begin = (series: Series) => library.putSeries({ ...series, begunAt: new Date(wallMs()).toISOString() })
  return { mine, shipped: SHIPPED_SERIES, routineOf, followLesson, begin }
}
