import { onScopeDispose, ref } from 'vue'
import { wrap, type Remote } from 'comlink'
import type { ComposerWorker } from './composer.worker'

/** The page's end of the composer's worker: one search at a time, which can be called off. */
export function useComposerWorker() {
  const searching = ref(false)
  let worker: Worker | null = null
  let remote: Remote<ComposerWorker> | null = null

  /** Call the search off; the next one starts afresh. */
  function cancel() {
    worker?.terminate()
    worker = null
    remote = null
    searching.value = false
  }
  /** Ask for a search; an earlier one that still runs is called off. Null when it was called off itself. */
  async function ask<T>(what: (remote: Remote<ComposerWorker>) => Promise<T>): Promise<T | null> {
    if (searching.value) cancel()
    if (!worker || !remote) {
      worker = new Worker(new URL('./composer.worker.ts', import.meta.url), { type: 'module' })
      remote = wrap<ComposerWorker>(worker)
    }
    const asked = worker
    searching.value = true
    try {
      const answer = await what(remote)
      return asked === worker ? answer : null
    } finally {
      if (asked === worker) searching.value = false
    }
  }
  onScopeDispose(cancel)
  return { searching, ask, cancel }
}
