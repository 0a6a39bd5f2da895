/** Who listens to a sound file alone: which bells, knocks and words are in it, and when. */
import { bisectRight, median } from 'd3-array'
import { writeWav } from '#core/formats'
import { searchable } from './correlate'
import { decode } from './shippedClips'

/** Enough of a voice to tell its words apart, and few enough samples. */
const HEARD_HZ = 4000

export interface NamedSound {
  name: string
  sound: Float32Array
}
export interface Heard {
  name: string
  atSeconds: number
  seconds: number
  correlation: number
  gain: number
  /** How much of the recording it explains: its own energy there. */
  explains: number
}
/** A sound that is known, as it would be heard when it begins between two samples, in so many steps; the first begins on one. */
interface Known {
  name: string
  isKnock: boolean
  shifted: Float32Array[]
}

const difference = (sound: Float32Array) => sound.map((each, at) => each - (sound[at - 1] ?? 0))
/** What is sharp in a sound: its second difference, in which breath tones hardly are. */
const sharp = (sound: Float32Array) => difference(difference(sound))
/** Where a breath is loudest some of it is left: words are told by what is sharper still, or by this, whichever is more like them. */
const sharper = difference

/** Some sounds as they would be heard, each begun on a sample: one after the other through the same decoder. */
function heardAs(sounds: readonly Float32Array[], madeHz: number): Float32Array[] {
  // So many samples as they are made are a whole number of those that are heard.
  const even = madeHz / 100
  const places: number[] = []
  let end = 0
  for (const { length } of sounds) {
    places.push(end)
    end += (Math.ceil(length / even) + GAP) * even
  }
  const row = new Float32Array(end)
  sounds.forEach((sound, which) => row.set(sound, places[which]))
  const heard = decode(writeWav(row, madeHz), HEARD_HZ)
  const shorter = HEARD_HZ / madeHz
  return sounds.map(({ length }, which) => {
    const from = Math.round(places[which]! * shorter)
    return sharp(heard.slice(from, from + Math.ceil(length * shorter)))
  })
}
/** Silence between two of them, in hundredths of a second: longer than a filter rings. */
const GAP = 20

function knownOf(sounds: readonly NamedSound[], madeHz: number, steps: number, isKnock = false): Known[] {
  const between = Math.round(madeHz / HEARD_HZ)
  const later = sounds.flatMap(({ sound }) =>
    Array.from({ length: steps }, (_, step) => {
      const shift = Math.round((step * between) / steps)
      const shifted = new Float32Array(sound.length + shift)
      shifted.set(sound, shift)
      return shifted
    }),
  )
  const heard = heardAs(later, madeHz)
  return sounds.map(({ name }, at) => ({ name, isKnock, shifted: heard.slice(at * steps, (at + 1) * steps) }))
}
const STEPS_BETWEEN = { struck: 11, word: 4 }

/** Every moment at which one of some known sounds may be. */
function candidates(to: Float32Array, known: readonly Known[], least: number, apartSeconds: number): Heard[] {
  const whole = searchable(to, Math.max(...known.map(({ shifted }) => shifted[0]!.length)))
  const all: Heard[] = []
  for (let at = 0; at < known.length; at += 2) {
    const two = known.slice(at, at + 2)
    const other = two[1]?.shifted[0] ?? new Float32Array(1)
    const found = whole.find(two[0]!.shifted[0]!, other, least, apartSeconds * HEARD_HZ)
    two.forEach(({ name, shifted }, which) => {
      const own = shifted[0]!.reduce((sum, each) => sum + each * each, 0)
      const seconds = shifted[0]!.length / HEARD_HZ
      for (const { at: sample, correlation, gain } of found[which]!)
        all.push({ name, correlation, gain, seconds, atSeconds: sample / HEARD_HZ, explains: gain ** 2 * own })
    })
  }
  return all
}

/** How a sound, or its first samples, fits best near a moment, so many samples before or after it, and between samples too. */
function bestFit(rest: Float32Array, { shifted }: Known, atSeconds: number, samples: number, reachSamples = 2) {
  const near = Math.round(atSeconds * HEARD_HZ)
  let best = { from: near, sound: shifted[0]!, gain: 0, explains: -1, correlation: 0 }
  for (let from = near - reachSamples; from < near + reachSamples; from += 1) {
    for (const sound of shifted) {
      const until = Math.min(sound.length, samples)
      let match = 0
      let own = 0
      let there = 0
      for (let at = 0; at < until; at += 1) {
        const here = rest[from + at] ?? 0
        match += here * sound[at]!
        own += sound[at]! ** 2
        there += here ** 2
      }
      const explains = match > 0 ? match ** 2 / own : 0
      if (explains > best.explains)
        best = { from, sound, gain: match / own, explains, correlation: Math.sqrt(explains / Math.max(1e-12, there)) }
    }
  }
  return best
}

const SURE = 0.8
/** As loud as what is surely there: of one channel all is made equally loud. Where a loud bell turns all down for a moment, words are softer. */
const GAIN_WITHIN = { struck: 0.35, word: 0.55 }
const usualGain = (all: readonly Heard[]) =>
  median(all.filter(({ correlation }) => correlation > SURE).map(({ gain }) => gain))

/** The same is not struck twice so soon. */
const APART_SECONDS = 0.2
const STROKE_CORRELATION = 0.33
/** What is struck is told by its beginning. */
const STROKE_SAMPLES = HEARD_HZ / 2
/** Some waves of the lowest bell. */
const WAVES_SAMPLES = HEARD_HZ / 100

/**
 * Bells and knocks, by matching pursuit (Mallat and Zhang, "Matching pursuits with time-frequency dictionaries", IEEE Transactions on Signal
 * Processing 41 (1993), from memory): what explains most is taken out first, and each other must still be there in what is left. A ring
 * that only resembles another one is gone with it.
 */
function listenForStrokes(recording: Float32Array, struck: readonly Known[]) {
  const rest = recording.slice()
  const taken: Heard[] = []
  const knownBy = new Map(struck.map((each) => [each.name, each]))
  // A long tone resembles itself some waves earlier or later: between samples, and as a whole, it is told which is which.
  const all = candidates(recording, struck, STROKE_CORRELATION, APART_SECONDS).map((each) => {
    const known = knownBy.get(each.name)!
    const { from, gain, explains } = bestFit(recording, known, each.atSeconds, Infinity, WAVES_SAMPLES)
    return { ...each, gain, explains, atSeconds: from / HEARD_HZ }
  })
  all.sort((one, other) => other.explains - one.explains)
  // How loud bells are struck, and knocks: by those at which nothing else explains more. An echo of one is no stroke.
  const usual = [false, true].map((isKnock) =>
    usualGain(
      all.filter((each, at) => {
        const isFirst = all
          .slice(0, at)
          .every(({ atSeconds }) => Math.abs(atSeconds - each.atSeconds) > 2 * APART_SECONDS)
        return isFirst && knownBy.get(each.name)!.isKnock === isKnock
      }),
    ),
  )
  for (const each of all) {
    if (taken.some(({ name, atSeconds }) => name === each.name && Math.abs(atSeconds - each.atSeconds) < APART_SECONDS))
      continue
    const known = knownBy.get(each.name)!
    const best = bestFit(rest, known, each.atSeconds, STROKE_SAMPLES)
    const asLoud = usual[known.isKnock ? 1 : 0]
    const isAsLoud = asLoud === undefined || Math.abs(best.gain / asLoud - 1) < GAIN_WITHIN.struck
    if (best.correlation < STROKE_CORRELATION || !isAsLoud) continue
    best.sound.forEach((sample, at) => {
      if (best.from + at >= 0 && best.from + at < rest.length) rest[best.from + at]! -= best.gain * sample
    })
    taken.push({ ...each, correlation: best.correlation, gain: best.gain })
  }
  return { rung: taken.filter(({ name }) => !knownBy.get(name)!.isKnock), rest }
}

/** A word that begins between two samples is half as like at the nearest: how like it is, is told between them. */
const WORD_LIKENESS = { coarse: 0.2, fine: 0.3 }
/** What is as loud as the voice is elsewhere, to a tenth, is no chance correlation: it is told by less, as under the stroke of a bell. */
const AS_LOUD_WITHIN = 0.1
/**
 * Words: a voice says one after the other, so of all that may be heard those are taken that do not overlap and together explain most (weighted
 * interval scheduling: Kleinberg and Tardos, "Algorithm Design", 2005, 6.1).
 */
function listenForWords(rest: Float32Array, words: readonly Known[]): Heard[] {
  const keenRest = sharper(rest)
  const keenWords = words.map((each) => ({ ...each, shifted: each.shifted.map(sharper) }))
  const knownBy = new Map(words.map((each) => [each.name, each]))
  const keenBy = new Map(keenWords.map((each) => [each.name, each]))
  const coarse = [
    ...candidates(rest, words, WORD_LIKENESS.coarse, 0.05),
    ...candidates(keenRest, keenWords, WORD_LIKENESS.coarse, 0.05),
  ]
  const all = coarse.map((each) => {
    const keen = bestFit(keenRest, keenBy.get(each.name)!, each.atSeconds, Infinity)
    const plain = bestFit(rest, knownBy.get(each.name)!, each.atSeconds, Infinity)
    const best = keen.correlation > plain.correlation ? keen : plain
    return { ...each, gain: best.gain, explains: keen.explains, correlation: best.correlation }
  })
  const usual = usualGain(all)
  const isTold = ({ correlation, gain }: Heard) => {
    const off = usual === undefined ? 0 : Math.abs(gain / usual - 1)
    return off < GAIN_WITHIN.word && correlation > (off < AS_LOUD_WITHIN ? WORD_LIKENESS.coarse : WORD_LIKENESS.fine)
  }
  const loud = all.filter(isTold).sort((one, other) => endOf(one) - endOf(other))
  const ends = loud.map(endOf)
  const best: { sum: number; take: Heard | null; before: number }[] = [{ sum: 0, take: null, before: 0 }]
  loud.forEach((each, at) => {
    // What ends by its beginning; clips have some silence at their ends, which may overlap.
    const before = Math.min(at, bisectRight(ends, each.atSeconds + OVERLAP_SECONDS))
    const withIt = best[before]!.sum + each.explains
    best.push(
      withIt > best[at]!.sum ? { sum: withIt, take: each, before } : { sum: best[at]!.sum, take: null, before: at },
    )
  })
  const taken: Heard[] = []
  for (let at = best.length - 1; at > 0; at = best[at]!.before) if (best[at]!.take) taken.push(best[at]!.take!)
  return taken
}
const endOf = ({ atSeconds, seconds }: Heard) => atSeconds + seconds
const OVERLAP_SECONDS = 0.06

/** Someone who knows some sounds, as they were made at a rate in Hz, and tells which of them are in a sound file. */
export function listenerFor(sounds: {
  madeHz: number
  bells: readonly NamedSound[]
  knocks: readonly NamedSound[]
  words: readonly NamedSound[]
}) {
  const { madeHz, bells, knocks } = sounds
  const struck = [
    ...knownOf(bells, madeHz, STEPS_BETWEEN.struck),
    ...knownOf(knocks, madeHz, STEPS_BETWEEN.struck, true),
  ]
  const words = knownOf(sounds.words, madeHz, STEPS_BETWEEN.word)
  return {
    listen(file: Uint8Array): { rung: Heard[]; spoken: Heard[] } {
      // Strokes are taken out of the recording once they are found, so that words over them are heard.
      const { rung, rest } = listenForStrokes(sharp(decode(file, HEARD_HZ)), struck)
      return { rung, spoken: listenForWords(rest, words) }
    },
  }
}
