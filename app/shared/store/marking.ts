import type { IDBPTransaction } from 'idb'
import { v4 as newUuid } from 'uuid'
import { dequal } from 'dequal/lite'
import type { ListName, Mark, Settings } from '#core/formats'
import { marksAfter, markWithout, mayBeBeside, parentOf, settingItems, type Device } from '#core/merge'
import type { Database, PebblebrookSchema, StoreName } from './database'

type Writing = Pick<IDBPTransaction<PebblebrookSchema, StoreName[], 'readwrite'>, 'objectStore'>

/** One item as it was and as it is; null where it was not there, or is gone. */
export interface NotedChange {
  list: ListName | 'settings'
  itemId: string
  before: unknown
  after: unknown
}

/** This store's own sign, and how often it has given out what it holds. */
async function deviceOf(transaction: Writing): Promise<Device> {
  const kept = transaction.objectStore('kept')
  const found = (await kept.get('device')) as Device | undefined
  if (found) return found
  const device = { id: newUuid().slice(0, 8), given: 1 }
  await kept.put(device, 'device')
  return device
}

/**
 * Note some changes beside the items, in a transaction of `marks` and `kept`. What is new and nobody else can know needs no mark: until it is changed
 * it is told by what it holds.
 */
export async function noteChanges(transaction: Writing, changes: readonly NotedChange[], at: string): Promise<void> {
  const marks = transaction.objectStore('marks')
  for (const { list, itemId, before, after } of changes) {
    const mark = await marks.get(`${list}/${itemId}`)
    if (!mark && before === null) continue
    if (dequal(before, after)) continue
    const device = await deviceOf(transaction)
    const parent =
      !mark && list !== 'settings' && mayBeBeside(itemId) ? parentOf(list, itemId, await marks.getAll()) : null
    if (parent) await marks.put(markWithout(parent.mark, parent.stamp, device, at))
    // What showed the state beside another begins anew as an item of its own.
    if (parent && after === null) continue
    const was = parent ? null : before
    for (const next of marksAfter({ list, itemId, mark, before: was, after, device, at })) await marks.put(next)
  }
}

/** Settle one of the states beside a thing, in a transaction of `marks` and `kept`: what stands comes after it from now on, on every device. */
export async function settleBeside(transaction: Writing, markId: string, stamp: string, at: string): Promise<void> {
  const marks = transaction.objectStore('marks')
  const mark = await marks.get(markId)
  if (!mark?.beside?.some((each) => each.stamp === stamp)) return
  await marks.put(markWithout(mark, stamp, await deviceOf(transaction), at))
}

/** The changes of settings, each field and each declared condition by itself. */
export function settingChanges(before: Settings | undefined, after: Settings): NotedChange[] {
  const was = before ? settingItems(before) : new Map<string, unknown>()
  const is = settingItems(after)
  return [...new Set([...was.keys(), ...is.keys()])].map((itemId) => ({
    list: 'settings' as const,
    itemId,
    before: was.get(itemId) ?? null,
    after: is.get(itemId) ?? null,
  }))
}

/**
 * All marks, for something that is given out: whatever is changed after it is another change than what was given. A store that takes nothing any
 * more gives out all the same.
 */
export async function giveOut(database: Database): Promise<Mark[]> {
  try {
    const transaction = database.transaction('kept', 'readwrite')
    const device = await deviceOf(transaction as never)
    await transaction.store.put({ ...device, given: device.given + 1 }, 'device')
    await transaction.done
  } catch {
    // Only the count is missing then: a later change may be taken for the one that was given out.
  }
  return database.getAll('marks')
}
