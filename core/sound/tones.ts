import type { Timbre } from './types'

/** The breath tone glides between these pitches: A2 at the bottom of the breath, E3 at the top, a fifth apart. */
const LOW_HZ = 110
const HIGH_HZ = 165
const FADE_SECONDS = 0.35

/** A soft tone that rises or falls with the breath and lasts exactly as long. */
export function breathTone(
  timbre: Timbre,
  lengthSeconds: number,
  fromLevel: number,
  toLevel: number,
  rate: number,
): Float32Array {
  const count = Math.max(1, Math.round(lengthSeconds * rate))
  const out = new Float32Array(count)
  const fade = Math.min(FADE_SECONDS, lengthSeconds / 3) * rate
  const voice = VOICES[timbre](rate)
  for (let index = 0; index < count; index += 1) {
    const share = 0.5 - Math.cos((Math.PI * index) / count) / 2
    const level = fromLevel + (toLevel - fromLevel) * share
    const edge = Math.min(1, index / fade, (count - 1 - index) / fade)
    out[index] = edge * (0.3 + 0.2 * level) * voice(level, index / rate)
  }
  return out
}

/** One sample after the other, at a level of the breath and a time. */
type Voice = (level: number, atSeconds: number) => number

const VOICES: Record<Timbre, (rate: number) => Voice> = { reed, water, bowl }

function reed(rate: number): Voice {
  let phase = 0
  return (level) => {
    phase += (2 * Math.PI * hzOf(level)) / rate
    return 0.75 * Math.sin(phase) + 0.25 * Math.sin(2 * phase + 0.3)
  }
}

/** Partials of a rubbed bowl and how slowly they beat. From memory, by ear. */
const RUBBED = [
  { ratio: 2, gain: 0.6, beatHz: 0.7 },
  { ratio: 5.4, gain: 0.16, beatHz: 1.1 },
]
function bowl(rate: number): Voice {
  const phases = RUBBED.map(() => 0)
  return (level, atSeconds) => {
    let sum = 0
    RUBBED.forEach(({ ratio, gain, beatHz }, index) => {
      phases[index]! += (2 * Math.PI * hzOf(level) * ratio) / rate
      sum += gain * (0.8 + 0.2 * Math.sin(2 * Math.PI * beatHz * atSeconds)) * Math.sin(phases[index]!)
    })
    return sum
  }
}

/** Water: noise through a band that climbs with the breath, this wide as a share of its middle. */
const WATER_LOW_HZ = 260
const WATER_OCTAVES = 1.7
const WATER_BANDWIDTH = 0.35
const WATER_GAIN = 1.6
function water(rate: number): Voice {
  let seed = 0x2545f491
  let low = 0
  let band = 0
  return (level) => {
    // A linear congruential generator (Numerical Recipes): noise that is the same every time.
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
    const noise = seed / 0x80000000 - 1
    // A state-variable filter (Chamberlin): its band output is what is heard.
    const turn = 2 * Math.sin((Math.PI * WATER_LOW_HZ * Math.pow(2, WATER_OCTAVES * level)) / rate)
    low += turn * band
    band += turn * (noise - low - WATER_BANDWIDTH * band)
    return Math.max(-1, Math.min(1, WATER_GAIN * band))
  }
}

const hzOf = (level: number) => LOW_HZ * Math.pow(HIGH_HZ / LOW_HZ, level)
