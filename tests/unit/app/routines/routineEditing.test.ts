import { reactive } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { changeStep, type Routine, type RoutineVersion } from '#core/routine'
import { useRoutineEditing } from '~/features/routines/routineEditing'
import { aRoutine, aStep } from '../../../helpers'

const kept = vi.hoisted(() => ({ person: { routines: [] as unknown[], routineVersions: [] as unknown[] } }))
const written = vi.hoisted(() => ({ routines: [] as unknown[] }))
vi.mock('~/shared/store/library', () => ({
  useLibraryStore: () => ({
    get ownRoutines() {
      return kept.person.routines
    },
    get routineVersions() {
      return kept.person.routineVersions
    },
  }),
}))
vi.mock('~/shared/store/workspace', () => ({
  useWorkspaceStore: () => ({
    change: async (states: { list: string; id: string; to: unknown }[]) => {
      for (const { list, id, to } of states) {
        if (list === 'routines') written.routines.push(to)
        else if (to) kept.person.routineVersions.push(to)
        else
          kept.person.routineVersions = kept.person.routineVersions.filter((each) => (each as RoutineVersion).id !== id)
      }
    },
  }),
}))

const routine = aRoutine([aStep('s', 'a-form', { count: 4 })])
const counted = (count: number) => changeStep(routine, 's', { count })
const versions = () => kept.person.routineVersions as RoutineVersion[]
beforeEach(() => {
  kept.person = reactive({ routines: [routine], routineVersions: [] })
  written.routines = []
})

describe('editing a routine', () => {
  it('keeps every change at once, and takes them back and does them again one by one', async () => {
    const editing = useRoutineEditing(routine.id)
    await editing.change(counted(5), 'Five.')
    await editing.change(counted(6), 'Six.')
    expect(editing.said.value).toBe('Six.')
    await editing.undo()
    expect(editing.routine.value).toEqual(counted(5))
    await editing.undo()
    expect(editing.routine.value).toEqual(routine)
    expect(editing.canUndo.value).toBe(false)
    await editing.redo()
    expect(editing.routine.value).toEqual(counted(5))
    expect(written.routines).toEqual([counted(5), counted(6), counted(5), routine, counted(5)])
  })
  it('forgets what was taken back when something else is done instead', async () => {
    const editing = useRoutineEditing(routine.id)
    await editing.change(counted(5))
    await editing.undo()
    await editing.change(counted(9))
    expect(editing.canRedo.value).toBe(false)
    await editing.redo()
    expect(editing.routine.value).toEqual(counted(9))
    await editing.undo()
    expect(editing.routine.value).toEqual(routine)
  })
  it('builds each change on the one before it, though nothing is written yet', async () => {
    const editing = useRoutineEditing(routine.id)
    const more = () =>
      editing.change(changeStep(editing.routine.value!, 's', { count: countOf(editing.routine.value!) + 1 }))
    await Promise.all([more(), more(), more()])
    expect(countOf(editing.routine.value!)).toBe(7)
    expect(written.routines.at(-1)).toEqual(counted(7))
  })
  it('keeps the version from before the visit once, and the one that is asked for unless it is kept already', async () => {
    const editing = useRoutineEditing(routine.id)
    await editing.change(counted(5))
    await editing.change(counted(6))
    expect(versions().map((version) => version.routine)).toEqual([routine])
    await editing.keepVersion()
    await editing.keepVersion()
    expect(versions().map((version) => version.routine)).toEqual([routine, counted(6)])
  })
  it('keeps twenty versions, the latest', async () => {
    const editing = useRoutineEditing(routine.id)
    for (let count = 1; count <= 23; count += 1) {
      vi.setSystemTime(count * 1000)
      await editing.keepVersion(counted(count))
    }
    vi.useRealTimers()
    expect(versions().map((version) => countOf(version.routine))).toEqual(Array.from({ length: 20 }, (_, at) => at + 4))
  })
  it('shows a pull without keeping it, and keeps its end as one change', async () => {
    const editing = useRoutineEditing(routine.id)
    editing.pull(counted(7))
    editing.pull(counted(8))
    expect(editing.routine.value).toEqual(routine)
    await editing.settlePull('Eight.')
    expect(editing.pulled.value).toBeNull()
    await editing.undo()
    expect(editing.routine.value).toEqual(routine)
  })
})
const countOf = ({ entries }: Routine) => (entries[0] as { count: number }).count
