import type { BellName, Sample } from './types'
import { breathTone } from './tones'

/** Partials of a struck bowl: frequency as a multiple of its note, loudness, and how long it rings. From memory, by ear. */
const BOWL_PARTIALS = [
  { ratio: 1, gain: 1, ringSeconds: 1 },
  { ratio: 2.71, gain: 0.45, ringSeconds: 0.6 },
  { ratio: 5.2, gain: 0.22, ringSeconds: 0.35 },
  { ratio: 8.43, gain: 0.1, ringSeconds: 0.2 },
]

/** Note and ring of each bell; two strikes where the change must not be missed. */
const BELL_NOTES: Record<BellName, { hz: number; ringSeconds: number; strikes: number }> = {
  form: { hz: 392, ringSeconds: 2.4, strikes: 1 },
  side: { hz: 523, ringSeconds: 1.4, strikes: 2 },
  last: { hz: 659, ringSeconds: 1.2, strikes: 1 },
  stillness: { hz: 294, ringSeconds: 3.2, strikes: 1 },
  end: { hz: 262, ringSeconds: 4.5, strikes: 3 },
  heard: { hz: 784, ringSeconds: 0.5, strikes: 1 },
}
const STRIKE_APART_SECONDS = 0.55

/** In quiet mode bells lose their bright partials and knocks their edge, and everything is so much softer. Our choice. */
export const QUIET_GAIN = 0.35

/** Mono samples between -1 and 1 of one sound, at a sample rate in Hz. Pure: the same sample always sounds the same. */
export function synthesise(sample: Sample, sampleRateHz: number): Float32Array {
  const loud = samplesOf(sample, sampleRateHz)
  return sample.quiet ? loud.map((each) => each * QUIET_GAIN) : loud
}

function samplesOf(sample: Sample, rate: number): Float32Array {
  switch (sample.kind) {
    case 'breath':
      return breathTone(sample.timbre, sample.lengthSeconds, sample.fromLevel, sample.toLevel, rate)
    case 'bell':
      return bell(sample.bell, sample.quiet ? BOWL_PARTIALS.slice(0, 1) : BOWL_PARTIALS, rate)
    case 'beat':
      return knock(sample.strong, rate)
  }
}

type Partials = readonly (typeof BOWL_PARTIALS)[number][]

function bell(name: BellName, partials: Partials, rate: number): Float32Array {
  const { hz, ringSeconds, strikes } = BELL_NOTES[name]
  const apart = Math.round(STRIKE_APART_SECONDS * rate)
  const out = new Float32Array(Math.round(ringSeconds * rate) + apart * (strikes - 1))
  for (let strike = 0; strike < strikes; strike += 1) addStrike(out, strike * apart, hz, ringSeconds, partials, rate)
  return out
}

function addStrike(
  out: Float32Array,
  from: number,
  hz: number,
  ringSeconds: number,
  partials: Partials,
  rate: number,
): void {
  const gainSum = BOWL_PARTIALS.reduce((sum, { gain }) => sum + gain, 0)
  const count = Math.min(out.length - from, Math.round(ringSeconds * rate))
  for (const { ratio, gain, ringSeconds: share } of partials) {
    const turn = (2 * Math.PI * hz * ratio) / rate
    const decay = 4 / (ringSeconds * share * rate)
    for (let index = 0; index < count; index += 1) {
      const attack = Math.min(1, index / (0.004 * rate))
      const tail = Math.min(1, (count - index) / (0.05 * rate))
      out[from + index]! += (0.45 * gain * attack * tail * Math.exp(-decay * index) * Math.sin(turn * index)) / gainSum
    }
  }
}

/** A short wooden knock. */
function knock(strong: boolean, rate: number): Float32Array {
  const out = new Float32Array(Math.round(0.09 * rate))
  const hz = strong ? 330 : 247
  for (let index = 0; index < out.length; index += 1) {
    const attack = Math.min(1, index / (0.002 * rate))
    out[index] =
      (strong ? 0.5 : 0.32) * attack * Math.exp(-index / (0.018 * rate)) * Math.sin((2 * Math.PI * hz * index) / rate)
  }
  return out
}
