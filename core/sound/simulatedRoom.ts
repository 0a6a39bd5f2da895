import { chanceFrom, type Chance } from '../basics'

/** A room that is not there, with somebody clapping in it. All sounds are simple models made by ear, not recordings. */
export interface RoomSetting {
  seed: number
  seconds: number
  sampleRateHz: number
  /** `noise`: a fan or a street; `speech`: syllables with hisses and bursts; `music`: plucked notes with a soft drum; `doors`: slams. */
  sounds: 'quiet' | 'noise' | 'speech' | 'music' | 'doors'
  /** When somebody claps. */
  clapsAt: readonly number[]
}

/** The samples of a room; the same for a seed. */
export function simulateRoom(setting: RoomSetting): Float32Array<ArrayBuffer> {
  const { seconds, sampleRateHz, sounds, clapsAt } = setting
  const chance = chanceFrom(setting.seed)
  const out = new Float32Array(Math.round(seconds * sampleRateHz))
  const room: Room = { out, rate: sampleRateHz, chance }
  hiss(room, sounds === 'noise' ? 0.02 : 0.0015)
  if (sounds === 'noise') hum(room)
  if (sounds === 'speech') every(room, 0.14, 0.4, syllable)
  if (sounds === 'music') {
    every(room, 0.2, 0.6, note)
    every(room, 0.5, 0.5, drum)
  }
  if (sounds === 'doors') every(room, 4, 12, slam)
  for (const atSeconds of clapsAt) clap(room, atSeconds)
  return out
}

interface Room {
  out: Float32Array
  rate: number
  chance: Chance
}

const noise = (chance: Chance) => 2 * chance() - 1

/** Add a sound from a time on, sample by sample. */
function add({ out, rate }: Room, atSeconds: number, lasts: number, sampleAt: (seconds: number) => number): void {
  const from = Math.round(atSeconds * rate)
  const to = Math.min(out.length, from + Math.round(lasts * rate))
  for (let at = from; at < to; at += 1) out[at]! += sampleAt((at - from) / rate)
}

function every(room: Room, least: number, most: number, sound: (room: Room, atSeconds: number) => void): void {
  const seconds = room.out.length / room.rate
  for (let at = 0.5; at < seconds; at += least + (most - least) * room.chance()) sound(room, at)
}

function hiss({ out, chance }: Room, level: number): void {
  let low = 0
  for (let at = 0; at < out.length; at += 1) {
    // Half of it bright, half of it dull, as rooms are.
    low += 0.02 * (noise(chance) - low)
    out[at]! += level * (0.5 * noise(chance) + 4 * low)
  }
}

function hum({ out, rate }: Room): void {
  for (let at = 0; at < out.length; at += 1) {
    out[at]! += 0.02 * Math.sin((2 * Math.PI * 100 * at) / rate) * (1 + 0.3 * Math.sin((2 * Math.PI * 0.3 * at) / rate))
  }
}

/** Two hands: a burst of a hundredth of a second, at any distance in a room, with what the walls give back. */
function clap(room: Room, atSeconds: number): void {
  const { chance } = room
  const loud = 0.12 + 0.6 * chance()
  const decay = 0.006 + 0.008 * chance()
  const walls = 0.03 + 0.04 * chance()
  const ring = 900 + 1400 * chance()
  add(room, atSeconds, 0.4, (seconds) => {
    const attack = Math.min(1, seconds / 0.0008)
    const burst = Math.exp(-seconds / decay) * (0.7 * noise(chance) + 0.5 * Math.sin(2 * Math.PI * ring * seconds))
    return loud * attack * (burst + 0.12 * Math.exp(-seconds / walls) * noise(chance))
  })
}

/**
 * Speech and music are as far below claps as they are in rooms: a clap peaks some 20 dB above somebody who talks at the same distance
 * (from memory).
 */
const TALK_GAIN = 0.3

/** A vowel on a voice's pitch; before some of them a hiss or a burst, as of consonants. */
function syllable(room: Room, atSeconds: number): void {
  const { chance } = room
  const loud = TALK_GAIN * (0.05 + 0.2 * chance())
  const pitch = 95 + 130 * chance()
  const formant = 500 + 1500 * chance()
  const lasts = 0.12 + 0.16 * chance()
  const kind = chance()
  const onset = kind < 0.35 ? 0.05 + 0.07 * chance() : kind < 0.6 ? 0.012 : 0
  if (kind < 0.35) {
    add(room, atSeconds, onset, (seconds) => loud * 0.35 * Math.min(1, seconds / 0.02) * noise(chance))
  } else if (kind < 0.6) {
    add(room, atSeconds, onset, (seconds) => loud * 0.5 * Math.min(1, seconds / 0.002) * noise(chance))
  }
  add(room, atSeconds + onset, lasts, (seconds) => {
    const shape = Math.min(1, seconds / 0.03, (lasts - seconds) / 0.05)
    let sum = 0
    for (let partial = 1; partial <= 16; partial += 1) {
      const hz = partial * pitch
      sum += Math.sin(2 * Math.PI * hz * seconds) / (1 + ((hz - formant) / 400) ** 2)
    }
    return loud * 0.5 * shape * sum
  })
}

function note(room: Room, atSeconds: number): void {
  const { chance } = room
  const loud = TALK_GAIN * (0.08 + 0.15 * chance())
  const pitch = 196 * Math.pow(2, Math.floor(chance() * 20) / 12)
  add(room, atSeconds, 1, (seconds) => {
    const shape = Math.min(1, seconds / 0.006) * Math.exp(-seconds / 0.3)
    let sum = 0
    for (let partial = 1; partial <= 8; partial += 1)
      sum += Math.sin(2 * Math.PI * pitch * partial * seconds) / partial ** 1.5
    return loud * shape * sum
  })
}

/** A brushed drum: noise that rings for an eighth of a second. */
function drum(room: Room, atSeconds: number): void {
  const { chance } = room
  add(
    room,
    atSeconds,
    0.5,
    (seconds) => TALK_GAIN * 0.15 * Math.min(1, seconds / 0.004) * Math.exp(-seconds / 0.12) * noise(chance),
  )
}

/** A door: a thump and a rattle, loud and dull. */
function slam(room: Room, atSeconds: number): void {
  const { chance } = room
  const loud = 0.3 + 0.6 * chance()
  const pitch = 60 + 60 * chance()
  let dull = 0
  add(room, atSeconds, 0.8, (seconds) => {
    dull += 0.12 * (noise(chance) - dull)
    const thump = Math.exp(-seconds / 0.14) * Math.sin(2 * Math.PI * pitch * seconds)
    return (
      loud * (0.6 * thump + 1.6 * Math.exp(-seconds / 0.06) * dull + 0.05 * Math.exp(-seconds / 0.09) * noise(chance))
    )
  })
}
