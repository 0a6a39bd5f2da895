import type { ListName } from '#core/formats'

/** One item that changes: its state before and after; null where there is none. The settings are one item, `settings`. */
export interface ItemChange {
  list: ListName | 'settings'
  id: string
  from: unknown
  to: unknown
}
/** Items that change together, all of them or none. */
export type Change = ItemChange[]

const isSameItem = (one: ItemChange, other: ItemChange) => one.list === other.list && one.id === other.id

/** Whether two changes concern the same item. */
export const overlap = (one: Change, other: Change) => one.some((item) => other.some((each) => isSameItem(item, each)))

/** Two changes, one after the other, as a single one. */
export function compose(first: Change, second: Change): Change {
  const earlierOf = (item: ItemChange) => first.find((each) => isSameItem(each, item))
  return [
    ...first.filter((item) => !second.some((each) => isSameItem(each, item))),
    ...second.map((item) => ({ ...item, from: earlierOf(item) ? earlierOf(item)!.from : item.from })),
  ]
}

/** The state that the last of some changes leaves an item in; undefined where none concerns it. */
export const lastStateOf = (changes: readonly Change[], list: ItemChange['list'], id: string): unknown =>
  changes.flat().findLast((item) => item.list === list && item.id === id)?.to

export const writeChanges = (changes: readonly Change[]): string => JSON.stringify(changes)
