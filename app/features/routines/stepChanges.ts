import type { ShallowRef } from 'vue'
import { ARC_PARTS, nextCount, type Form } from '#core/forms'
import {
  changeGroup,
  changeStep,
  groupFor,
  insertByPart,
  moveEntry,
  removeEntry,
  setMark,
  stepFor,
  stepsOf,
  type Entry,
  type Group,
  type Routine,
  type Step,
} from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'
import { newStepId, type useRoutineEditing } from './routineEditing'

const MARK_SAID = {
  off: 'Left out for now, or taken in.',
  pinned: 'Pinned or unpinned.',
  optional: 'Optional or not.',
}
/** A count that I set stays when the routine is fitted, until I free it. */
const byHand = (part: Partial<Step> | Partial<Group>) =>
  'count' in part || 'rounds' in part || 'steps' in part ? { byHand: true } : {}

/** What is done to the steps of a routine, each as one change that is said. */
export function useStepChanges(
  routine: Readonly<ShallowRef<Routine | null>>,
  change: ReturnType<typeof useRoutineEditing>['change'],
) {
  const library = useLibraryStore()

  /** As often as is usual, or as was asked: what was asked stays when the routine is fitted. */
  function add(form: Form, count?: number) {
    if (!routine.value) return
    const step = stepFor(form, newStepId())
    const counted = count === undefined || count === step.count ? step : { ...step, count, byHand: true }
    void change(insertByPart(routine.value, counted, ARC_PARTS), `${form.name} added.`)
  }
  function addRounds() {
    if (!routine.value) return
    const group: Entry = groupFor('rounds', newStepId(), 'Rounds', [])
    const lastWork = routine.value.entries.findLastIndex(
      (entry) => entry.kind === 'group' || ARC_PARTS.indexOf(entry.part) <= 3,
    )
    void change({ ...routine.value, entries: routine.value.entries.toSpliced(lastWork + 1, 0, group) }, 'Rounds added.')
  }
  const changeBy = (what: (now: Routine) => Routine, words = '', forms: readonly Form[] = []) =>
    routine.value && change(what(routine.value), words, forms)
  const move = (id: string, direction: 1 | -1) =>
    changeBy((now) => moveEntry(now, id, direction), direction < 0 ? 'Moved earlier.' : 'Moved later.')
  const remove = (id: string) => changeBy((now) => removeEntry(now, id), 'Deleted.')
  const alterStep = (id: string, part: Partial<Step>) =>
    changeBy((now) => changeStep(now, id, { ...part, ...byHand(part) }))
  const alterGroup = (id: string, part: Partial<Group>) =>
    changeBy((now) => changeGroup(now, id, { ...part, ...byHand(part) }))
  function mark(id: string, which: 'off' | 'pinned' | 'optional') {
    const now = routine.value
    const piece = now && [...now.entries, ...stepsOf(now)].find((each) => each.id === id)
    if (piece) changeBy((each) => setMark(each, [id], which, !piece[which]), MARK_SAID[which])
  }
  function count(id: string, direction: 1 | -1) {
    const step = routine.value && stepsOf(routine.value).find((each) => each.id === id)
    const form = step && library.formsById.get(step.formId)
    if (step && form) alterStep(id, { count: nextCount(form, step.count, direction) })
  }

  return { add, addRounds, changeBy, move, remove, alterStep, alterGroup, mark, count }
}
