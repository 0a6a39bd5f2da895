import {
  spokenKey,
  endOf,
  placedSounds,
  rendered,
  TARGET_LUFS,
  type BellName,
  type Cue,
  type Phrase,
  type SoundSettings,
} from '#core/sound'
import { chaptersOf, type Timeline } from '#core/timeline'
import { soundFile, FORMAT_FACTS, type SoundFormat } from './soundFiles'

/** All that a session's sound file follows from. */
export interface SoundJob {
  title: string
  album: string
  track: number
  format: SoundFormat
  timeline: Timeline
  cues: readonly Cue[]
  sound: SoundSettings
  /** The samples of what is said, at the rate of the format, by `clipKey`. */
  clips: ReadonlyMap<string, Float32Array>
  /** Bells of one's own, at the rate of the format. */
  bells?: ReadonlyMap<BellName, Float32Array>
  /** Where the sides are heard, from 0 (in the middle) to 1 (wholly at the side). */
  apart: number
}

/** A file, and what is known of it. */
export interface SoundMade {
  file: Blob
  seconds: number
  lufs: number
  chapters: number
}

/** How a phrase is told from others: by what would be recorded for it, and by its words where nothing is. */
export const clipKey = (phrase: Phrase) => `${spokenKey(phrase)} ${phrase.text}`

/** After the last sound there is so much silence. Our choice. */
const TAIL_SECONDS = 0.5
/** Told of this often, as a share of the whole. */
const TOLD_SHARE = 0.01

/**
 * Make the file. `mp3Wasm` is the MP3 encoder, its address or its bytes; `tell` hears how far it is, from 0 to 1. Throws SilentSessionError where nothing would be heard.
 */
export async function makeSoundFile(
  job: SoundJob,
  mp3Wasm: string | Uint8Array,
  tell: (share: number) => void,
): Promise<SoundMade> {
  const { format, timeline, cues, sound, clips, bells, apart, title, album, track } = job
  const { sampleRateHz } = FORMAT_FACTS[format]
  const channels = apart > 0 ? 2 : 1
  const clipOf = (phrase: Phrase) => clips.get(clipKey(phrase)) ?? null
  const bellOf = (bell: BellName) => bells?.get(bell) ?? null
  const sounds = placedSounds(timeline, cues, { sound, sampleRateHz, clipOf, bellOf, apart })
  const rungOut = Math.max(endOf(sounds, sampleRateHz), Math.round(timeline.totalSeconds * sampleRateHz))
  const lengthSamples = rungOut + Math.round(TAIL_SECONDS * sampleRateHz)
  const seconds = lengthSamples / sampleRateHz
  const chapters = chaptersOf(timeline, seconds)
  const file = await soundFile({ format, channels, mp3Wasm, tags: { title, album, track, chapters } })
  const steps = rendered(sounds, { channels, sampleRateHz, lengthSamples, targetLufs: TARGET_LUFS })
  let told = 0
  for (;;) {
    const step = steps.next()
    if (step.done) return { file: await file.end(), seconds, lufs: step.value, chapters: chapters.length }
    const { share, block } = step.value
    if (block) await file.add(block)
    if (share - told < TOLD_SHARE) continue
    told = share
    tell(share)
  }
}
