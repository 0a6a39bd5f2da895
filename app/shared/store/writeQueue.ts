import { shallowRef } from 'vue'
import { compose, overlap, type Change } from './changes'
import type { Database, Workspace } from './database'

/** A write that is not stored yet. */
export interface Write {
  key: string
  /** The database that it belongs to, whichever is open when it is tried again. */
  workspace: Workspace
  /** What it writes, in words. */
  what: string
  /** The items that it changes; none for other writes. */
  change?: Change
  /** Why the store refused it, in words; empty while it waits for its turn. */
  why: string
}
type About = Pick<Write, 'key' | 'what' | 'change'>

/** What is written once a write is stored, in a transaction that it opens at once; nothing waits for it. */
export type Beside = (database: Database) => Promise<unknown>
/** One write, in one transaction. If it returns a function, that is written beside it. */
type Work = (database: Database, change: Change) => Promise<unknown>

/** After this time the person is told that a write takes long. */
const SLOW_MS = 3000

/** Why a store refuses, in words. */
export function reasonOf(error: unknown): string {
  const name = error instanceof DOMException || error instanceof Error ? error.name : ''
  if (name === 'QuotaExceededError') return 'the store of this browser is full'
  if (isClosed(error)) return 'the store of this browser was closed or deleted'
  return error instanceof Error && error.message ? error.message : 'the store of this browser refused it'
}

const isClosed = (error: unknown) =>
  error instanceof Error && (error.name === 'InvalidStateError' || error.name === 'NotFoundError')

/** The open databases, each opened when it is first needed, and again after it was closed. */
function createDatabases(open: (workspace: Workspace) => Promise<Database>) {
  const opened = new Map<Workspace, Promise<Database>>()
  function of(workspace: Workspace) {
    const before = opened.get(workspace)
    if (before) return before
    const opening = open(workspace)
    opened.set(workspace, opening)
    // The next caller tries again.
    opening.catch(() => opened.get(workspace) === opening && opened.delete(workspace))
    return opening
  }
  /** Close a database: whoever needs it next opens it anew. */
  function close(workspace: Workspace) {
    const before = opened.get(workspace)
    opened.delete(workspace)
    // One that could not be opened needs no closing.
    void before?.then((database) => database.close()).catch(() => undefined)
  }
  async function run<T>(workspace: Workspace, work: (database: Database) => Promise<T>): Promise<T> {
    try {
      return await work(await of(workspace))
    } catch (error) {
      if (opened.has(workspace) && !isClosed(error)) throw error
      close(workspace)
      return work(await of(workspace))
    }
  }
  return { close, run }
}

interface Options {
  open: (workspace: Workspace) => Promise<Database>
  /** The database that is written to now. */
  workspace?: () => Workspace
  /** Called with the key of each write as it starts, and again at its end. */
  onWrite?: (key: string) => void
}

/**
 * The queue of all writes. They follow one another; each is stored only when its transaction is complete. A write that the store refuses stays in
 * memory with the database that it belongs to, is shown to the person, and is tried again when the person asks for that, or together with the next
 * change of the same item.
 */
export function createWriteQueue({ open, workspace = () => 'own', onWrite = () => undefined }: Options) {
  const databases = createDatabases(open)
  const writes = new Set<Write>()
  const works = new WeakMap<Write, Work>()
  const refused = shallowRef<Write[]>([])
  /** The write that takes long, in words; empty when none does. */
  const slow = shallowRef('')
  let queue: Promise<unknown> = Promise.resolve()
  const showRefused = () => void (refused.value = [...writes].filter(({ why }) => why !== ''))

  /** Announce a write before it can be written: if the page is left first, its change is not lost. */
  function announce(about: About): Write {
    const write = { ...about, workspace: workspace(), why: '' }
    writes.add(write)
    return write
  }
  function drop(write: Write) {
    writes.delete(write)
    showRefused()
  }
  /** Drop the refused writes of a database whose data is gone for good. */
  const dropRefused = (where: Workspace) => refused.value.filter((each) => each.workspace === where).forEach(drop)
  const isOfSame = (one: Write, other: Write) =>
    one.workspace === other.workspace &&
    (one.change && other.change ? overlap(one.change, other.change) : one.key === other.key)

  /** Try a write, together with refused ones of the same items: an old state must not come back after a newer one. */
  async function attempt(write: Write): Promise<boolean> {
    if (!writes.has(write)) return true
    const earlier = refused.value.filter((each) => each !== write && isOfSame(each, write))
    for (const each of earlier) writes.delete(each)
    if (write.change) write.change = [...earlier.map((each) => each.change!), write.change].reduce(compose)
    const alarm = setTimeout(() => (slow.value = write.what), SLOW_MS)
    onWrite(write.key)
    try {
      await databases.run(write.workspace, async (database) => {
        const beside = await works.get(write)!(database, write.change ?? [])
        if (typeof beside === 'function') writeBeside(write, beside as Beside, database)
      })
      writes.delete(write)
      return true
    } catch (error) {
      write.why = reasonOf(error)
      return false
    } finally {
      showRefused()
      onWrite(write.key)
      clearTimeout(alarm)
      slow.value = ''
    }
  }
  /** If it fails it becomes a write of its own. */
  function writeBeside({ key, what, workspace: where }: Write, beside: Beside, database: Database) {
    void beside(database).catch(() => {
      const write = { key: `${key} beside`, what: `the change mark of ${what}`, workspace: where, why: '' }
      writes.add(write)
      return enqueue(write, beside)
    })
  }
  function inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = queue.then(work)
    queue = done
    return done
  }
  function enqueue(write: Write, work: Work): Promise<boolean> {
    works.set(write, work)
    return inTurn(() => attempt(write))
  }
  /** Write something. A later write of the same key takes the place of one that was refused. True when it is stored. */
  const write = (about: About | Write, work: Work): Promise<boolean> =>
    enqueue('why' in about ? about : announce(about), work)

  /**
   * Replace all that a database holds. It is not tried again later, when there may be newer things in it. Answers why it was refused;
   * empty when it is done, and then the refused writes of that database are void.
   */
  const replace = (work: (database: Database, refusedChanges: Change[]) => Promise<unknown>, where = workspace()) =>
    inTurn(async () => {
      const before = refused.value.filter((each) => each.workspace === where)
      onWrite('all')
      try {
        await databases.run(where, (database) =>
          work(
            database,
            before.flatMap(({ change }) => (change ? [change] : [])),
          ),
        )
        dropRefused(where)
        return ''
      } catch (error) {
        return reasonOf(error)
      } finally {
        onWrite('all')
      }
    })

  /** Try all refused writes again, in their order. Answers those that are stored now. */
  async function retry(): Promise<Write[]> {
    const before = refused.value
    for (const each of before) await inTurn(() => attempt(each))
    return before.filter((each) => !writes.has(each))
  }
  /** Read something, from a database that is opened again if it was closed. */
  const read = <T>(work: (database: Database) => Promise<T>): Promise<T> => databases.run(workspace(), work)
  /** The changes that are not stored yet, in their order. */
  const changesOf = (where: Workspace): Change[] =>
    [...writes].flatMap((each) => (each.workspace === where && each.change ? [each.change] : []))

  return {
    refused,
    slow,
    announce,
    drop,
    dropRefused,
    write,
    replace,
    retry,
    read,
    changesOf,
    close: databases.close,
    settled: () => queue,
  }
}
export type WriteQueue = ReturnType<typeof createWriteQueue>
