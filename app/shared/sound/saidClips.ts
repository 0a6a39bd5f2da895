import { atBase } from '~/shared/atBase'
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { writeWav } from '#core/formats'
import { sayableText, trimRecording } from '#core/sound'
import { MOST_SAID_LETTERS } from '#core/tools'

/** Words of my own as the voice says them, kept in this browser: they can be made again at any time, and are in no archive. */
export interface SaidClip {
  /** The text in small letters. */
  id: string
  seconds: number
  wav: ArrayBuffer
}
interface SaidSchema extends DBSchema {
  clips: { key: string; value: SaidClip }
}

const NAME = 'pebblebrook-said'
const RATE_HZ = 16_000
/** So many are kept; then all are let go, and what is needed comes again. Our choice: about 20 MB. */
const MOST_CLIPS = 600
/** The server is asked again after so long when it had too much to do, and so often at most. */
const AGAIN_MS = 2000
const MOST_TRIES = 3

export const keyOf = (text: string) => text.trim().toLowerCase()

/** What is needed of the outside, so that tests can give it. */
export interface SaidFrom {
  ask: (text: string) => Promise<Response>
  decode: (wav: ArrayBuffer) => Promise<Float32Array>
  pause: (ms: number) => Promise<void>
}
const BROWSER: SaidFrom = {
  ask: (text) =>
    fetch(atBase('api/say'), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ text }),
    }),
  decode: async (wav) => {
    const buffer = await new OfflineAudioContext(1, 1, RATE_HZ).decodeAudioData(wav)
    return buffer.getChannelData(0)
  },
  pause: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
}

/** One clip from the server, as loud as my own recordings; null where the voice can make nothing of it. Throws where there is no answer. */
async function made(text: string, { ask, decode, pause }: SaidFrom): Promise<SaidClip | null> {
  for (let tries = 1; ; tries += 1) {
    const answer = await ask(text)
    if (answer.ok) {
      const ready = trimRecording(await decode(await answer.arrayBuffer()), RATE_HZ)
      if (!ready) return null
      const seconds = Math.round((ready.length / RATE_HZ) * 1000) / 1000
      return { id: keyOf(text), seconds, wav: writeWav(ready, RATE_HZ).buffer as ArrayBuffer }
    }
    if (answer.status === 422 || answer.status === 400) return null
    if (answer.status !== 429 || tries === MOST_TRIES) throw new Error(`The server answered ${answer.status}.`)
    await pause(AGAIN_MS)
  }
}

async function open(): Promise<IDBPDatabase<SaidSchema> | null> {
  try {
    return await openDB<SaidSchema>(NAME, 1, {
      upgrade: (database) => void database.createObjectStore('clips', { keyPath: 'id' }),
    })
  } catch {
    // Without a store they are asked for each time.
    return null
  }
}

/** Whether the voice can say a text at all. */
const isSayable = (text: string) => text.length <= MOST_SAID_LETTERS && sayableText(text) !== ''

/** Clips of these texts: those that are stored, the others asked for once and stored. If there is no answer, they are asked for again the next time. */
export async function saidClips(texts: readonly string[], from: SaidFrom = BROWSER): Promise<SaidClip[]> {
  const wanted = [...new Map(texts.map((text) => [keyOf(text), text])).values()].filter(isSayable)
  if (wanted.length === 0) return []
  const store = await open()
  const clips: SaidClip[] = []
  let reachable = true
  for (const text of wanted) {
    // A clip that cannot be read is made anew.
    const kept = await store?.get('clips', keyOf(text)).catch(() => undefined)
    if (kept) {
      clips.push(kept)
      continue
    }
    const clip = reachable ? await made(text, from).catch(() => undefined) : undefined
    if (clip === undefined) {
      // Who does not answer once is not asked for every other word.
      reachable = false
    } else if (clip) {
      clips.push(clip)
      await keep(store, clip)
    }
  }
  store?.close()
  return clips
}

async function keep(store: IDBPDatabase<SaidSchema> | null, clip: SaidClip): Promise<void> {
  try {
    if ((await store?.count('clips')) === MOST_CLIPS) await store?.clear('clips')
    await store?.put('clips', clip)
  } catch {
    // It is said all the same; the next session asks again.
  }
}

/** Forget them all. */
export async function eraseSaid(): Promise<void> {
  const store = await open()
  // Clips that cannot be deleted hold words alone; the next erasing tries again.
  await store?.clear('clips').catch(() => undefined)
  store?.close()
}
