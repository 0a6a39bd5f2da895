import { v4 as newUuid } from 'uuid'
import { computed, onScopeDispose, shallowRef, watch, type Ref } from 'vue'
import { nameWith } from '#core/basics'
import { latestStages } from '#core/forms'
import { sessionsOfAdjustments, withAdjustment, type Adjustment } from '#core/plan'
import type { Routine } from '#core/routine'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plainCopy } from '~/shared/store/plainCopy'
import { adjustmentPhrase } from './adjustmentWords'
import { askPlanner } from '~/shared/plan/planWorker'
import type { TodaySetting } from '~/shared/plan/planRequests'

/** The small changes that practice suggests, looked for once `isReady`; taken one by one, and taken back. */
export function useAdjustments(setting: Ref<TodaySetting>, isReady: Ref<boolean>) {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const journal = useJournalStore()
  const { settings } = useSettingsStore()
  const adjustments = shallowRef<Adjustment[]>([])
  let asked = 0
  let askedOf: unknown[] = []
  watch(
    [isReady, setting, () => journal.sessions],
    async () => {
      if (!isReady.value || (askedOf[0] === setting.value && askedOf[1] === journal.sessions)) return
      askedOf = [setting.value, journal.sessions]
      const mine = (asked += 1)
      const copies = copiesOf(library.ownRoutines, library.routines)
      const rules = { today: journal.today, dayEndsAtHour: settings.dayEndsAtHour }
      const ask = {
        ...rules,
        sessions: sessionsOfAdjustments(journal.sessions, rules).map(
          ({ routineId, startedAt, timeZone, planned, done, before, after, exertion }) => ({
            startedAt,
            timeZone,
            planned,
            done,
            before,
            after,
            exertion,
            routineId: copies.get(routineId ?? '') ?? routineId,
          }),
        ),
        routineIds: library.routines.map(({ id }) => id).filter((id) => !copies.has(id)),
        stages: [...latestStages(library.stages)],
      }
      // What is not suggested is missed by nobody: whoever wants it asks again by opening the page.
      const found = await askPlanner(setting.value, (remote) => remote.adjustments(plainCopy(ask))).catch(() => [])
      if (mine === asked) adjustments.value = found
    },
    { immediate: true },
  )
  onScopeDispose(() => (asked += 1))

  const names = computed(() => ({
    formOf: (formId: string) => library.formsById.get(formId),
    routineOf: (routineId: string) => library.routines.find(({ id }) => id === routineId),
  }))
  const phrase = (adjustment: Adjustment) => adjustmentPhrase(adjustment, names.value)
  /** What was taken last, to be taken back: the routine as it was, or nothing where it is a copy of one that ships. */
  const taken = shallowRef<{ id: string; before: Routine | null; words: string } | null>(null)
  async function take(adjustment: Adjustment) {
    const routine = names.value.routineOf(adjustment.routineId)
    if (!routine) return
    const words = phrase(adjustment)
    const next = withAdjustment(routine, adjustment)
    // What ships stays as it is: the change is in a copy of my own.
    const copy = { ...next, id: `mine-${newUuid()}`, name: myWay(routine.name) }
    const isShipped = library.isShipped(routine.id)
    if (!(await library.putRoutine(isShipped ? copy : next))) return
    taken.value = isShipped
      ? { id: copy.id, before: null, words: `${words}, in “${copy.name}”` }
      : { id: routine.id, before: routine, words }
  }
  async function takeBack() {
    if (!taken.value) return
    const { id, before } = taken.value
    if (await (before ? library.putRoutine(before) : workspace.remove('routines', id))) taken.value = null
  }
  return { adjustments, phrase, take, taken, takeBack }
}

const myWay = (name: string) => nameWith(name, ', my way')
/**
 * My copies, by what they are copies of. A copy takes over what was done of its model: it has the same steps, and whoever has changed one of them
 * has answered for that one.
 */
function copiesOf(mine: readonly Routine[], all: readonly Routine[]): ReadonlyMap<string, string> {
  const byName = new Map(mine.map(({ id, name }) => [name, id]))
  const isMine = new Set(mine.map(({ id }) => id))
  return new Map(
    all.flatMap(({ id, name }): [string, string][] => {
      const copy = byName.get(myWay(name))
      return copy && !isMine.has(id) ? [[id, copy]] : []
    }),
  )
}
