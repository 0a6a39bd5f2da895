import { proxy, wrap } from 'comlink'
import { onScopeDispose, ref } from 'vue'
import type { ReadArchive } from '#core/formats'
import type { ArchiveWorker } from './archive.worker'

const refused = (message: string): ReadArchive => ({ ok: false, faults: [{ path: 'the file', message }] })

/** Reading an archive in a worker: with what share of it is done, and to be called off. Whatever goes wrong becomes a sentence. */
export function useArchiveReading() {
  /** From 0 to 1 while it reads; null when it does not. */
  const progress = ref<number | null>(null)
  let worker: Worker | null = null
  let callOff: (() => void) | null = null

  function cancel() {
    worker?.terminate()
    worker = null
    progress.value = null
    callOff?.()
    callOff = null
  }
  /** Null when it was called off. */
  async function read(file: File): Promise<ReadArchive | null> {
    cancel()
    progress.value = 0
    try {
      const text = await file.text()
      const reader = (worker = new Worker(new URL('./archive.worker.ts', import.meta.url), { type: 'module' }))
      const broken = new Promise<ReadArchive | null>((resolve) => {
        callOff = () => resolve(null)
        reader.onerror = () => resolve(refused('The file is more than this browser can read at once.'))
      })
      const told = proxy((share: number) => void (progress.value = share))
      return await Promise.race([wrap<ArchiveWorker>(reader).read(text, told), broken])
    } catch (error) {
      return refused(`The file could not be read: ${error instanceof Error ? error.message : String(error)}.`)
    } finally {
      callOff = null
      cancel()
    }
  }
  onScopeDispose(cancel)
  return { progress, read, cancel }
}
