import { expose, transfer } from 'comlink'
import { synthesise, type Sample } from '#core/sound'

/** Keeps time and makes samples away from the page: a worker's timer goes on while the page is hidden. */
const soundWorker = {
  /** Call back every so many milliseconds until the worker is ended, with the time since the call before. */
  beat(intervalMs: number, onBeat: (sinceMs: number) => void): void {
    // The steady clock: a wall clock that is set forward is no sleep.
    let lastMs = performance.now()
    setInterval(() => {
      const now = performance.now()
      onBeat(now - lastMs)
      lastMs = now
    }, intervalMs)
  },
  /** The samples of one sound, handed over without copying. */
  samples(sample: Sample, sampleRateHz: number): Float32Array {
    const made = synthesise(sample, sampleRateHz)
    return transfer(made, [made.buffer])
  },
}

export type SoundWorker = typeof soundWorker
expose(soundWorker)
