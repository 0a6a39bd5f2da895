import { allowedCounts, type ArcPart, type Form } from '../forms'
import { changeGroup, changeStep } from './edit'
import { groupFor, withEachStep, type Entry, type Group, type Pattern, type Routine, type Step } from './types'

/** Ids are made outside: chance is an argument. */
export type NewId = () => string

const withId = (entry: Entry, newId: NewId): Entry =>
  entry.kind === 'step'
    ? { ...entry, id: newId() }
    : { ...entry, id: newId(), steps: entry.steps.map((step) => ({ ...step, id: newId() })) }

/** Set or take away a mark of several entries or steps. */
export function setMark(
  routine: Routine,
  ids: readonly string[],
  mark: 'optional' | 'pinned' | 'byHand' | 'off',
  value: boolean,
): Routine {
  return ids.reduce(
    (changed, id) => changeGroup(changeStep(changed, id, { [mark]: value }), id, { [mark]: value }),
    routine,
  )
}

/** Each of the entries or steps once more, right behind itself. */
export function duplicate(routine: Routine, ids: readonly string[], newId: NewId): Routine {
  const twice = <T extends Entry>(entry: T): T[] =>
    ids.includes(entry.id) ? [entry, withId(entry, newId) as T] : [entry]
  return {
    ...routine,
    entries: routine.entries.flatMap((entry) =>
      entry.kind === 'step' || ids.includes(entry.id)
        ? twice(entry)
        : [{ ...entry, steps: entry.steps.flatMap(twice) }],
    ),
  }
}

/**
 * A step parted into two that are together as much, each with a count that the form allows, as near to halves as can be. The
 * routine as it is when no two allowed counts add up to it.
 */
export function splitStep(routine: Routine, id: string, form: Form, newId: NewId): Routine {
  const split = (step: Step): Step[] => {
    const counts = allowedCounts(form)
    const halves = counts.filter((count) => counts.includes(step.count - count))
    const first = halves.sort((one, other) => Math.abs(one - step.count / 2) - Math.abs(other - step.count / 2))[0]
    if (first === undefined) return [step]
    return [
      { ...step, count: first },
      { ...step, id: newId(), count: step.count - first },
    ]
  }
  return {
    ...routine,
    entries: routine.entries.flatMap((entry): Entry[] => {
      if (entry.kind === 'step') return entry.id === id ? split(entry) : [entry]
      return [{ ...entry, steps: entry.steps.flatMap((step) => (step.id === id ? split(step) : [step])) }]
    }),
  }
}

/** The chosen steps become one group of a pattern where the first of them stood; steps of other groups are left there. */
export function groupSteps(
  routine: Routine,
  ids: readonly string[],
  pattern: Pattern,
  name: string,
  newId: NewId,
): Routine {
  const steps = routine.entries.filter((entry): entry is Step => entry.kind === 'step' && ids.includes(entry.id))
  if (steps.length === 0) return routine
  const group = groupFor(pattern, newId(), name, steps)
  const index = routine.entries.indexOf(steps[0]!)
  const rest = routine.entries.filter((entry) => !steps.includes(entry as Step))
  return { ...routine, entries: rest.toSpliced(index, 0, group) }
}

/** The steps of a group stand alone again. */
export function ungroup(routine: Routine, groupId: string): Routine {
  return {
    ...routine,
    entries: routine.entries.flatMap((entry): Entry[] =>
      entry.kind === 'group' && entry.id === groupId ? entry.steps : [entry],
    ),
  }
}

/**
 * An entry taken to stand before another one (at the end for null), and into a part of the arc. A step inside a group leaves it.
 */
export function moveBefore(routine: Routine, id: string, beforeId: string | null, part: ArcPart | null): Routine {
  if (id === beforeId) return routine
  let moved: Entry | null = null
  const without = routine.entries.flatMap((entry): Entry[] => {
    if (entry.id === id) {
      moved = entry
      return []
    }
    if (entry.kind === 'step') return [entry]
    const inside = entry.steps.find((step) => step.id === id)
    if (!inside) return [entry]
    moved = inside
    return [{ ...entry, steps: entry.steps.filter((step) => step !== inside) }]
  })
  if (!moved) return routine
  const inPart = part === null ? moved : intoPart(moved, part)
  const index = beforeId === null ? -1 : without.findIndex((entry) => entry.id === beforeId)
  return { ...routine, entries: without.toSpliced(index < 0 ? without.length : index, 0, inPart) }
}

function intoPart(entry: Step | Group, part: ArcPart): Entry {
  return entry.kind === 'step'
    ? { ...entry, part }
    : { ...entry, steps: entry.steps.map((step) => ({ ...step, part })) }
}

/** The same rest after every step. */
export const restEach = (routine: Routine, restBreaths: number): Routine =>
  withEachStep(routine, (step) => ({ ...step, restBreaths }))
