import { createLoudnessMeter } from './loudness'
import { QUIET_GAIN, synthesise } from './synthesis'
import { MOST_SPOKEN_LETTERS, type BellName, type Phrase } from './types'

/** Under what one's own recording of some words is found: they are of a form, or said everywhere. */
export const spokenKey = ({ formId, cue, text }: Phrase): string => `${formId} ${(formId ? cue : text).toLowerCase()}`

/** Words to be spoken once, and all that they are said for: the same word of several forms is one prompt. */
export interface Prompt {
  text: string
  /** Names of forms, words of movements, or what is said besides. */
  of: 'names' | 'movements' | 'besides'
  phrases: Phrase[]
}

const ORDER: Prompt['of'][] = ['names', 'movements', 'besides']

/** What is to be spoken so that all these words are in one's own voice: names first, then movements, each kind in the order given. */
export function promptsOf(words: readonly Phrase[]): Prompt[] {
  const prompts = new Map<string, Prompt>()
  for (const each of words) {
    // Under its letters it is found again: what has too many stays with the voice that ships.
    if (!each.formId && each.text.length > MOST_SPOKEN_LETTERS) continue
    const of = !each.formId ? 'besides' : each.cue ? 'movements' : 'names'
    const key = `${of} ${each.text.toLowerCase()}`
    const known = prompts.get(key)
    if (!known) prompts.set(key, { text: each.text, of, phrases: [each] })
    else if (!known.phrases.some((other) => spokenKey(other) === spokenKey(each))) known.phrases.push(each)
  }
  return [...prompts.values()].sort((one, other) => ORDER.indexOf(one.of) - ORDER.indexOf(other.of))
}

/** Of a bell of one's own so much is taken. Our choice: the longest that ships rings for under six seconds. */
export const MOST_BELL_SECONDS = 8
/** It begins where it is louder than this share of its loudest; what comes this long before it softly is kept, so that nothing clicks. */
const STROKE_SHARE = 0.05
const BEFORE_STROKE_SECONDS = 0.002
/** It ends this softly where it is cut off. */
const FADE_SECONDS = 0.5
/** Softer than this nothing can be made of it. */
const LEAST_PEAK = 0.001
const MOST_PEAK = 0.95
/** What lies under the meter's gates changes with the gain: measured again, the loudness comes nearer. */
const LEVELLING_TURNS = 3
/** Loudness is measured over blocks of 400 ms; a shorter sound is followed by silence for it. */
const MEASURED_SECONDS = 1

/**
 * A bell of one's own made ready (mono samples, rate in Hz): it begins with its stroke, is no longer than `MOST_BELL_SECONDS`, and as loud as the bell
 * that it stands for (BS.1770), as far as its peaks allow. Null where nothing is heard in it.
 */
export function levelledBell(samples: Float32Array, sampleRateHz: number, bell: BellName): Float32Array | null {
  const peakOf = (of: Float32Array) => of.reduce((most, each) => Math.max(most, Math.abs(each)), 0)
  const loudest = peakOf(samples)
  if (loudest < LEAST_PEAK) return null
  const stroke = samples.findIndex((each) => Math.abs(each) > loudest * STROKE_SHARE)
  const margin = Math.round(BEFORE_STROKE_SECONDS * sampleRateHz)
  const from = Math.max(0, stroke - margin)
  const end = from + Math.round(MOST_BELL_SECONDS * sampleRateHz)
  const taken = samples.slice(from, end)
  const isCut = samples.length > end
  const fade = isCut ? Math.round(FADE_SECONDS * sampleRateHz) : 0
  for (let at = 0; at < fade; at += 1) taken[taken.length - 1 - at]! *= at / fade
  for (let at = 0; at < Math.min(margin, taken.length); at += 1) taken[at]! *= at / margin

  const wanted = loudnessOf(synthesise({ kind: 'bell', bell, quiet: false }, sampleRateHz), sampleRateHz)
  const most = MOST_PEAK / peakOf(taken)
  let gain = most
  for (let turn = 0; turn < LEVELLING_TURNS; turn += 1) {
    const now = loudnessOf(times(taken, gain), sampleRateHz)
    gain = Number.isFinite(now) ? Math.min(most, gain * 10 ** ((wanted - now) / 20)) : most
  }
  return times(taken, gain)
}

const times = (samples: Float32Array, gain: number) => samples.map((each) => each * gain)

function loudnessOf(samples: Float32Array, sampleRateHz: number): number {
  const meter = createLoudnessMeter(1, sampleRateHz)
  meter.add([samples])
  meter.add([new Float32Array(Math.round(MEASURED_SECONDS * sampleRateHz))])
  return meter.lufs()
}

/** A bell of one's own as it is heard: softer in quiet hours. */
export const ownBellHeard = (samples: Float32Array, quiet: boolean): Float32Array =>
  quiet ? times(samples, QUIET_GAIN) : samples
