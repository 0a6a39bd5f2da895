import { FIRST_SETTINGS, ofMark, type ListName, type Settings } from '../formats'
import { isSame, isShownBeside } from './marks'
import { settingItems, type MarkedPerson } from './merge'

/** A state of a thing that another device made at the same time as the one that stands: it is kept beside it, and stands nowhere. */
export interface Unseen {
  /** Of the mark that keeps it: "sessions/…", "settings/pace". */
  id: string
  list: ListName | 'settings'
  itemId: string
  /** Which of the states beside it is. */
  stamp: string
  /** ISO 8601 instant in UTC of when it was made; empty where that was not noted. */
  at: string
  /** What stands. */
  stands: unknown
  value: unknown
}

/** The states that are kept without being shown, the latest first; what is as it stands already is none. */
export function unseenStates({ person, marks = [] }: MarkedPerson): Unseen[] {
  const settings = settingItems(person.settings)
  const standingOf = (list: ListName | 'settings', itemId: string): unknown =>
    list === 'settings'
      ? (settings.get(itemId) ?? FIRST_SETTINGS[itemId as keyof Settings])
      : (person[list] as { id: string }[]).find(({ id }) => id === itemId)
  const found = marks.flatMap(({ id, beside = [] }) => {
    const { list, itemId } = ofMark(id)
    if (beside.length === 0 || isShownBeside(list)) return []
    const stands = standingOf(list, itemId)
    if (stands === undefined) return []
    return beside.flatMap(({ stamp, at, value }): Unseen[] =>
      value === undefined || isSame(value, stands) ? [] : [{ id, list, itemId, stamp, at, stands, value }],
    )
  })
  return found.sort((one, other) => (one.at === other.at ? 0 : one.at < other.at ? 1 : -1))
}

/** The fields in which two states of one thing differ; none where they are no things with fields. */
export function differingFields(one: unknown, other: unknown): string[] {
  if (!hasFields(one) || !hasFields(other)) return []
  return [...new Set([...Object.keys(one), ...Object.keys(other)])].filter((field) => !isSame(one[field], other[field]))
}
const hasFields = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
