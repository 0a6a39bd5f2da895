import { PERSON_LISTS, type Mark, type PersonData, type Settings } from '#core/formats'
import type { Device } from '#core/merge'
import type { Change, ItemChange } from './changes'
import {
  keepSnapshot,
  snapshotOf,
  STORES,
  type Database,
  type PebblebrookSchema,
  type Snapshot,
  type StoreName,
} from './database'
import type { Beside } from './writeQueue'
import { idOf } from './storedPerson'
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

/** What to store of an item, from its change and what the store holds at that moment; null where nothing. */
export type Resolve = (item: ItemChange, stored: unknown) => unknown

/**
 * Write a change in one transaction over all of its lists, and commit at once: a page that is closed just then cannot lose it. What other tabs stored
 * meanwhile is read in the same transaction. The marks of what changed are returned, to be written beside; without them a merge with another
 * device takes the change for one on both.
 */
export async function writeChange(database: Database, change: Change, at: string, resolve: Resolve): Promise<Beside> {
  const storeOf = ({ list }: ItemChange) => (list === 'settings' ? 'kept' : list)
  const transaction = database.transaction([...new Set(change.map(storeOf))], 'readwrite')
  const marks: NotedChange[] = []
  await whole(transaction, async () => {
    const before = (await Promise.all(
      change.map((item) => transaction.objectStore(storeOf(item)).get(item.id)),
    )) as unknown[]
    const after = change.map((item, place) => resolve(item, before[place]))
    const writes: Promise<unknown>[] = []
    for (const [place, item] of change.entries()) {
      const store = transaction.objectStore(storeOf(item))
      const write =
        after[place] === null
          ? store.delete(item.id)
          : store.put(after[place] as never, ...(item.list === 'settings' ? ['settings'] : []))
      // If the next one is refused, the transaction is aborted and nobody waits for this one.
      write.catch(() => undefined)
      writes.push(write)
    }
    transaction.commit()
    await Promise.all(writes)
    change.forEach(({ list, id: itemId }, place) =>
      marks.push(
        ...(list === 'settings'
          ? settingChanges(before[place] as Settings | undefined, after[place] as Settings)
          : [{ list, itemId, before: before[place] ?? null, after: after[place] }]),
      ),
    )
  })
  return noting(marks, at)
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

/** Remove entries of several stores by their keys. */
export async function removeNow(database: Database, stores: StoreName[], key: string): Promise<void> {
  const transaction = database.transaction(stores, 'readwrite')
  await whole(transaction, () => Promise.all(stores.map(async (store) => transaction.objectStore(store).delete(key))))
}

/** A snapshot with changes that the store had refused, so that going back to it brings them, too. */
function withChanges(snapshot: Snapshot, changes: readonly Change[]): Snapshot {
  const lists: Record<string, unknown[] | undefined> = { ...snapshot.lists }
  let { settings } = snapshot
  for (const { list, id, to } of changes.flat()) {
    if (list === 'settings') settings = to
    else lists[list] = [...(lists[list] ?? []).filter((item) => idOf(item) !== id), ...(to === null ? [] : [to])]
  }
  return { ...snapshot, settings, lists }
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
  refusedChanges: readonly Change[] = [],
) {
  const transaction = database.transaction([...STORES, 'snapshots'], 'readwrite')
  await whole(transaction, async () => {
    if (why) {
      const stored = await snapshotOf(transaction as never, why, database.version)
      await keepSnapshot(transaction as never, withChanges(stored, refusedChanges))
    }
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
export async function eraseAll(
  database: Database,
  why: Snapshot['why'] | null = null,
  refusedChanges: readonly Change[] = [],
): Promise<void> {
  const transaction = database.transaction([...STORES, 'snapshots'], 'readwrite')
  await whole(transaction, async () => {
    if (why) {
      const stored = await snapshotOf(transaction as never, why, database.version)
      await keepSnapshot(transaction as never, withChanges(stored, refusedChanges))
    } else await transaction.objectStore('snapshots').clear()
    await Promise.all(STORES.map(async (store) => transaction.objectStore(store).clear()))
  })
}
