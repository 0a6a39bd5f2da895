import { v4 as newUuid } from 'uuid'
import { useManualRefHistory } from '@vueuse/core'
import { dequal } from 'dequal/lite'
import { computed, ref, shallowRef, watch } from 'vue'
import { checkItem } from '#core/formats'
import type { Form } from '#core/forms'
import type { Routine } from '#core/routine'
import { wallMs } from '~/shared/clock/wallClock'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { deletionOf, stateOf } from '~/shared/store/saving'

/** So many versions of a routine are kept. */
const MOST_VERSIONS = 20

/** A routine under one's hands: every change is kept at once and can be taken back and done again, without limit in the visit. */
export function useRoutineEditing(routineId: string) {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const kept = computed(() => library.ownRoutines.find(({ id }) => id === routineId) ?? null)
  const routine = shallowRef<Routine | null>(kept.value)
  const history = useManualRefHistory(routine)
  const selected = ref<string[]>([])
  const said = ref('')
  /** The routine as it would be, while something is pulled. */
  const pulled = shallowRef<Routine | null>(null)
  let versioned = false

  // What another tab has done to it is taken up here: my own changes stand in the store's memory as soon as they are made.
  watch(kept, (now) => {
    if (!now || !routine.value || dequal(now, routine.value)) return
    routine.value = now
    history.commit()
    history.clear()
    said.value = 'Changed in another tab.'
  })

  /** Change it; `forms` are new ones that it names, and are stored with it. */
  async function change(next: Routine, what = '', forms: readonly Form[] = []) {
    const before = routine.value
    if (!before || next === before) return
    const checked = checkItem('routines', next)
    if (!checked.ok) {
      said.value = `Left as it was: ${checked.faults[0]!.message}`
      return
    }
    // At once: another change may come before anything is written, and builds on this one.
    routine.value = next
    history.commit()
    const firstOfVisit = !versioned
    versioned = true
    await Promise.all([keep(what, forms), firstOfVisit ? keepVersion(before) : null])
  }
  async function keep(what: string, forms: readonly Form[] = []) {
    said.value = what
    if (!routine.value) return
    await workspace.change([...forms.map((form) => stateOf('forms', form)), stateOf('routines', routine.value)])
  }
  /** While something is pulled only the brook shows it, so that the pull stays smooth; at its end it is one change. */
  function pull(next: Routine) {
    pulled.value = next
  }
  async function settlePull(what: string) {
    const next = pulled.value
    pulled.value = null
    if (next) await change(next, what)
  }
  async function undo() {
    if (!history.canUndo.value) return
    history.undo()
    await keep('Undone.')
  }
  async function redo() {
    if (!history.canRedo.value) return
    history.redo()
    await keep('Redone.')
  }

  const versions = computed(() =>
    library.routineVersions
      .filter((version) => version.routineId === routineId)
      .sort((one, other) => other.at.localeCompare(one.at)),
  )
  /** Keep the routine as it is to return to. Empty ones and ones that are kept already are not kept again. */
  async function keepVersion(as: Routine | null = routine.value) {
    if (!as || as.entries.length === 0) return
    if (versions.value.some((version) => dequal(version.routine, as))) return
    const at = new Date(wallMs()).toISOString()
    const tooOld = versions.value.slice(MOST_VERSIONS - 1)
    await workspace.change([
      stateOf('routineVersions', { id: newUuid(), routineId, at, routine: as }),
      ...tooOld.map(({ id }) => deletionOf('routineVersions', id)),
    ])
  }

  const { canUndo, canRedo } = history
  return {
    kept,
    routine,
    pulled,
    canUndo,
    canRedo,
    selected,
    said,
    change,
    pull,
    settlePull,
    undo,
    redo,
    versions,
    keepVersion,
  }
}

export const newStepId = () => `s-${newUuid().slice(0, 8)}`
