import { openWorkspace, type Database, type StoreWatch, type Workspace } from './database'
import { untilChecks } from './checking'
import type { StoredPerson } from './storedPerson'
import { openTabs } from './tabs'

const WORKSPACE_KEY = 'pebblebrook.world'

/** The workspace last used in this browser; null before one was. */
export function rememberedWorkspace(): Workspace | null {
  const remembered = localStorage.getItem(WORKSPACE_KEY)
  return remembered === 'demo' || remembered === 'own' ? remembered : null
}
/** The same before the store is opened, where a browser that keeps nothing is not told of yet. */
export function workspaceToOpen(): Workspace | null {
  try {
    return rememberedWorkspace()
  } catch {
    return null
  }
}
export const rememberWorkspace = (workspace: Workspace) => localStorage.setItem(WORKSPACE_KEY, workspace)

/** A store that was opened before anybody asked for it, and what was read out of it. */
interface Ahead {
  workspace: Workspace
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

/** A worker that reads the latest sessions of a workspace and stores the demo. `onReadHere` is called if the page reads a workspace itself after all. */
interface Elsewhere {
  read: (workspace: Workspace) => Promise<StoredPerson>
  takeDemo: (text: string) => Promise<boolean>
  onReadHere: () => void
}
let elsewhere: Elsewhere | null = null
export const readElsewhere = (reader: Elsewhere) => void (elsewhere = reader)

/** Whether the demo, as an archive's text, has been put into its store beside the page. */
export const demoTakenElsewhere = async (text: string): Promise<boolean> =>
  (await elsewhere?.takeDemo(text).catch(() => false)) ?? false

/** Open and read the workspace last used, while the application is still on its way: the moment that it is there it asks for that. */
export function readAhead() {
  const workspace = workspaceToOpen()
  if (!workspace) return
  const begun = { workspace, watch: {} as StoreWatch, isBlocked: false, isClosed: false, isStale: false }
  const database = openWorkspace(workspace, undefined, {
    onBlocked: () => {
      begun.isBlocked = true
      begun.watch.onBlocked?.()
    },
    onClosed: (why) => {
      begun.isClosed = true
      begun.watch.onClosed?.(why)
    },
  })
  const latest = elsewhere ? elsewhere.read(workspace) : database.then((one) => readHere(one, true))
  // Whoever takes them hears of a fault.
  latest.catch(() => undefined)
  openTabs().listen((message) => {
    if (message.kind === 'changed' && message.workspace === workspace && message.what !== 'running')
      begun.isStale = true
  })
  ahead = Object.assign(begun, { database, latest })
}

/** A workspace's store: the one opened ahead, where it is that, once; else opened now. */
export async function openStore(workspace: Workspace, watch: StoreWatch): Promise<Database> {
  const taken = ahead
  ahead = null
  if (taken?.workspace !== workspace) {
    void taken?.database.then((database) => database.close()).catch(() => undefined)
    return openWorkspace(workspace, undefined, watch)
  }
  taken.watch = watch
  if (taken.isBlocked) watch.onBlocked?.()
  const database = await taken.database
  if (taken.isClosed) return openWorkspace(workspace, undefined, watch)
  latestOf.set(database, taken)
  return database
}

/** The person of a workspace with the latest of many sessions: what was read ahead, where nothing has changed since; else read now. */
export async function readLatest(database: Database, workspace: Workspace): Promise<StoredPerson> {
  const taken = latestOf.get(database)
  latestOf.delete(database)
  // What could not be read there is read here.
  const ahead = taken && (await taken.latest.catch(() => null))
  if (ahead && !taken.isStale) return ahead
  // If the worker cannot be had, the page reads by itself, and tells its own faults.
  const beside = await elsewhere?.read(workspace).catch(() => null)
  if (beside) return beside
  elsewhere?.onReadHere()
  return readHere(database, true)
}
