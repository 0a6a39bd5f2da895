import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb'
import type { BreathMeasure } from '#core/breath'
import type { Form, StageEntry, Way } from '#core/forms'
import {
  commandBeforeVersion3,
  formOfVersion1,
  PERSON_LISTS,
  routineOfVersion1,
  sessionOfVersion1,
  settingsOfVersion1,
  wayOfVersion1,
  type ListName,
  type PersonData,
  type Recording,
  type Settings,
} from '#core/formats'
import type { SessionRecord, Felt } from '#core/journal'
import type { Routine, RoutineVersion } from '#core/routine'
import type { Command, RunningSession } from '#core/runner'

/** The person's own data and the demo live in databases apart, so that neither can touch the other. */
export type World = 'own' | 'demo'

/** A session under way, stored as it goes. */
export interface StoredRunning {
  id: string
  running: RunningSession
  timeZone: string
  before: Felt
}

/** How far it has come: written again and again, so it is kept apart from what never changes. */
export interface StoredAlive {
  id: string
  given: RunningSession['given']
  aliveAtMs: number
}

export interface PebblebrookSchema extends DBSchema {
  /** Single values: `settings`, and `running` and `alive` while a session is under way. */
  kept: { key: 'settings' | 'running' | 'alive'; value: Settings | StoredRunning | StoredAlive }
  forms: { key: string; value: Form }
  ways: { key: string; value: Way }
  routines: { key: string; value: Routine }
  routineVersions: { key: string; value: RoutineVersion }
  sessions: { key: string; value: SessionRecord }
  breathMeasures: { key: string; value: BreathMeasure }
  stages: { key: string; value: StageEntry }
  recordings: { key: string; value: Recording }
}

export type Database = IDBPDatabase<PebblebrookSchema>
type Upgrade = IDBPTransaction<PebblebrookSchema, StoreName[], 'versionchange'>
type StoreName = ListName | 'kept'
const STORES: StoreName[] = [...PERSON_LISTS, 'kept']

/**
 * The way from one version of the schema to the next: entry n leads from version n to n + 1. Entries are only ever added.
 */
export type Migration = (database: Database, upgrade: Upgrade) => void | Promise<void>
export const MIGRATIONS: readonly Migration[] = [
  (database) => {
    database.createObjectStore('kept')
    for (const list of ['forms', 'ways', 'routines', 'sessions'] as const) {
      database.createObjectStore(list, { keyPath: 'id' })
    }
  },
  // 1 to 2: the measured breath, the stages of learning, the declared conditions, patterns and versions of routines.
  async (database, upgrade) => {
    for (const list of ['breathMeasures', 'stages', 'routineVersions', 'recordings'] as const)
      database.createObjectStore(list, { keyPath: 'id' })
    const kept = upgrade.objectStore('kept')
    const settings = (await kept.get('settings')) as Settings | undefined
    if (settings) await kept.put(settingsOfVersion1({ ...settings }) as Settings, 'settings')
    const forms = upgrade.objectStore('forms')
    for (const form of await forms.getAll()) await forms.put(formOfVersion1({ ...form }) as Form)
    const ways = upgrade.objectStore('ways')
    for (const way of await ways.getAll()) await ways.put(wayOfVersion1({ ...way }) as Way)
    const routines = upgrade.objectStore('routines')
    for (const routine of await routines.getAll()) await routines.put(routineOfVersion1({ ...routine }) as Routine)
    const sessions = upgrade.objectStore('sessions')
    for (const session of await sessions.getAll())
      await sessions.put(sessionOfVersion1({ ...session }) as SessionRecord)
    // A session under way was laid out with forms as they were, which can no longer be followed.
    await kept.delete('running')
  },
  // 2 to 3: other names in what is kept of a session under way.
  async (_database, upgrade) => {
    const kept = upgrade.objectStore('kept')
    const renamed = (given: RunningSession['given']) =>
      given.map(({ command, atMs }) => ({ command: commandBeforeVersion3(command) as Command, atMs }))
    const running = (await kept.get('running')) as StoredRunning | undefined
    if (running) {
      const given = renamed(running.running.given)
      await kept.put({ ...running, running: { ...running.running, given } }, 'running')
    }
    const alive = (await kept.get('alive')) as StoredAlive | undefined
    if (alive) await kept.put({ ...alive, given: renamed(alive.given) }, 'alive')
  },
]

const NAMES: Record<World, string> = { own: 'pebblebrook', demo: 'pebblebrook-demo' }

/** Open a world's database, taking it through all migrations that it has not seen. */
export function openWorld(world: World, migrations = MIGRATIONS): Promise<Database> {
  return openDB<PebblebrookSchema>(NAMES[world], migrations.length, {
    async upgrade(database, oldVersion, _newVersion, upgrade) {
      for (const migrate of migrations.slice(oldVersion)) await migrate(database, upgrade)
    },
    blocking(_current, _blocked, event) {
      // Another tab wants to go to a newer version: let it.
      ;(event.target as IDBDatabase).close()
    },
  })
}

/** Whether nothing has ever been kept in a database. */
export async function isEmpty(database: Database): Promise<boolean> {
  const counts = await Promise.all(STORES.map((store) => database.count(store)))
  return counts.every((count) => count === 0)
}

/** Put one entry and commit at once: a page that is closed just then cannot lose it. `key` is for `kept` only. */
export async function putNow<Store extends StoreName>(
  database: Database,
  store: Store,
  value: PebblebrookSchema[Store]['value'],
  key?: PebblebrookSchema[Store]['key'],
): Promise<void> {
  const transaction = database.transaction(store, 'readwrite')
  const request = transaction.store.put(value, key)
  transaction.commit()
  await Promise.all([request, transaction.done])
}

/** Put a whole person in place of what is there, in one transaction: all of it or nothing. */
export async function replaceAll(database: Database, person: PersonData): Promise<void> {
  const transaction = database.transaction(STORES, 'readwrite')
  const { done } = transaction
  try {
    await Promise.all(STORES.map((store) => transaction.objectStore(store).clear()))
    await transaction.objectStore('kept').put(person.settings, 'settings')
    for (const list of PERSON_LISTS) {
      const store = transaction.objectStore(list)
      await Promise.all(person[list].map((item) => store.put(item as never) as Promise<unknown>))
    }
    await done
  } catch (error) {
    // A refused entry does not undo the ones before it by itself.
    done.catch(() => undefined)
    transaction.abort()
    throw error
  }
}

/** Forget everything in one transaction. */
export async function eraseAll(database: Database): Promise<void> {
  const transaction = database.transaction(STORES, 'readwrite')
  await Promise.all([...STORES.map((store) => transaction.objectStore(store).clear()), transaction.done])
}

/** What stands in a database, still unchecked. */
export async function readAll(database: Database) {
  const [settings, running, ...lists] = await Promise.all([
    database.get('kept', 'settings'),
    database.get('kept', 'running'),
    ...PERSON_LISTS.map((list) => database.getAll(list) as Promise<unknown[]>),
  ])
  return { settings: settings as unknown, running: running as StoredRunning | undefined, lists }
}
