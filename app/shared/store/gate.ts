import { shallowRef } from 'vue'
import type { Database } from './database'

/** Something that was to be written and is not: kept in memory until it is written, or until another takes its place. */
export interface Unkept {
  key: string
  /** What it is, in words. */
  what: string
  why: string
}

/** What is written once a write is kept, in a transaction that it opens at once: it comes before whatever is written later, and nothing waits for it. */
export type Beside = (database: Database) => Promise<unknown>
/** One write; what it gives back, if anything, is to be written beside. */
type Work = (database: Database) => Promise<unknown>

/** After so long a write is said to be waited for. */
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

/**
 * The one gate through which everything is written. Writes follow one another; each is kept only when its transaction has come to its
 * end. What is to be written beside one goes its own way, so that the next stands the sooner: a page may be left at any time. A store that was closed is opened again; what fails is kept in memory and told, and tried again when it is asked for.
 * `whenWritten` is told the key of each as it is begun, and again at its end.
 */
export function createGate(open: () => Promise<Database>, whenWritten: (key: string) => void = () => undefined) {
  const unkept = shallowRef<Unkept[]>([])
  /** What a write is waited for that takes long; empty when none is. */
  const slow = shallowRef('')
  const works = new Map<string, { what: string; work: Work }>()
  let database: Promise<Database> | null = null
  let queue: Promise<unknown> = Promise.resolve()

  function current() {
    if (database) return database
    const opening = open()
    database = opening
    // What could not be opened is opened anew by whoever comes next.
    opening.catch(() => {
      if (database === opening) database = null
    })
    return opening
  }
  /** Forget the open store: the next write opens it anew. */
  function forget() {
    const before = database
    database = null
    void before?.then((one) => one.close()).catch(() => undefined)
  }
  async function attempt<T>(work: (database: Database) => Promise<T>): Promise<T> {
    try {
      return await work(await current())
    } catch (error) {
      if (database && !isClosed(error)) throw error
      forget()
      return work(await current())
    }
  }
  async function tried(key: string, what: string, work: Work): Promise<boolean> {
    const alarm = setTimeout(() => (slow.value = what), SLOW_MS)
    whenWritten(key)
    try {
      await attempt(async (one) => {
        const beside = await work(one)
        if (typeof beside === 'function') writeBeside(key, what, beside as Beside, one)
      })
      unkept.value = unkept.value.filter((each) => each.key !== key)
      works.delete(key)
      return true
    } catch (error) {
      works.set(key, { what, work })
      unkept.value = [...unkept.value.filter((each) => each.key !== key), { key, what, why: reasonOf(error) }]
      return false
    } finally {
      whenWritten(key)
      clearTimeout(alarm)
      slow.value = ''
    }
  }

  /** What fails of it is told and tried again as a write of its own. */
  function writeBeside(key: string, what: string, beside: Beside, one: Database) {
    void beside(one).catch(() => write(`${key} beside`, `what is noted of ${what}`, beside))
  }

  /** Write something; `key` says what it is a state of: a later write of the same takes the place of one that failed. True when it is kept. */
  function write(key: string, what: string, work: Work): Promise<boolean> {
    const written = queue.then(() => tried(key, what, work))
    queue = written
    return written
  }
  /** Try all again that is not kept, in its order. True when nothing is left. */
  async function tryAgain(): Promise<boolean> {
    for (const [key, { what, work }] of [...works]) await write(key, what, work)
    return works.size === 0
  }
  /** Read something, from a store that is opened again where it was closed. */
  const read = <T>(what: (database: Database) => Promise<T>): Promise<T> => attempt(what)
  return { unkept, slow, write, tryAgain, read, forget, settled: () => queue }
}
