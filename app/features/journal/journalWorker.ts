import { onScopeDispose, ref } from 'vue'
import { wrap, type Remote } from 'comlink'
import type { JournalWorker } from '~/shared/evidence/journal.worker'

/** The page's end of the journal's worker; it is ended with the page, and what is asked again calls off what was asked before. */
export function useJournalWorker() {
  const working = ref(false)
  let worker: Worker | null = null
  let remote: Remote<JournalWorker> | null = null

  function cancel() {
    worker?.terminate()
    worker = null
    remote = null
    working.value = false
  }
  /** Ask; null when it was called off. */
  async function ask<T>(what: (remote: Remote<JournalWorker>) => Promise<T>): Promise<T | null> {
    if (working.value) cancel()
    if (!worker || !remote) {
      worker = new Worker(new URL('../../shared/evidence/journal.worker.ts', import.meta.url), { type: 'module' })
      remote = wrap<JournalWorker>(worker)
    }
    const asked = worker
    working.value = true
    try {
      const answer = await what(remote)
      return asked === worker ? answer : null
    } finally {
      if (asked === worker) working.value = false
    }
  }
  onScopeDispose(cancel)
  return { working, ask, cancel }
}
