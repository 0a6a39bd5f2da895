import type { Ref, ShallowRef } from 'vue'
import type { Fault } from '#core/basics'
import type { ListName, PersonData, Settings } from '#core/formats'
import { wallMs } from '~/shared/clock/wallClock'
import { lastStateOf, type Change, type ItemChange } from './changes'
import { checksNow, untilChecks } from './checking'
import { keepMine, resolveChange, withChange } from './conflicts'
import type { Workspace } from './database'
import { plainCopy } from './plainCopy'
import { wordsFor } from './storedPerson'
import type { Write, WriteQueue } from './writeQueue'
import { writeChange } from './writing'

/** The new state of an item, null to delete it; `from` is the state that was edited, where that may be older than the one in memory. */
export type NewState = Omit<ItemChange, 'from'> & { from?: unknown }
export const stateOf = <K extends ListName>(list: K, item: PersonData[K][number]): NewState => ({
  list,
  id: item.id,
  to: item,
})
export const deletionOf = (list: ListName, id: string): NewState => ({ list, id, to: null })

/** From the first session on there is something to lose: the browser is asked not to clear the store by itself. */
async function askToPersist() {
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage
  if (storage && !(await storage.persisted())) await storage.persist()
}

/** What saving needs of the store. */
interface Store {
  queue: WriteQueue
  workspace: Ref<Workspace>
  person: ShallowRef<PersonData>
  find: <K extends ListName>(list: K, id: string) => PersonData[K][number] | undefined
  notify: (key: string, words: string) => void
  /** Other tabs are told what changed. */
  tell: (what: ListName | 'settings', workspace: Workspace) => void
}

/** Saving: each change is in memory at once, and in the database as soon as possible. */
export function createSaving({ queue, workspace, person, find, notify, tell }: Store) {
  const stateNow = ({ list, id }: Pick<ItemChange, 'list' | 'id'>): unknown =>
    (list === 'settings' ? person.value.settings : find(list, id)) ?? null
  /** In words, as a notice calls it. */
  function wordsOf([first, ...others]: Change): string {
    const { list, from, to } = first!
    const name = list === 'settings' ? 'the settings' : wordsFor(list, (to ?? from ?? {}) as object)
    const what = to === null ? `deleting ${name}` : name
    return others.length > 0 ? `${what}, with ${others.length} more` : what
  }
  /** The checks, before anything is stored; null if they cannot be fetched, which the person is told. */
  async function checksFor({ key, what }: Write) {
    try {
      return checksNow() ?? (await untilChecks())
    } catch {
      notify(key, `Not saved: ${what}. A part of Pebblebrook could not be loaded; try again.`)
      return null
    }
  }

  /**
   * Change items of any lists: all of them are stored or none. True when they are. An item that its schema refuses is told; a change that the database
   * refuses stays in memory, and is told by the queue.
   */
  async function change(states: readonly NewState[]): Promise<boolean> {
    if (states.length === 0) return true
    const isOwn = workspace.value === 'own'
    const asked = queue.changesOf(workspace.value)
    const items = states.map(({ list, id, from, to }) => ({
      list,
      id,
      to: to === null ? null : plainCopy(to),
      from: from ?? lastStateOf(asked, list, id) ?? stateNow({ list, id }),
    }))
    const key = items.map(({ list, id }) => `${list}/${id}`).join(' ')
    // Told to the queue at once: if the page is left before the checks are here, the change is not lost.
    const write = queue.announce({ key, what: wordsOf(items), change: items })
    const checks = await checksFor(write)
    const fault = checks && faultIn(items, checks)
    if (!checks || fault) {
      queue.drop(write)
      if (fault) notify(key, `Not saved: ${write.what}. ${fault.message}`)
      return false
    }
    // What was asked for before is in memory now.
    for (const [place, item] of items.entries()) if (states[place]!.from === undefined) item.from = stateNow(item)
    if (workspace.value === write.workspace) person.value = withChange(checks, person.value, items)
    const isStored = await store(write, checks)
    if (isStored && isOwn && items.some(({ list, to }) => list === 'sessions' && to !== null)) void askToPersist()
    return isStored
  }
  function faultIn(items: Change, checks: NonNullable<ReturnType<typeof checksNow>>): Fault | undefined {
    for (const { list, to } of items) {
      if (to === null) continue
      const checked = list === 'settings' ? checks.checkSettings(to) : checks.checkItem(list, to)
      if (!checked.ok) return checked.faults[0]
    }
    return undefined
  }
  async function store(write: Write, checks: NonNullable<ReturnType<typeof checksNow>>): Promise<boolean> {
    let afterwards: Promise<unknown> = Promise.resolve()
    const isStored = await queue.write(write, async (database, all) => {
      const conflicts: Change = []
      const stored: Change = []
      const beside = await writeChange(database, all, new Date(wallMs()).toISOString(), (item, found) => {
        const { value, isConflict } = resolveChange(checks, item, found)
        if (isConflict) conflicts.push(item)
        stored.push({ ...item, from: null, to: value })
        return value
      })
      if (workspace.value === write.workspace) {
        // What was changed again meanwhile is a later state.
        const later = queue.changesOf(write.workspace).filter((each) => each !== all)
        const standing = stored.filter(({ list, id }) => lastStateOf(later, list, id) === undefined)
        person.value = withChange(null, person.value, standing)
      }
      for (const list of new Set(all.map((item) => item.list))) tell(list, write.workspace)
      afterwards = Promise.all(conflicts.map(settleConflict))
      return beside
    })
    await afterwards
    return isStored
  }
  async function settleConflict(item: ItemChange) {
    const { items, words } = keepMine(item)
    if (items.length === 0 || (await change(items))) notify(`conflict/${item.list}/${item.id}`, words)
  }

  /** Save an item. */
  const put = <K extends ListName>(list: K, item: PersonData[K][number]) => change([stateOf(list, item)])
  const remove = (list: ListName, id: string) => change([deletionOf(list, id)])

  type SettingsChange = Partial<Settings> | ((now: Settings) => Partial<Settings>)
  /** Change settings; faulty ones are refused and named. A function is given the settings as they are at that moment. */
  async function saveSettings(wanted: SettingsChange): Promise<Fault[]> {
    const now =
      (lastStateOf(queue.changesOf(workspace.value), 'settings', 'settings') as Settings | undefined) ??
      person.value.settings
    const next = { ...now, ...(typeof wanted === 'function' ? wanted(now) : wanted) }
    const checks = checksNow()
    const checked = checks?.checkSettings(plainCopy(next))
    if (checked && !checked.ok) return checked.faults
    const isTaken = await change([{ list: 'settings', id: 'settings', to: checked?.value ?? next }])
    // A change that the database refused is in memory, and told.
    const isHere = isTaken || queue.refused.value.some(({ key }) => key.startsWith('settings/'))
    return isHere ? [] : [{ path: 'settings', message: 'The settings could not be checked, and are as they were.' }]
  }

  return { change, put, remove, saveSettings }
}
