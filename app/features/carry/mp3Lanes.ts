import { transfer, wrap } from 'comlink'
import type { Mp3Worker } from './mp3.worker'
import type { Mp3Lanes } from './mp3Encoder'

/** More at the same time hold more samples, and what mixes them is no quicker. Our choice. */
const MOST_LANES = 4

/** MP3 encoders in workers of their own, as many as the machine has cores, in turns. They end with the worker that asks for them. */
export function createMp3Lanes(): Mp3Lanes {
  const lanes = Math.max(1, Math.min(MOST_LANES, navigator.hardwareConcurrency || 1))
  const opened = () => {
    const worker = new Worker(new URL('./mp3.worker.ts', import.meta.url), { type: 'module' })
    const broken = new Promise<never>((_, reject) =>
      worker.addEventListener('error', () => reject(new Error('The encoder cannot be had.'))),
    )
    // It is told to who asks; that nobody asks yet is no fault.
    broken.catch(() => {})
    return { remote: wrap<Mp3Worker>(worker), broken }
  }
  // Only once something is to be encoded: other kinds of files need none.
  let open: ReturnType<typeof opened>[] | null = null
  let next = 0
  return {
    lanes,
    encode(samples, lengthSamples) {
      open ??= Array.from({ length: lanes }, opened)
      const { remote, broken } = open[next]!
      next = (next + 1) % lanes
      const given = transfer(
        samples,
        samples.map(({ buffer }) => buffer),
      )
      return Promise.race([broken, remote.encode(given, lengthSamples)])
    },
  }
}
