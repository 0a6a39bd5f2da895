/** What came to a list, or was changed, and what went. */
export interface News<Item> {
  come: Item[]
  go: string[]
}

/** More news than this is not told one by one: all is read anew. */
const MOST_TOLD = 200

/** What is new in `now` since `before`, both by id; items are never changed in place. Null where so much is new that all had better be read anew. */
export function newsSince<Item>(before: ReadonlyMap<string, Item>, now: ReadonlyMap<string, Item>): News<Item> | null {
  const come: Item[] = []
  for (const [id, item] of now) if (before.get(id) !== item) come.push(item)
  const go = [...before.keys()].filter((id) => !now.has(id))
  return come.length + go.length > MOST_TOLD ? null : { come, go }
}
