import { atBase } from '~/shared/atBase'
import { fromBase64, type Recording } from '#core/formats'
import {
  guessedSeconds,
  PHRASE_GAP_SECONDS,
  spokenKey,
  type BellName,
  type Phrase,
  type VoiceSettings,
} from '#core/sound'

import { keyOf, saidClips, type SaidClip } from './saidClips'

/** Where each clip lies in its pack, how long it is in bytes and in seconds. */
type VoiceIndex = Record<'words' | 'forms' | 'movements', Record<string, [at: number, bytes: number, seconds: number]>>
type Pack = keyof VoiceIndex

/** Says things, and rings bells of my own: by my own recordings, by the device's own speech, or by the clips that ship with the application. */
export interface Speaker {
  /** Load what is needed to phrases things, and to know how long they take to be said. */
  open: () => Promise<void>
  /** Use these settings and recordings from now on. */
  set: (voice: VoiceSettings, recordings: readonly Recording[]) => void
  secondsOf: (phrases: readonly Phrase[]) => number
  /** Have words of my own at hand for which no clip ships and nothing is recorded: stored ones, the others asked for once. */
  learn: (phrases: readonly Phrase[]) => Promise<void>
  /** Of some phrases the texts that nothing can say now, each once. */
  unsaidOf: (phrases: readonly Phrase[]) => string[]
  /** Samples of one phrase; null where there are none. Of one context: at its rate. */
  bufferOf: (phrase: Phrase, context: BaseAudioContext) => Promise<AudioBuffer | null>
  /** A bell of my own; null, at once, where the one that ships is heard: that one is made without waiting for anything. */
  bellOf: (bell: BellName, context: BaseAudioContext) => Promise<AudioBuffer | null> | null
  /** Samples for all of it; null where the device itself must speak. */
  buffersOf: (phrases: readonly Phrase[], context: BaseAudioContext) => Promise<AudioBuffer[] | null>
  /** Let the device speak in so many seconds; the answer calls it off. */
  speakAt: (phrases: readonly Phrase[], inSeconds: number, volume: number) => () => void
  hush: () => void
}

/** Voices that are on the device itself: nothing may be fetched while practising. */
export function deviceVoices(): SpeechSynthesisVoice[] {
  if (!('speechSynthesis' in window)) return []
  return speechSynthesis.getVoices().filter(({ localService, lang }) => localService && lang.startsWith('en'))
}

/** Under what a recording is found by the words that are to be said. */
export const recordedKey = ({ formId, cue }: Pick<Recording, 'formId' | 'cue'>) => spokenKey({ formId, cue, text: cue })

/**
 * Make a speaker. `keepsClips` is whether what was decoded stays, to be said again. (One closure over the clips that were loaded; its parts are
 * functions of a few lines.)
 */
export function createSpeaker({ keepsClips = true } = {}): Speaker {
  let index: VoiceIndex | null = null
  const packs = new Map<Pack, Promise<ArrayBuffer>>()
  const clips = new Map<string, Promise<AudioBuffer>>()
  let mine = new Map<string, Recording>()
  let bells = new Map<BellName, Recording>()
  const said = new Map<string, SaidClip>()
  let byDevice = false

  const recordingOf = (phrase: Phrase) => mine.get(spokenKey(phrase))
  const clipOf = (text: string) => {
    const key = keyOf(text)
    for (const pack of ['words', 'forms', 'movements'] as const) {
      const at = index?.[pack][key]
      if (at) return { pack, key, at }
    }
    return null
  }

  const saidOf = (text: string) => said.get(keyOf(text))
  const isAtHand = (phrase: Phrase) => Boolean(recordingOf(phrase) ?? clipOf(phrase.text) ?? saidOf(phrase.text))

  function packOf(pack: Pack): Promise<ArrayBuffer> {
    const known = packs.get(pack) ?? fetch(atBase(`voice/${pack}.bin`)).then((answer) => answer.arrayBuffer())
    packs.set(pack, known)
    return known
  }

  async function decoded(key: string, bytes: () => Promise<ArrayBuffer>, context: BaseAudioContext) {
    // The same clip at another rate is another.
    const at = `${context.sampleRate} ${key}`
    const known = clips.get(at) ?? bytes().then((data) => context.decodeAudioData(data))
    if (keepsClips) clips.set(at, known)
    return known
  }

  /** One phrase: my own recording of it, the clip that ships, or what was said for me. */
  async function bufferOf(each: Phrase, context: BaseAudioContext): Promise<AudioBuffer | null> {
    const own = recordingOf(each)
    if (own) return decoded(own.id, async () => fromBase64(own.wav).buffer, context)
    const clip = clipOf(each.text)
    if (clip) {
      const [at, bytes] = clip.at
      return decoded(clip.key, async () => (await packOf(clip.pack)).slice(at, at + bytes), context)
    }
    const voiced = saidOf(each.text)
    return voiced ? decoded(`said ${voiced.id}`, async () => voiced.wav.slice(0), context) : null
  }

  const silence = (context: BaseAudioContext, seconds: number) =>
    new AudioBuffer({
      length: Math.max(1, Math.round(seconds * context.sampleRate)),
      numberOfChannels: 1,
      sampleRate: context.sampleRate,
    })

  return {
    async open() {
      // Without the index nothing can be said, which is told before the session.
      index ??= await fetch(atBase('voice/index.json'))
        .then((answer) => answer.json() as Promise<VoiceIndex>)
        .catch(() => null)
      // The first words are due within a second of the beginning: they are at hand before.
      if (!byDevice) await Promise.all([packOf('words'), packOf('forms')]).catch(() => undefined)
    },
    set(voice, recordings) {
      byDevice = voice.from === 'device' && deviceVoices().length > 0
      mine = new Map(recordings.flatMap((each) => (each.bell ? [] : [[recordedKey(each), each]])))
      bells = new Map(recordings.flatMap((each) => (each.bell ? [[each.bell, each]] : [])))
    },
    secondsOf: (phrases) =>
      phrases.reduce((sum, each) => {
        const own = recordingOf(each)?.seconds
        const clip = byDevice ? null : (clipOf(each.text)?.at[2] ?? saidOf(each.text)?.seconds)
        return sum + PHRASE_GAP_SECONDS + (own ?? clip ?? (byDevice ? guessedSeconds(each.text) : 0))
      }, 0),
    async learn(phrases) {
      if (byDevice || !index) return
      const unknown = phrases.filter((each) => !isAtHand(each))
      for (const clip of await saidClips(unknown.map(({ text }) => text))) said.set(clip.id, clip)
    },
    unsaidOf: (phrases) =>
      byDevice ? [] : [...new Set(phrases.filter((each) => !isAtHand(each)).map(({ text }) => text))],
    bufferOf,
    bellOf(bell, context) {
      const own = bells.get(bell)
      // A bell that cannot be decoded is replaced by the one that ships.
      return own ? decoded(own.id, async () => fromBase64(own.wav).buffer, context).catch(() => null) : null
    },
    async buffersOf(phrases, context) {
      // One's own voice and the device's cannot be put one after the other on one clock: own recordings are then used by themselves.
      if (byDevice && !phrases.some(recordingOf)) return null
      const parts: AudioBuffer[] = []
      for (const each of phrases) {
        const buffer = await bufferOf(each, context)
        if (buffer) parts.push(buffer, silence(context, PHRASE_GAP_SECONDS))
      }
      return parts
    },
    speakAt(phrases, inSeconds, volume) {
      const timer = window.setTimeout(() => {
        const utterance = new SpeechSynthesisUtterance(phrases.map(({ text }) => text).join(', '))
        utterance.voice = deviceVoices()[0] ?? null
        utterance.volume = volume
        speechSynthesis.speak(utterance)
      }, inSeconds * 1000)
      return () => window.clearTimeout(timer)
    },
    hush() {
      if ('speechSynthesis' in window) speechSynthesis.cancel()
    },
  }
}
