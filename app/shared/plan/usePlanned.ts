import { computed } from 'vue'
import type { PlannedSession, PlannedPractice } from '#core/plan'
import { useLibraryStore } from '~/shared/store/library'
import { usePlanStore } from '~/shared/store/plan'
import { askPlanner } from './planWorker'
import { useSeasons } from './useSeasons'

/** What is laid in a week, as routines: by name, and as each is begun. */
export function usePlanned() {
  const library = useLibraryStore()
  const plan = usePlanStore()
  const seasons = useSeasons()
  /** My routines, and the sessions that are next in my seasons. */
  const setting = computed(() => {
    const those = seasons.sessionRoutines.value
    return those.length === 0
      ? seasons.setting.value
      : { ...seasons.setting.value, routines: [...those, ...library.routines] }
  })
  const routineOf = (routineId: string | null) => setting.value.routines.find(({ id }) => id === routineId) ?? null
  const seriesOf = (laid: PlannedSession) =>
    laid.what.kind === 'series'
      ? library.series.find(({ id }) => id === (laid.what as { seriesId: string }).seriesId)
      : null
  /** What is laid, in words: the routine, and the series that it is a lesson of. */
  function nameOf({ laid, routineId }: Pick<PlannedPractice, 'laid' | 'routineId'>): string {
    const series = seriesOf(laid)
    const routine = routineOf(routineId)?.name
    if (laid.what.kind === 'season') {
      const { seasonId } = laid.what
      return plan.seasons.find(({ id }) => id === seasonId)?.name ?? 'a deleted season'
    }
    if (laid.what.kind === 'routine') return routineOf(laid.what.routineId)?.name ?? 'a deleted routine'
    return series ? (routine ? `${series.name}: ${routine}` : series.name) : 'a deleted series'
  }
  /** So many minutes it is brought to; null as it is: a season's session is as long as it is to be already. */
  const minutesOf = (laid: PlannedSession) => (laid.what.kind === 'season' ? null : laid.minutes)
  /** The routine of planned practice as it is begun; null where it cannot be done so. */
  const fitted = ({ routineId, laid, lesson }: PlannedPractice) =>
    routineId
      ? askPlanner(setting.value, (remote) => remote.fitted(routineId, minutesOf(laid), lesson?.stage)).catch(
          () => null,
        )
      : Promise.resolve(null)
  return { setting, routineOf, nameOf, minutesOf, fitted }
}
