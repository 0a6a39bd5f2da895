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
  type Mark,
  type Recording,
  type Settings,
} from '#core/formats'
import type { Trial } from '#core/evidence'
import type { Device } from '#core/merge'
import type { SessionRecord, Felt } from '#core/journal'
import type { Planned, Season } from '#core/plan'
import type { Routine, RoutineVersion, Series } from '#core/routine'
import type { Command, RunningSession } from '#core/runner'

/** The person's own data and the demo live in databases apart, so that neither can touch the other. */
export type Workspace = 'own' | 'demo'

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

/** What stood in the store before something took its place, still unchecked. */
export interface Snapshot {
  /** When it was taken, so that the earliest comes first. */
  id: string
  /** Milliseconds since 1970. */
  atMs: number
  why: 'import' | 'merge' | 'erase' | 'goBack' | 'update'
  /** The version of the store that it was taken from. */
  version: number
  settings: unknown
  lists: Partial<Record<ListName, unknown[]>>
  /** What was noted of changes; none before that was done. */
  marks?: unknown[]
}

export interface PebblebrookSchema extends DBSchema {
  /** The settings; and this store's own sign among devices (see marking.ts). */
  kept: { key: 'settings' | 'device'; value: Settings | Device }
  marks: { key: string; value: Mark }
  /** Sessions under way, each by its own id: what it is followed from, and how far it has come. */
  running: { key: string; value: StoredRunning }
  alive: { key: string; value: StoredAlive }
  snapshots: { key: string; value: Snapshot }
  forms: { key: string; value: Form }
  ways: { key: string; value: Way }
  routines: { key: string; value: Routine }
  routineVersions: { key: string; value: RoutineVersion }
  sessions: { key: string; value: SessionRecord; indexes: { startedAt: string } }
  breathMeasures: { key: string; value: BreathMeasure }
  stages: { key: string; value: StageEntry }
  recordings: { key: string; value: Recording }
  series: { key: string; value: Series }
  trials: { key: string; value: Trial }
  planned: { key: string; value: Planned }
  seasons: { key: string; value: Season }
}

export type Database = IDBPDatabase<PebblebrookSchema>
type Upgrade = IDBPTransaction<PebblebrookSchema, StoreName[], 'versionchange'>
export type StoreName = ListName | 'kept' | 'marks' | 'running' | 'alive' | 'snapshots'
/** What a person has; snapshots are of that, and stay when it goes. */
export const STORES: StoreName[] = [...PERSON_LISTS, 'kept', 'marks', 'running', 'alive']

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
    const settings = await kept.get('settings')
    if (settings) await kept.put(settingsOfVersion1({ ...settings } as never) as Settings, 'settings')
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
    await kept.delete('running' as never)
  },
  // 2 to 3: other names in what is kept of a session under way.
  async (_database, upgrade) => {
    const kept = upgrade.objectStore('kept')
    const renamed = (given: RunningSession['given']) =>
      given.map(({ command, atMs }) => ({ command: commandBeforeVersion3(command) as Command, atMs }))
    const running = (await kept.get('running' as never)) as StoredRunning | undefined
    if (running) {
      const given = renamed(running.running.given)
      await kept.put({ ...running, running: { ...running.running, given } } as never, 'running' as never)
    }
    const alive = (await kept.get('alive' as never)) as StoredAlive | undefined
    if (alive) await kept.put({ ...alive, given: renamed(alive.given) } as never, 'alive' as never)
  },
  // 3 to 4: sessions under way by their own ids, as each tab may have one; and what was there before something took its place.
  async (database, upgrade) => {
    for (const name of ['running', 'alive', 'snapshots'] as const) database.createObjectStore(name, { keyPath: 'id' })
    const kept = upgrade.objectStore('kept')
    for (const name of ['running', 'alive'] as const) {
      const stored: unknown = await kept.get(name as never)
      if (stored) await upgrade.objectStore(name).put(stored as never)
      await kept.delete(name as never)
    }
  },
  // 4 to 5: series.
  (database) => void database.createObjectStore('series', { keyPath: 'id' }),
  // 5 to 6: trials.
  (database) => void database.createObjectStore('trials', { keyPath: 'id' }),
  // 6 to 7: sessions in the order of time, so that the latest are found without the rest.
  (_database, upgrade) => void upgrade.objectStore('sessions').createIndex('startedAt', 'startedAt'),
  // 7 to 8: what is planned.
  (database) => void database.createObjectStore('planned', { keyPath: 'id' }),
  // 8 to 9: seasons.
  (database) => void database.createObjectStore('seasons', { keyPath: 'id' }),
  // 9 to 10: what is noted of changes.
  (database) => void database.createObjectStore('marks', { keyPath: 'id' }),
]

const NAMES: Record<Workspace, string> = { own: 'pebblebrook', demo: 'pebblebrook-demo' }

/** What may happen to an open store from outside. */
export interface StoreWatch {
  /** Another tab holds an older version open, and this one waits for it. */
  onBlocked?: () => void
  /** The store was closed: for another tab that goes to a newer version, because it is being deleted, or by the browser, perhaps with its data. */
  onClosed?: (why: WhyClosed) => void
  /** There was no store of this name; it is made now. */
  onCreated?: () => void
}
export type WhyClosed = 'newer version' | 'deleted' | 'closed'

/** Open a workspace's database, taking it through all migrations that it has not seen; what stood there before them is kept. */
export async function openWorkspace(
  workspace: Workspace,
  migrations = MIGRATIONS,
  watch: StoreWatch = {},
): Promise<Database> {
  return openDB<PebblebrookSchema>(NAMES[workspace], migrations.length, {
    async upgrade(database, oldVersion, _newVersion, upgrade) {
      if (oldVersion === 0) watch.onCreated?.()
      const before = oldVersion > 0 ? await snapshotOf(upgrade, 'update', oldVersion) : null
      for (const migrate of migrations.slice(oldVersion)) await migrate(database, upgrade)
      if (before && database.objectStoreNames.contains('snapshots')) await keepSnapshot(upgrade as never, before)
    },
    blocked: () => watch.onBlocked?.(),
    blocking(_current, blockedVersion, event) {
      // Another tab wants to go to a newer version, or deletes it: let it.
      ;(event.target as IDBDatabase).close()
      watch.onClosed?.(blockedVersion === null ? 'deleted' : 'newer version')
    },
    terminated: () => watch.onClosed?.('closed'),
  })
}

/** All that stands in the store, as it stands there. */
export async function snapshotOf(
  transaction: Pick<Upgrade, 'objectStore' | 'objectStoreNames'>,
  why: Snapshot['why'],
  version: number,
): Promise<Snapshot> {
  const there = PERSON_LISTS.filter((list) => transaction.objectStoreNames.contains(list))
  const lists = await Promise.all(
    there.map(async (list) => [list, (await transaction.objectStore(list).getAll()) as unknown[]] as const),
  )
  const settings: unknown = await transaction.objectStore('kept').get('settings')
  const marks = transaction.objectStoreNames.contains('marks') ? await transaction.objectStore('marks').getAll() : []
  const atMs = Date.now()
  const held = { settings, lists: Object.fromEntries(lists), ...(marks.length > 0 && { marks }) }
  return { id: new Date(atMs).toISOString(), atMs, why, version, ...held }
}

/** So many of what stood before are kept, the latest; what held nothing takes no place of one that did. */
export const MOST_SNAPSHOTS = 3
/** The one that was kept before there were several. */
const ONLY = 'before'
export async function keepSnapshot(transaction: Pick<Upgrade, 'objectStore'>, snapshot: Snapshot): Promise<void> {
  if (snapshot.settings === undefined && Object.values(snapshot.lists).every((list) => list.length === 0)) return
  const store = transaction.objectStore('snapshots')
  const keys = (await store.getAllKeys()).sort((one, other) =>
    one === ONLY ? -1 : other === ONLY ? 1 : one.localeCompare(other),
  )
  let { id } = snapshot
  while (keys.includes(id)) id += '+'
  await store.put({ ...snapshot, id })
  for (const old of keys.slice(0, Math.max(0, keys.length + 1 - MOST_SNAPSHOTS))) await store.delete(old)
}

/** What stood before something took its place, the latest first. */
export async function snapshotsOf(database: Database): Promise<Snapshot[]> {
  const all = await database.getAll('snapshots')
  return all.sort((one, other) => other.atMs - one.atMs || other.id.localeCompare(one.id))
}

/** Whether nothing has ever been kept in a database. */
export async function isEmpty(database: Database): Promise<boolean> {
  const counts = await Promise.all(STORES.map((store) => database.count(store)))
  return counts.every((count) => count === 0)
}

/** So many sessions are read in one piece: ten thousand at once would hold the page up. */
const PIECE = 250
/** Where there are no more than so many, they are all read at once; else so many of the latest come first. */
const LATEST = 300

/** Told what stands in the store, still unchecked, piece by piece. */
export type TakePiece = (list: ListName | 'settings', items: unknown[]) => void

/**
 * Read what stands in a database, as it is at one moment. With `latestOnly`, of many sessions only the latest; answers whether that was
 * all.
 */
export async function readPieces(database: Database, take: TakePiece, latestOnly = false): Promise<boolean> {
  const transaction = database.transaction([...PERSON_LISTS, 'kept'])
  const sessions = transaction.objectStore('sessions')
  // All are asked for at once: each question alone is a way there and back.
  const asked = [
    transaction.objectStore('kept').get('settings'),
    sessions.count(),
    ...PERSON_LISTS.map((list) => (list === 'sessions' ? [] : transaction.objectStore(list).getAll())),
  ] as const
  const [settings, count, ...lists] = await Promise.all(asked)
  if (settings !== undefined) take('settings', [settings])
  for (const [place, items] of lists.entries()) if (items.length > 0) take(PERSON_LISTS[place]!, items)
  if (latestOnly && count > LATEST) {
    const inTime = sessions.index('startedAt')
    const latest = await inTime.openKeyCursor(null, 'prev')
    const first = await latest?.advance(LATEST - 1)
    // Where a few have no time that could be read, the index has fewer.
    take('sessions', await inTime.getAll(first ? IDBKeyRange.lowerBound(first.key) : null))
    return false
  }
  let piece = await sessions.getAll(null, PIECE)
  while (piece.length > 0) {
    take('sessions', piece)
    piece = await sessions.getAll(IDBKeyRange.lowerBound(piece.at(-1)!.id, true), PIECE)
  }
  return true
}
