import type { Timbre } from './types'

/** The breath tone glides between these pitches: A2 at the bottom of the breath, E3 at the top, a fifth apart. */
const LOW_HZ = 110
const HIGH_HZ = 165
const FADE_SECONDS = 0.35

/** Pitch is set anew after so many samples, a thousandth of a second: no ear tells (from memory), and a power for each sample is spared. */
const TUNED_EVERY = 48

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
  const levelAt = (index: number) =>
    fromLevel + (toLevel - fromLevel) * (0.5 - Math.cos((Math.PI * Math.min(index, count)) / count) / 2)
  let level = levelAt(0)
  for (let from = 0; from < count; from += TUNED_EVERY) {
    const next = levelAt(from + TUNED_EVERY)
    voice.tune(level)
    const to = Math.min(count, from + TUNED_EVERY)
    for (let index = from; index < to; index += 1) {
      const edge = Math.min(1, index / fade, (count - 1 - index) / fade)
      const loud = 0.3 + 0.2 * (level + ((next - level) * (index - from)) / TUNED_EVERY)
      out[index] = edge * loud * voice.sample()
    }
    level = next
  }
  return out
}

/** What sounds: tuned to a level of the breath, and then asked for one sample after the other. */
interface Voice {
  tune: (level: number) => void
  sample: () => number
}

const VOICES: Record<Timbre, (rate: number) => Voice> = { reed, water, bowl }

/** Something that turns evenly: its sine and cosine, one sample after the other, without asking for either each time. */
function turning() {
  // In arrays of numbers: variables of a closure would be made anew for each sample.
  const now = Float64Array.of(0, 1)
  const by = Float64Array.of(0, 1)
  return {
    tune(radiansPerSample: number) {
      by[0] = Math.sin(radiansPerSample)
      by[1] = Math.cos(radiansPerSample)
    },
    next() {
      const sine = now[0]!
      const cosine = now[1]!
      now[0] = sine * by[1]! + cosine * by[0]!
      now[1] = cosine * by[1]! - sine * by[0]!
    },
    sine: () => now[0]!,
    cosine: () => now[1]!,
  }
}

/** The octave above a reed's note sounds a little ahead of it, in radians. */
const OCTAVE_AHEAD = 0.3
function reed(rate: number): Voice {
  const note = turning()
  const ahead = { sine: 0.25 * Math.sin(OCTAVE_AHEAD), cosine: 0.25 * Math.cos(OCTAVE_AHEAD) }
  return {
    tune: (level) => note.tune((2 * Math.PI * hzOf(level)) / rate),
    sample: () => {
      note.next()
      const sine = note.sine()
      const cosine = note.cosine()
      // Of twice the angle: sin 2a = 2 sin a cos a, cos 2a = 1 - 2 sin² a.
      return 0.75 * sine + 2 * sine * cosine * ahead.cosine + (1 - 2 * sine * sine) * ahead.sine
    },
  }
}

/** Partials of a rubbed bowl and how slowly they beat. From memory, by ear. */
const RUBBED = [
  { ratio: 2, gain: 0.6, beatHz: 0.7 },
  { ratio: 5.4, gain: 0.16, beatHz: 1.1 },
]
function bowl(rate: number): Voice {
  const partials = RUBBED.map(({ gain, ratio, beatHz }) => {
    const beat = turning()
    beat.tune((2 * Math.PI * beatHz) / rate)
    return { gain, ratio, beat, note: turning() }
  })
  return {
    tune: (level) => {
      for (const { ratio, note } of partials) note.tune((2 * Math.PI * hzOf(level) * ratio) / rate)
    },
    sample: () => {
      let sum = 0
      for (const { gain, beat, note } of partials) {
        note.next()
        sum += gain * (0.8 + 0.2 * beat.sine()) * note.sine()
        beat.next()
      }
      return sum
    },
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
  let turn = 0
  return {
    tune: (level) => {
      turn = 2 * Math.sin((Math.PI * WATER_LOW_HZ * Math.pow(2, WATER_OCTAVES * level)) / rate)
    },
    sample: () => {
      // A linear congruential generator (Numerical Recipes): noise that is the same every time.
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
      const noise = seed / 0x80000000 - 1
      // A state-variable filter (Chamberlin): its band output is what is heard.
      low += turn * band
      band += turn * (noise - low - WATER_BANDWIDTH * band)
      return Math.max(-1, Math.min(1, WATER_GAIN * band))
    },
  }
}

const hzOf = (level: number) => LOW_HZ * Math.pow(HIGH_HZ / LOW_HZ, level)
