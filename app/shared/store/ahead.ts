import { openWorld, type Database, type StoreWatch, type World } from './database'
import { untilChecks } from './checking'
import type { StoredPerson } from './storedPerson'
import { openTabs } from './tabs'

const WORLD_KEY = 'pebblebrook.world'

/** The world last used in this browser; null before one was. */
export function rememberedWorld(): World | null {
  const remembered = localStorage.getItem(WORLD_KEY)
  return remembered === 'demo' || remembered === 'own' ? remembered : null
}
/** The same before the store is opened, where a browser that keeps nothing is not told of yet. */
export function worldToOpen(): World | null {
  try {
    return rememberedWorld()
  } catch {
    return null
  }
}
export const rememberWorld = (world: World) => localStorage.setItem(WORLD_KEY, world)

/** A store that was opened before anybody asked for it, and what was read out of it. */
interface Ahead {
  world: World
  /** Nobody is told anything before it is taken. */
  watch: StoreWatch
  isBlocked: boolean
  isClosed: boolean
  /** Another tab has changed something since it was read. */
  isStale: boolean
  database: Promise<Database>
  latest: Promise<StoredPerson>
}
let ahead: Ahead | null = null
const latestOf = new WeakMap<Database, Ahead>()

/** Read what stands in a store, in this page. */
export const readHere = async (database: Database, latestOnly = false): Promise<StoredPerson> =>
  (await untilChecks()).readPerson(database, latestOnly)

/**
 * Open and read the world last used, while the application is still on its way: the moment that it is there it asks for that. `elsewhere` reads it
 * beside the page.
 */
export function readAhead(elsewhere?: (world: World) => Promise<StoredPerson>) {
  const world = worldToOpen()
  if (!world) return
  const begun = { world, watch: {} as StoreWatch, isBlocked: false, isClosed: false, isStale: false }
  const database = openWorld(world, undefined, {
    onBlocked: () => {
      begun.isBlocked = true
      begun.watch.onBlocked?.()
    },
    onClosed: () => {
      begun.isClosed = true
      begun.watch.onClosed?.()
    },
  })
  const latest = elsewhere ? elsewhere(world) : database.then((one) => readHere(one, true))
  // Whoever takes them hears of a fault.
  latest.catch(() => undefined)
  openTabs().listen((message) => {
    if (message.kind === 'changed' && message.world === world && message.what !== 'running') begun.isStale = true
  })
  ahead = Object.assign(begun, { database, latest })
}

/** A world's store: the one opened ahead, where it is that, once; else opened now. */
export async function openStore(world: World, watch: StoreWatch): Promise<Database> {
  const taken = ahead
  ahead = null
  if (taken?.world !== world) {
    void taken?.database.then((database) => database.close()).catch(() => undefined)
    return openWorld(world, undefined, watch)
  }
  taken.watch = watch
  if (taken.isBlocked) watch.onBlocked?.()
  const database = await taken.database
  if (taken.isClosed) return openWorld(world, undefined, watch)
  latestOf.set(database, taken)
  return database
}

/** The person with the latest of many sessions, as it is read: what was read ahead, where nothing has changed since; else read now. */
export async function readLatest(database: Database): Promise<StoredPerson> {
  const taken = latestOf.get(database)
  latestOf.delete(database)
  // What could not be read there is read here.
  const stored = taken && (await taken.latest.catch(() => null))
  return stored && !taken.isStale ? stored : readHere(database, true)
}
