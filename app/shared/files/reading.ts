import { proxy, releaseProxy, wrap, type Remote } from 'comlink'
import { onScopeDispose, ref } from 'vue'
import type { IncomingContent } from '#core/handover'
import type { MarkedPerson, Merged } from '#core/merge'
import type { FilesWorker } from './files.worker'

const refused = (message: string): IncomingContent => ({
  kind: 'archive',
  read: { ok: false, faults: [{ path: 'the file', message }] },
})

/** A worker of files; `onBroken` when it cannot go on. */
function openFiles(onBroken: () => void) {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' })
  worker.onerror = onBroken
  const files = wrap<FilesWorker>(worker)
  // The proxy is held until the end: Comlink takes one that nobody holds any more for the end of the work.
  const close = () => {
    files[releaseProxy]()
    worker.terminate()
  }
  return { files, close }
}

/** One piece of work away from the page. Throws where the worker cannot go on. */
function inFiles<T>(work: (files: Remote<FilesWorker>) => Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const { files, close } = openFiles(() => reject(new Error('It is more than this browser can work on at once.')))
    void work(files).then(resolve, reject).finally(close)
  })
}
/** A text in as few bytes as can be. */
export const packedText = (text: string): Promise<Uint8Array> => inFiles((files) => files.pack(text))
/** What is here and what another device has, together; what is in `leave` stays as it is here. */
export const mergedPersons = (mine: MarkedPerson, theirs: MarkedPerson, leave: ReadonlySet<string>): Promise<Merged> =>
  inFiles((files) => files.merge(mine, theirs, leave))

/** Reading what is brought in a worker: with what share of it is done, and to be called off. Whatever goes wrong becomes a sentence. */
export function useReading() {
  /** From 0 to 1 while it reads; null when it does not. */
  const progress = ref<number | null>(null)
  let callOff: () => void = () => undefined
  /** Which reading is the latest: one that was called off leaves alone what came after it. */
  let latest = 0

  function cancel() {
    latest += 1
    callOff()
    callOff = () => undefined
    progress.value = null
  }
  /** A file, its text, or the bytes of a packed one. Null when it was called off. */
  async function read(brought: File | string | Uint8Array): Promise<IncomingContent | null> {
    cancel()
    const own = latest
    progress.value = 0
    try {
      const content = brought instanceof File ? await brought.text() : brought
      return own === latest ? await readHere(content) : null
    } catch (error) {
      return refused(`The file could not be read: ${error instanceof Error ? error.message : String(error)}.`)
    } finally {
      if (own === latest) cancel()
    }
  }
  function readHere(content: string | Uint8Array): Promise<IncomingContent | null> {
    const own = latest
    const told = proxy((share: number) => {
      // What was told last may come after the answer.
      if (own === latest) progress.value = share
    })
    return new Promise((resolve, reject) => {
      const broken = () => resolve(refused('The file is more than this browser can read at once.'))
      const { files, close } = openFiles(broken)
      callOff = () => {
        close()
        resolve(null)
      }
      const asked = typeof content === 'string' ? files.readText(content, told) : files.readPacked(content, told)
      void asked.then(resolve, reject)
    })
  }
  onScopeDispose(cancel)
  return { progress, read, cancel }
}
