import type { ShallowRef } from 'vue'
import type { Fault } from '#core/basics'
import { untilChecks } from './checking'
import type { createSaving } from './saving'
import { idOf, type Unreadable } from './storedPerson'
import type { WriteQueue } from './writeQueue'
import { removeNow } from './writing'

interface Store extends Pick<ReturnType<typeof createSaving>, 'put' | 'saveSettings'> {
  queue: WriteQueue
  unreadable: ShallowRef<Unreadable[]>
}

/** Stored items that their schema refuses: each can be repaired or deleted. */
export function createUnreadableItems({ queue, unreadable, put, saveSettings }: Store) {
  const drop = (item: Unreadable) => void (unreadable.value = unreadable.value.filter((each) => each !== item))

  /** Delete an unreadable item. */
  async function discard(item: Unreadable) {
    const isDeleted = await queue.write({ key: `faulty/${item.id}`, what: 'deleting a faulty item' }, (database) =>
      removeNow(database, [item.list === 'settings' ? 'kept' : item.list], item.id),
    )
    if (isDeleted) drop(item)
  }
  /** Save a repaired item in place of the unreadable one. Answers its faults if it still cannot be read. */
  async function mend(item: Unreadable, value: unknown): Promise<Fault[]> {
    const { checkItem, checkSettings } = await untilChecks()
    if (item.list === 'settings') {
      const checked = checkSettings(value)
      return checked.ok ? saveSettings(checked.value) : checked.faults
    }
    const checked = checkItem(item.list, value)
    if (!checked.ok) return checked.faults
    if (idOf(value) !== item.id && item.id) await discard(item)
    if (await put(item.list, checked.value)) drop(item)
    return []
  }
  return { mend, discard }
}
