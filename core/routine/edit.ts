import type { Form } from '../forms'
import { stepsOf, withEachStep, type Entry, type Group, type Routine, type Step } from './types'

/** Where a step stands: at the top level, or inside a group. */
interface Location {
  entry: number
  inGroup: number | null
}

function locationOf(routine: Routine, id: string): Location | null {
  for (const [entry, candidate] of routine.entries.entries()) {
    if (candidate.id === id) return { entry, inGroup: null }
    if (candidate.kind === 'group') {
      const inGroup = candidate.steps.findIndex((step) => step.id === id)
      if (inGroup >= 0) return { entry, inGroup }
    }
  }
  return null
}

const moved = <T>(list: readonly T[], from: number, to: number): T[] =>
  list.toSpliced(from, 1).toSpliced(to, 0, list[from]!)

/**
 * The routine with a step or group moved one place earlier (-1) or later (+1). A step walks into a group at its edge and
 * out again at the other; a group jumps over what stands beside it. At the end of the routine nothing changes.
 */
export function moveEntry(routine: Routine, id: string, direction: 1 | -1): Routine {
  const index = locationOf(routine, id)
  if (!index) return routine
  const entries = routine.entries
  const here = entries[index.entry]!

  if (index.inGroup !== null && here.kind === 'group') {
    const target = index.inGroup + direction
    if (target >= 0 && target < here.steps.length) {
      return replaceEntry(routine, index.entry, { ...here, steps: moved(here.steps, index.inGroup, target) })
    }
    const step = here.steps[index.inGroup]!
    const shrunk: Group = { ...here, steps: here.steps.toSpliced(index.inGroup, 1) }
    const outside: Entry[] = direction < 0 ? [step, shrunk] : [shrunk, step]
    return { ...routine, entries: entries.toSpliced(index.entry, 1, ...outside) }
  }

  const beside = entries[index.entry + direction]
  if (!beside) return routine
  if (here.kind === 'step' && beside.kind === 'group') {
    const steps: Step[] = direction > 0 ? [here, ...beside.steps] : [...beside.steps, here]
    const joined = replaceEntry(routine, index.entry + direction, { ...beside, steps })
    return { ...joined, entries: joined.entries.toSpliced(index.entry, 1) }
  }
  return { ...routine, entries: moved(entries, index.entry, index.entry + direction) }
}

function replaceEntry(routine: Routine, index: number, entry: Entry): Routine {
  return { ...routine, entries: routine.entries.toSpliced(index, 1, entry) }
}

/** The routine without the step or group. */
export function removeEntry(routine: Routine, id: string): Routine {
  return {
    ...routine,
    entries: routine.entries
      .filter((entry) => entry.id !== id)
      .map((entry) =>
        entry.kind === 'group' && entry.steps.some((step) => step.id === id)
          ? { ...entry, steps: entry.steps.filter((step) => step.id !== id) }
          : entry,
      ),
  }
}

/** The routine with some fields of one step changed. */
export function changeStep(routine: Routine, id: string, change: Partial<Omit<Step, 'kind' | 'id'>>): Routine {
  return withEachStep(routine, (step) => (step.id === id ? { ...step, ...change } : step))
}

/** The routine with some fields of one group changed. */
export function changeGroup(routine: Routine, id: string, change: Partial<Omit<Group, 'kind' | 'id'>>): Routine {
  return {
    ...routine,
    entries: routine.entries.map((entry) =>
      entry.kind === 'group' && entry.id === id ? { ...entry, ...change } : entry,
    ),
  }
}

/** The routine without unknown forms: their steps are switched off, and one breath of rest replaces an unknown form between pieces. */
export function withoutUnknown(routine: Routine, isKnown: (formId: string) => boolean): Routine {
  const rest = <Owner extends Pick<Routine | Group, 'between'>>(owner: Owner): Owner =>
    owner.between?.by === 'form' && !isKnown(owner.between.formId)
      ? { ...owner, between: { by: 'rest', breaths: 1 } }
      : owner
  const steps = withEachStep(routine, (step) => (isKnown(step.formId) ? step : { ...step, off: true }))
  return rest({ ...steps, entries: steps.entries.map((entry) => (entry.kind === 'group' ? rest(entry) : entry)) })
}

/** The forms that a routine names and nobody knows, by id, each once: of its steps, and between its pieces. */
export function unknownFormIds(routine: Routine, isKnown: (formId: string) => boolean): string[] {
  const betweenOf = ({ between }: Pick<Routine | Group, 'between'>) => (between?.by === 'form' ? [between.formId] : [])
  const named = [
    ...stepsOf(routine).flatMap((step) => (step.off ? [] : [step.formId])),
    ...betweenOf(routine),
    ...routine.entries.flatMap((entry) => (entry.kind === 'group' ? betweenOf(entry) : [])),
  ]
  return [...new Set(named)].filter((formId) => !isKnown(formId))
}

/**
 * The routine with another form in place of one, in its steps and between its pieces. A step keeps its place, rest and marks; its count and its way were
 * those of the old form, so the new form's usual ones are taken.
 */
export function replaceForm(routine: Routine, formId: string, form: Form): Routine {
  const inBetween = <Owner extends Pick<Routine | Group, 'between'>>(owner: Owner): Owner =>
    owner.between?.by === 'form' && owner.between.formId === formId
      ? { ...owner, between: { ...owner.between, formId: form.id } }
      : owner
  const steps = withEachStep(routine, (step) => {
    if (step.formId !== formId) return step
    const { manner: _, layers: __, byHand: ___, ...kept } = step
    return { ...kept, formId: form.id, wayId: null, count: form.counts.usual }
  })
  return inBetween({ ...steps, entries: steps.entries.map((each) => (each.kind === 'group' ? inBetween(each) : each)) })
}

/** Put a new step behind the last one of its part or of an earlier part, so that the arc keeps its order. */
export function insertByPart(routine: Routine, step: Step, partOrder: readonly string[]): Routine {
  const rank = (entry: Entry) => {
    const steps = entry.kind === 'step' ? [entry] : entry.steps
    return Math.max(-1, ...steps.map(({ part }) => partOrder.indexOf(part)))
  }
  const wanted = partOrder.indexOf(step.part)
  const after = routine.entries.findLastIndex((entry) => rank(entry) <= wanted)
  return { ...routine, entries: routine.entries.toSpliced(after + 1, 0, step) }
}
