import type { Ref, ShallowRef } from 'vue'
import type { Fault } from '#core/basics'
import { merged, type ListName, type PersonData, type Settings } from '#core/formats'
import type { JournalChange } from '#core/journal'
import { wallMs } from '~/shared/sound/clock'
import { checksNow, untilChecks } from './checking'
import type { World } from './database'
import type { createGate } from './gate'
import { plainCopy } from './plainCopy'
import { wordsFor } from './storedPerson'
import { askedFor, untilWritten } from './unwritten'
import { changeSessionsNow, changeSettingsNow, putItemNow, removeItemNow } from './writing'

const now = () => new Date(wallMs()).toISOString()

/** From the first session on there is something to lose: the browser is asked not to clear the store by itself. */
async function askToPersist() {
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage
  if (storage && !(await storage.persisted())) await storage.persist()
}

/** What keeping needs of the store. */
interface Store {
  gate: ReturnType<typeof createGate>
  world: Ref<World>
  person: ShallowRef<PersonData>
  find: <K extends ListName>(list: K, id: string) => PersonData[K][number] | undefined
  inMemory: <K extends ListName>(list: K, id: string, item: PersonData[K][number] | null) => void
  notify: (key: string, words: string) => void
  tell: (what: ListName | 'settings') => void
}

/** Keeping what is changed: in memory at once, in the store as soon as may be; what a page that goes leaves unwritten is laid aside. */
export function createKeeping({ gate, world, person, find, inMemory, notify, tell }: Store) {
  /** What checks things, before one is kept; null where it cannot be fetched, which is told. */
  async function checksFor(key: string, what: string) {
    try {
      return await untilChecks()
    } catch {
      notify(key, `Not kept: ${what}. What it is checked by could not be fetched; try again.`)
      return null
    }
  }
  const changeOf = <K extends ListName>(
    list: K,
    items: readonly (readonly [string, PersonData[K][number] | null])[],
  ) => ({
    list,
    items: items.map(([id, to]) => ({ id, from: find(list, id) ?? null, to })),
  })

  /** Keep an item, once its own schema has found nothing wrong with it. True when it is kept; what is not is told, and stays in memory. */
  function put<K extends ListName>(list: K, item: PersonData[K][number]): Promise<boolean> {
    const plain = plainCopy(item)
    return untilWritten(world.value, changeOf(list, [[plain.id, plain]]), () => putNow(list, plain))
  }
  async function putNow<K extends ListName>(list: K, plain: PersonData[K][number]): Promise<boolean> {
    const what = wordsFor(list, plain)
    const checked = (checksNow() ?? (await checksFor(`${list}/${plain.id}`, what)))?.checkItem(list, plain)
    if (!checked) return false
    if (!checked.ok) {
      notify(`${list}/${plain.id}`, `Not kept: ${what}. ${checked.faults[0]!.message}`)
      return false
    }
    inMemory(list, plain.id, plain)
    const kept = await gate.write(`${list}/${plain.id}`, what, (database) => putItemNow(database, list, plain, now()))
    if (kept) tell(list)
    if (kept && list === 'sessions' && world.value === 'own') void askToPersist()
    return kept
  }

  /** Remove an item. True when that is kept. */
  const remove = (list: ListName, id: string): Promise<boolean> =>
    untilWritten(world.value, changeOf(list, [[id, null]]), () => removeNow(list, id))
  async function removeNow(list: ListName, id: string): Promise<boolean> {
    // What was kept just before may still wait for what checks it.
    if (!checksNow()) await untilChecks().catch(() => undefined)
    const item = find(list, id)
    inMemory(list, id, null)
    const what = `that ${wordsFor(list, item)} is removed`
    const kept = await gate.write(`${list}/${id}`, what, (database) => removeItemNow(database, list, id, now()))
    if (kept) tell(list)
    return kept
  }

  /** Change the journal: all of it or nothing. True when it is kept; what cannot be read again is refused and named. */
  function changeSessions({ go, come }: JournalChange): Promise<boolean> {
    const plain = come.map((session) => plainCopy(session))
    const gone = go.filter((id) => !plain.some((session) => session.id === id))
    const change = changeOf('sessions', [
      ...gone.map((id) => [id, null] as const),
      ...plain.map((session) => [session.id, session] as const),
    ])
    return untilWritten(world.value, change, () => changeSessionsChecked({ go, come: plain }))
  }
  async function changeSessionsChecked({ go, come }: JournalChange): Promise<boolean> {
    const checks = checksNow() ?? (await checksFor('sessions', 'the journal'))
    if (!checks) return false
    const faulty = come.map((session) => checks.checkItem('sessions', session)).find((checked) => !checked.ok)
    if (faulty && !faulty.ok) {
      notify('sessions', `Not kept: the journal. ${faulty.faults[0]!.message}`)
      return false
    }
    for (const id of go) inMemory('sessions', id, null)
    for (const session of come) inMemory('sessions', session.id, session)
    const key = [...go, ...come.map(({ id }) => id)].join(' ')
    const kept = await gate.write(`sessions/${key}`, 'the journal as it is now', (database) =>
      changeSessionsNow(database, go, come, now()),
    )
    if (kept) tell('sessions')
    return kept
  }

  type SettingsChange = Partial<Settings> | ((now: Settings) => Partial<Settings>)
  const changedBy = (change: SettingsChange, base: Settings): Settings => ({
    ...base,
    ...(typeof change === 'function' ? change(base) : change),
  })
  /**
   * Change settings; faulty ones are refused and named. What other tabs changed in other fields meanwhile stays. A change that builds on what is set is told as such:
   * another may come while what they are checked by is still on its way.
   */
  function saveSettings(change: SettingsChange): Promise<Fault[]> {
    const from = (askedFor(world.value, 'settings', 'settings') as Settings | undefined) ?? person.value.settings
    const items = [{ id: 'settings', from, to: changedBy(change, from) }]
    return untilWritten(world.value, { list: 'settings', items }, () => saveSettingsNow(change))
  }
  async function saveSettingsNow(change: SettingsChange): Promise<Fault[]> {
    const checks = checksNow() ?? (await checksFor('settings', 'the settings'))
    if (!checks) return [{ path: 'settings', message: 'The settings could not be checked, and are as they were.' }]
    const base = person.value.settings
    const checked = checks.checkSettings(plainCopy(changedBy(change, base)))
    if (!checked.ok) return checked.faults
    person.value = { ...person.value, settings: checked.value }
    const kept = await gate.write('settings', 'the settings', (database) =>
      changeSettingsNow(database, now(), (stored) => {
        const there = checks.checkSettings(stored)
        const next = there.ok ? merged(there.value, base, checked.value) : checked.value
        // Fields that each are right may not be right together.
        const together = checks.checkSettings(next)
        const taken = together.ok ? together.value : checked.value
        person.value = { ...person.value, settings: taken }
        return taken
      }),
    )
    if (kept) tell('settings')
    return []
  }

  return { put, remove, changeSessions, saveSettings }
}
