import { array, mixed, object, string } from 'yup'
import { dequal } from 'dequal/lite'
import { validate } from '#core/basics'
import { checkItem, PERSON_LISTS, type ListName, type PersonData, type Settings } from '#core/formats'
import type { SessionRecord } from '#core/journal'
import type { World } from './database'
import { layDraft, readDraft } from './drafts'
import type { createKeeping } from './keeping'
import { plainCopy } from './plainCopy'
import { together } from './twoTabs'
import type { Change, ItemChange } from './unwritten'

/** What is laid aside when a page goes; what stands in it is checked as it is kept. */
const changeSchema = object({
  list: string()
    .oneOf([...PERSON_LISTS, 'settings'])
    .required(),
  items: array(object({ id: string().required(), from: mixed().nullable(), to: mixed().nullable() }))
    .required()
    .min(1),
})

function readChange(text: string | null): Change | null {
  try {
    const read = validate(changeSchema, JSON.parse(text ?? 'null'))
    return read.ok ? (read.value as Change) : null
  } catch {
    return null
  }
}

/** What taking up needs of the store. */
interface Store extends Pick<ReturnType<typeof createKeeping>, 'put' | 'remove' | 'changeSessions' | 'saveSettings'> {
  settings: () => Settings
  find: <K extends ListName>(list: K, id: string) => PersonData[K][number] | undefined
  untilWhole: () => Promise<void>
}

/**
 * Write what pages that went had not written yet, where things stand as they were found then, or were changed elsewhere in other fields only. What cannot be read is
 * no longer kept.
 */
export async function takeUp(world: World, laid: readonly string[], store: Store) {
  for (const of of laid) {
    const change = readChange(readDraft(world, of))
    if (change?.list === 'settings') await takeUpSettings(change.items[0]!, store)
    else if (change) await takeUpItems(change.list as ListName, change.items, store)
    layDraft(world, of, null)
  }
}

async function takeUpSettings({ from, to }: ItemChange, { settings, saveSettings }: Store) {
  const then = (from ?? {}) as Record<string, unknown>
  const now: Record<string, unknown> = { ...plainCopy(settings()) }
  const isDue = ([field, value]: [string, unknown]) =>
    !dequal(value, then[field]) && !dequal(value, now[field]) && dequal(now[field], then[field])
  const due = Object.entries(to ?? {}).filter(isDue)
  if (due.length > 0) await saveSettings(Object.fromEntries(due))
}

async function takeUpItems(list: ListName, items: readonly ItemChange[], store: Store) {
  // A journal of years comes in two parts.
  if (list === 'sessions') await store.untilWhole()
  const now = items.map(({ id }) => plainCopy(store.find(list, id) ?? null))
  if (items.every(({ to }, place) => dequal(to, now[place]))) return
  if (items.every(({ from }, place) => dequal(from, now[place]))) return taken(list, items, store)
  const [{ from, to }, there] = [items[0]!, now[0]]
  if (items.length > 1 || !from || !to || !there) return
  const both = together(checkItem, list, there, from as typeof there, to as typeof there)
  if (both) await store.put(list, both)
}

async function taken(list: ListName, items: readonly ItemChange[], { put, remove, changeSessions }: Store) {
  const go = items.flatMap(({ id, to }) => (to ? [] : [id]))
  const come = items.flatMap(({ to }) => (to ? [to as { id: string }] : []))
  if (list === 'sessions') return changeSessions({ go, come: come as SessionRecord[] })
  for (const id of go) await remove(list, id)
  for (const item of come) await put(list, item as never)
}
