import { segmentAt, type Timeline } from '../timeline'
import { channelOf, PHRASE_GAP_SECONDS, sampleOf, volumesOf } from './cueSamples'
import { ownBellHeard } from './ownSounds'
import { synthesise } from './synthesis'
import type { BellName, Cue, Phrase, Sample, SoundSettings } from './types'

/** A sound at its place: `samples` makes it when its time has come; `pan` is from -1 (left) to 1 (right). */
export interface PlacedSound {
  atSample: number
  gain: number
  pan: number
  samples: () => Float32Array
}

/** How cues become sounds. `clipOf` gives the samples of some words, at the rate that is asked for; null where there are none. */
export interface MixSetting {
  sound: SoundSettings
  sampleRateHz: number
  clipOf: (phrase: Phrase) => Float32Array | null
  /** A bell of one's own, at that rate; null or left out where the one that ships is heard. */
  bellOf?: (bell: BellName) => Float32Array | null
  /** Where what belongs to the left and the right side is heard: 0 in the middle, 1 wholly at the side. */
  apart: number
}

/** So many breaths are kept: at one pace there are few, and each is as long as it lasts. */
const KEPT_BREATHS = 6

/** The cues of a session as sounds, in the order of time. What sounds the same is made once: each bell and knock, and the last few breaths. */
export function placedSounds(timeline: Timeline, cues: readonly Cue[], setting: MixSetting): PlacedSound[] {
  const { sound, sampleRateHz, clipOf, bellOf, apart } = setting
  const volumes = volumesOf(sound)
  const struck = new Map<string, Float32Array>()
  const breaths = new Map<string, Float32Array>()
  const made = (sample: Sample) => () => {
    const key = JSON.stringify(sample)
    if (sample.kind === 'breath') {
      const breath = breaths.get(key) ?? synthesise(sample, sampleRateHz)
      // The one that was heard last comes last, and the first goes.
      breaths.delete(key)
      breaths.set(key, breath)
      if (breaths.size > KEPT_BREATHS) breaths.delete(breaths.keys().next().value!)
      return breath
    }
    const own = sample.kind === 'bell' ? bellOf?.(sample.bell) : null
    const known = struck.get(key) ?? (own ? ownBellHeard(own, sample.quiet) : synthesise(sample, sampleRateHz))
    struck.set(key, known)
    return known
  }
  const placed = cues.flatMap((cue): PlacedSound[] => {
    const gain = volumes[channelOf(cue)]
    const atSample = Math.round(cue.atSeconds * sampleRateHz)
    const pan = apart * sideOf(timeline, cue)
    if (cue.kind !== 'voice') return [{ atSample, gain, pan, samples: made(sampleOf(cue, sound)) }]
    let at = atSample
    return cue.phrases.flatMap((phrase) => {
      const clip = clipOf(phrase)
      if (!clip) return []
      const one = { atSample: at, gain, pan, samples: () => clip }
      at += clip.length + Math.round(PHRASE_GAP_SECONDS * sampleRateHz)
      return [one]
    })
  })
  return placed.filter(({ gain }) => gain > 0).sort((one, other) => one.atSample - other.atSample)
}

/** -1 for what belongs to what is called the left side, 1 for the right, 0 for all else. */
function sideOf(timeline: Timeline, { atSeconds, kind }: Cue): number {
  // What changes everything is heard in the middle.
  if (kind === 'bell') return 0
  const said = segmentAt(timeline, atSeconds)?.saidSide
  return said === 'left' ? -1 : said === 'right' ? 1 : 0
}

/** No breath and no words last longer than this. */
const LONGEST_SECONDS = 60

/** When the last of some sounds has rung out, in samples. Only those near the end are made for it. */
export function endOf(sounds: readonly PlacedSound[], sampleRateHz: number): number {
  const lastBegins = sounds.at(-1)?.atSample ?? 0
  return sounds
    .filter(({ atSample }) => atSample >= lastBegins - LONGEST_SECONDS * sampleRateHz)
    .reduce((end, { atSample, samples }) => Math.max(end, atSample + samples().length), 0)
}

interface Sounding {
  from: number
  samples: Float32Array
  gains: number[]
}

/**
 * The sounds mixed, block by block from the first sample to `lengthSamples`: one array for each channel, the same ones for the next block;
 * who keeps a block copies it. No more is held than what sounds now, however long the session is. Sounds must be in the order of time.
 */
export function* mixed(
  sounds: readonly PlacedSound[],
  { channels, lengthSamples, blockSamples }: { channels: 1 | 2; lengthSamples: number; blockSamples: number },
): Generator<Float32Array[], void> {
  let next = 0
  let sounding: Sounding[] = []
  const whole = Array.from({ length: channels }, () => new Float32Array(blockSamples))
  for (let from = 0; from < lengthSamples; from += blockSamples) {
    const length = Math.min(blockSamples, lengthSamples - from)
    const block = whole.map((channel) => channel.subarray(0, length).fill(0))
    for (; next < sounds.length && sounds[next]!.atSample < from + length; next += 1) {
      const { atSample, gain, pan, samples } = sounds[next]!
      sounding.push({ from: atSample, samples: samples(), gains: channels === 1 ? [gain] : pannedGains(gain, pan) })
    }
    for (const each of sounding) addTo(block, from, each)
    sounding = sounding.filter((each) => each.from + each.samples.length > from + length)
    yield block
  }
}

/** Constant power: as loud at the side as in the middle, where each channel has the sound as it is (Lipshitz and others; from memory). */
function pannedGains(gain: number, pan: number): number[] {
  const angle = ((pan + 1) * Math.PI) / 4
  return [gain * Math.SQRT2 * Math.cos(angle), gain * Math.SQRT2 * Math.sin(angle)]
}

function addTo(block: Float32Array[], blockFrom: number, { from, samples, gains }: Sounding): void {
  const first = Math.max(0, blockFrom - from)
  const at = from + first - blockFrom
  const count = Math.min(samples.length - first, block[0]!.length - at)
  block.forEach((channel, which) => {
    const gain = gains[which]!
    for (let index = 0; index < count; index += 1) channel[at + index]! += gain * samples[first + index]!
  })
}
