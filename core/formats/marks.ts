import type { ListName } from './person'

/** What is kept beside an item, so that another device's state of it can be told from this one: never shown, but exported. See core/merge. */
export interface Mark {
  /** The list and the item's id: "routines/mine-1"; of a setting "settings/pace". */
  id: string
  stamp: string
  /** ISO 8601 instant in UTC of the last change; empty where it was not noted. */
  at: string
  after: string[]
  /** The item was removed. */
  gone?: boolean
  /** Other states of it, made elsewhere at the same time. */
  beside?: BesideVersion[]
}
export interface BesideVersion {
  stamp: string
  at: string
  after: string[]
  /** Left out where it was removed. */
  value?: unknown
}

/** The list of a mark and the id of its item; for a setting the list is "settings". */
export function ofMark(id: string): { list: ListName | 'settings'; itemId: string } {
  const slash = id.indexOf('/')
  return { list: id.slice(0, slash) as ListName | 'settings', itemId: id.slice(slash + 1) }
}
