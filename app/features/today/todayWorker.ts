import { wrap, type Remote } from 'comlink'
import type { TodayWorker } from './today.worker'

let there: Remote<TodayWorker> | null = null

/** The one worker that judges what to practise, for as long as the application is open: begun with it, it is ready when the store is. */
export function todayWorker(): Remote<TodayWorker> {
  there ??= wrap<TodayWorker>(new Worker(new URL('./today.worker.ts', import.meta.url), { type: 'module' }))
  return there
}
