import type { Routine } from '#core/routine'

/** So many versions of a routine are kept. */
const MOST_VERSIONS = 20

/** A routine under one's hands: every change is kept at once and can be taken back and done again, without limit in the visit. */
export function useRoutineEditing(routineId: string) {
  const person = usePersonStore()
  const kept = computed(() => person.person.routines.find(({ id }) => id === routineId) ?? null)
  const routine = shallowRef<Routine | null>(kept.value)
  const earlier = shallowRef<Routine[]>([])
  const later = shallowRef<Routine[]>([])
  const selected = ref<string[]>([])
  const said = ref('')
  /** The routine as it would be, while something is pulled. */
  const pulled = shallowRef<Routine | null>(null)
  let versioned = false

  async function change(next: Routine, what = '') {
    const before = routine.value
    if (!before || next === before) return
    if (!versioned) {
      versioned = true
      await keepVersion(before)
    }
    earlier.value = [...earlier.value, before]
    later.value = []
    await show(next, what)
  }
  async function show(next: Routine, what: string) {
    routine.value = next
    said.value = what
    await person.putRoutine(next)
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
    const last = earlier.value.at(-1)
    if (!last || !routine.value) return
    earlier.value = earlier.value.slice(0, -1)
    later.value = [...later.value, routine.value]
    await show(last, 'Taken back.')
  }
  async function redo() {
    const next = later.value.at(-1)
    if (!next || !routine.value) return
    later.value = later.value.slice(0, -1)
    earlier.value = [...earlier.value, routine.value]
    await show(next, 'Done again.')
  }

  const versions = computed(() =>
    person.person.routineVersions
      .filter((version) => version.routineId === routineId)
      .sort((one, other) => other.at.localeCompare(one.at)),
  )
  /** Keep the routine as it is to return to. Empty ones and ones that are kept already are not kept again. */
  async function keepVersion(as: Routine | null = routine.value) {
    if (!as || as.entries.length === 0) return
    if (versions.value.some((version) => JSON.stringify(version.routine) === JSON.stringify(as))) return
    const at = new Date(wallMs()).toISOString()
    await person.putRoutineVersion({ id: crypto.randomUUID(), routineId, at, routine: as })
    for (const old of versions.value.slice(MOST_VERSIONS)) await person.remove('routineVersions', old.id)
  }

  return {
    kept,
    routine,
    pulled,
    earlier,
    later,
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

export const newStepId = () => `s-${crypto.randomUUID().slice(0, 8)}`
