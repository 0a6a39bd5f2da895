import { PERSON_LISTS, type ListName, type Mark, type PersonData, type Settings } from '#core/formats'
import type { SessionRecord } from '#core/journal'
import type { Device } from '#core/merge'
import {
  keepSnapshot,
  snapshotOf,
  STORES,
  type Database,
  type PebblebrookSchema,
  type Snapshot,
  type StoreName,
} from './database'
import type { Beside } from './gate'
import { noteChanges, settingChanges, settleBeside, type NotedChange } from './marking'

/** All that is written in a transaction, or nothing: what fails undoes what came before it, and the end is waited for. */
async function whole(transaction: { done: Promise<void>; abort: () => void }, work: () => Promise<unknown>) {
  const { done } = transaction
  // It is awaited below; where something fails before, nobody else waits for it.
  done.catch(() => undefined)
  try {
    await work()
  } catch (error) {
    try {
      transaction.abort()
    } catch {
      // It has come to its end already.
    }
    throw error
  }
  await done
}

/** Put one entry and commit at once: a page that is closed just then cannot lose it. */
export async function putNow<Store extends Exclude<StoreName, 'kept'>>(
  database: Database,
  store: Store,
  value: PebblebrookSchema[Store]['value'],
): Promise<void> {
  const transaction = database.transaction(store, 'readwrite')
  await whole(transaction, async () => {
    await Promise.all([transaction.store.put(value), Promise.resolve().then(() => transaction.commit())])
  })
}

/**
 * Put items of a list and remove others (null), all of it or nothing, and commit at once: a page that is closed or loaded again just then cannot lose it.
 * What is to be noted of the changes is given back; a page that is closed between the two leaves a note that is older than the item, which a merge with another
 * device then takes for a change on both.
 */
async function writeItems(
  database: Database,
  list: ListName,
  items: readonly (readonly [id: string, item: { id: string } | null])[],
  at: string,
): Promise<Beside> {
  const transaction = database.transaction(list, 'readwrite')
  const { store } = transaction
  const changes: NotedChange[] = []
  await whole(transaction, async () => {
    const found = Promise.all(items.map(async ([id]) => (await store.get(id)) as unknown))
    // Where something is refused, nobody waits for what was there.
    found.catch(() => undefined)
    await Promise.all([
      ...items.map(async ([id, item]) => (item ? store.put(item as never) : store.delete(id)) as Promise<unknown>),
      Promise.resolve().then(() => transaction.commit()),
    ])
    const before = await found
    items.forEach(([itemId, after], place) => changes.push({ list, itemId, before: before[place] ?? null, after }))
  })
  return noting(changes, at)
}

/** Notes changes that stand in the store already. */
const noting =
  (changes: readonly NotedChange[], at: string): Beside =>
  async (database) => {
    const transaction = database.transaction(['marks', 'kept'], 'readwrite')
    await whole(transaction, () => noteChanges(transaction as never, changes, at))
  }

/** Settle one of the states beside a thing: it is kept no longer. */
export async function settleNow(database: Database, markId: string, stamp: string, at: string): Promise<void> {
  const transaction = database.transaction(['marks', 'kept'], 'readwrite')
  await whole(transaction, () => settleBeside(transaction as never, markId, stamp, at))
}

/** Put an item of a list. */
export const putItemNow = <List extends ListName>(
  database: Database,
  list: List,
  item: PersonData[List][number],
  at: string,
) => writeItems(database, list, [[item.id, item]], at)

/** Remove an item of a list: another device that has it is told so in a merge. */
export const removeItemNow = (database: Database, list: ListName, id: string, at: string) =>
  writeItems(database, list, [[id, null]], at)

/** Remove some sessions and put others in their place: all of it or nothing. */
export const changeSessionsNow = (
  database: Database,
  go: readonly string[],
  come: readonly SessionRecord[],
  at: string,
) =>
  writeItems(
    database,
    'sessions',
    [
      ...go.filter((id) => !come.some((session) => session.id === id)).map((id) => [id, null] as const),
      ...come.map((session) => [session.id, session] as const),
    ],
    at,
  )

/** Remove entries of several stores by their keys. */
export async function removeNow(database: Database, stores: StoreName[], key: string): Promise<void> {
  const transaction = database.transaction(stores, 'readwrite')
  await whole(transaction, () => Promise.all(stores.map(async (store) => transaction.objectStore(store).delete(key))))
}

/**
 * Put a whole person in place of what is there, in one transaction: all of it or nothing. What was there is kept as a snapshot where it is
 * said why.
 */
export async function replaceAll(
  database: Database,
  person: PersonData,
  why: Snapshot['why'] | null = null,
  marks: readonly Mark[] = [],
) {
  const transaction = database.transaction([...STORES, 'snapshots'], 'readwrite')
  await whole(transaction, async () => {
    if (why) await keepSnapshot(transaction as never, await snapshotOf(transaction as never, why, database.version))
    const device = (await transaction.objectStore('kept').get('device')) as Device | undefined
    await Promise.all(STORES.map(async (store) => transaction.objectStore(store).clear()))
    await transaction.objectStore('kept').put(person.settings, 'settings')
    // What is changed from now on is another change than what was before.
    if (device) await transaction.objectStore('kept').put({ ...device, given: device.given + 1 }, 'device')
    for (const mark of marks) await transaction.objectStore('marks').put(mark)
    for (const list of PERSON_LISTS) {
      const store = transaction.objectStore(list)
      await Promise.all(person[list].map(async (item) => (await store.put(item as never)) as unknown))
    }
  })
}

/** Forget everything in one transaction; kept as a snapshot where it is said why. */
export async function eraseAll(database: Database, why: Snapshot['why'] | null = null): Promise<void> {
  const transaction = database.transaction([...STORES, 'snapshots'], 'readwrite')
  await whole(transaction, async () => {
    if (why) await keepSnapshot(transaction as never, await snapshotOf(transaction as never, why, database.version))
    else await transaction.objectStore('snapshots').clear()
    await Promise.all(STORES.map(async (store) => transaction.objectStore(store).clear()))
  })
}

/**
 * Change one item by what stands in the store at that moment; undefined leaves it. Others cannot come in between. It is committed at once; what is
 * to be noted of it is given back.
 */
export async function changeNow<List extends ListName>(
  database: Database,
  list: List,
  id: string,
  at: string,
  change: (stored: unknown) => PersonData[List][number] | undefined,
): Promise<Beside> {
  const transaction = database.transaction(list as ListName, 'readwrite')
  const changes: NotedChange[] = []
  await whole(transaction, async () => {
    const before: unknown = await transaction.store.get(id)
    const after = change(before)
    if (after === undefined) return
    changes.push({ list, itemId: id, before: before ?? null, after })
    await Promise.all([transaction.store.put(after as never), Promise.resolve().then(() => transaction.commit())])
  })
  return noting(changes, at)
}

/** The same of the settings. */
export async function changeSettingsNow(
  database: Database,
  at: string,
  change: (stored: unknown) => Settings,
): Promise<Beside> {
  const transaction = database.transaction('kept', 'readwrite')
  const changes: NotedChange[] = []
  await whole(transaction, async () => {
    const before = (await transaction.store.get('settings')) as Settings | undefined
    const after = change(before)
    changes.push(...settingChanges(before, after))
    await Promise.all([transaction.store.put(after, 'settings'), Promise.resolve().then(() => transaction.commit())])
  })
  return noting(changes, at)
}
