import { wrap, type Remote } from 'comlink'
import type { TodayWorker } from './today.worker'

interface There {
  remote: Remote<TodayWorker>
  /** Never fulfilled; rejected where the worker cannot be had, and then another one is begun the next time. */
  broken: Promise<never>
}
let there: There | null = null

/** The one worker that judges what to practise, for as long as the application is open: begun with it, it is ready when the store is. */
export function todayWorker(): There {
  if (there) return there
  const worker = new Worker(new URL('./today.worker.ts', import.meta.url), { type: 'module' })
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => {
      there = null
      worker.terminate()
      reject(new Error('The worker cannot be had.'))
    })
  })
  // Whoever does not ask just then need not hear of it.
  broken.catch(() => {})
  there = { remote: wrap<TodayWorker>(worker), broken }
  return there
}
