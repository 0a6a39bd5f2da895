import { proxy, wrap, type Remote } from 'comlink'
import type { SoundWorker } from './sound.worker'

/** The page's end of the sound worker. */
export interface SoundWorkerClient {
  samples: Remote<SoundWorker>['samples']
  end: () => void
}

/**
 * Start the worker; `onBeat` is called every `intervalMs` until `end`, with the milliseconds since the beat before as the worker saw
 * them: much more than the interval means that the device has slept.
 */
export function startSoundWorker(intervalMs: number, onBeat: (sinceMs: number) => void): SoundWorkerClient {
  const worker = new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' })
  const remote = wrap<SoundWorker>(worker)
  void remote.beat(intervalMs, proxy(onBeat))
  return { samples: remote.samples, end: () => worker.terminate() }
}
