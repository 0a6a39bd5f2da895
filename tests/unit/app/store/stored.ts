import { PERSON_LISTS } from '#core/formats'
import { readPieces, type Database } from '~/shared/store/database'

/** What stands in a store, unchecked: the settings, and the lists in their order. */
export async function readAll(database: Database): Promise<{ settings: unknown; lists: unknown[][] }> {
  const there = new Map<string, unknown[]>()
  await readPieces(database, (list, items) => void there.set(list, [...(there.get(list) ?? []), ...items]))
  return { settings: there.get('settings')?.[0], lists: PERSON_LISTS.map((list) => there.get(list) ?? []) }
}
