import type { Entry, Step } from './types'

/**
 * Dragging within or between lists tells each list its new contents, one after the other. These are the entries once the top level has
 * been told: groups keep the steps that they have by now.
 */
export const withTopLevel = (entries: readonly Entry[], next: readonly Entry[]): Entry[] =>
  next.map((entry) => (entry.kind === 'group' ? (entries.find(({ id }) => id === entry.id) ?? entry) : entry))

/** The entries once a group has been told its new steps; a group does not go into a group. */
export const withGroupSteps = (entries: readonly Entry[], groupId: string, next: readonly Entry[]): Entry[] =>
  entries.map((entry) =>
    entry.kind === 'group' && entry.id === groupId
      ? { ...entry, steps: next.filter((each): each is Step => each.kind === 'step') }
      : entry,
  )
