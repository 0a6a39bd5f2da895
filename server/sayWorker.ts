import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { parentPort, workerData } from 'node:worker_threads'
import { sayableText } from '#core/sound'
import { ConsoleStdout, File, OpenFile, PreopenDirectory, WASI } from '@bjorn3/browser_wasi_shim'

/** Words to be said, and how they sound: a WAV file, or null where the voice can make nothing of them. */
export interface SayQuestion {
  text: string
}
export interface SayAnswer {
  wav: Uint8Array | null
}

/** The same voice as the clips that ship. */
const VOICE = 'rms'
const OUT = 'a.wav'
/** A WAV file without a sound in it is no longer than its head. */
const LEAST_BYTES = 2000

/** Let the voice say it; files are in memory only, so that nothing of the words is left anywhere. */
async function say(text: string): Promise<SayAnswer> {
  const out = new PreopenDirectory('/out', new Map())
  const silent = ConsoleStdout.lineBuffered(() => undefined)
  const words = sayableText(text)
  if (words === '') return { wav: null }
  const args = ['flite', '-voice', VOICE, '-t', words, '-o', `/out/${OUT}`]
  const wasi = new WASI(args, [], [new OpenFile(new File([])), silent, silent, out], { debug: false })
  const instance = await WebAssembly.instantiate(workerData as WebAssembly.Module, {
    wasi_snapshot_preview1: wasi.wasiImport,
  })
  const code = wasi.start(instance as Parameters<WASI['start']>[0])
  const file = out.dir.contents.get(OUT)
  if (code !== 0 || !(file instanceof File) || file.data.byteLength < LEAST_BYTES) return { wav: null }
  // The voice keeps more room than it filled: the head of the file says how long it is.
  const length = new DataView(file.data.buffer, file.data.byteOffset).getUint32(4, true) + 8
  return { wav: file.data.slice(0, Math.min(length, file.data.byteLength)) }
}

/** Each saying takes some 20 MB outside the heap, which are not counted as pressing: without this several of them would wait to be freed. */
setFlagsFromString('--expose-gc')
const collectGarbage = runInNewContext('gc') as () => void

parentPort!.on('message', ({ text }: SayQuestion) => {
  void say(text)
    .catch(() => ({ wav: null }))
    .then((answer) => parentPort!.postMessage(answer))
    .then(collectGarbage)
})
