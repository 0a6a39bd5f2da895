/**
 * Blindfold: from the sound file alone, decoded by ffmpeg, the bells and the words in it are found by matched filters, without the Timeline;
 * then it is asked whether each change of form, each change of sides, each count that is said and the end were told, and what was heard that was
 * not so. Ten ready-made routines, drawn by the seed. Words that are looked for are those of all ten, and every number.
 */
import { readFileSync } from 'node:fs'
import { bisectRight, median } from 'd3-array'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { FIRST_SETTINGS, writeWav } from '#core/formats'
import { BELLS, heardOf, PHRASE_GAP_SECONDS, synthesise, wordsOf, type Phrase } from '#core/sound'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { clipKey, makeSoundFile } from '~/features/carry/soundJob'
import { searchable } from './support/correlate'
import { between, chance } from './support/seed'
import { decode, hasTool, shippedClips } from './support/shippedClips'

const MADE_HZ = 44_100
/** Enough of a voice to tell its words apart, and few enough samples. */
const HEARD_HZ = 4000
const ROUTINES = Number(process.env.ROUTINES ?? 10)
const mp3Wasm = readFileSync('node_modules/wasm-media-encoders/wasm/mp3.wasm')
const clips = shippedClips(MADE_HZ)
const pace = steadyPace(between(3, 5), between(4, 6))
const routines = [...SHIPPED_ROUTINES]
  .map((routine) => ({ routine, at: chance() }))
  .sort((one, other) => one.at - other.at)
  .slice(0, ROUTINES)
  .map(({ routine }) => routine)
const timelines = routines.map((routine) =>
  compileTimeline({ routine, forms: CATALOGUE, ways: [], pace, rules: USUAL_HOUSE_RULES }),
)

/** What is sharp in a sound: its second difference, in which breath tones hardly are. */
const sharp = (sound: Float32Array) => sound.map((each, at) => each - 2 * (sound[at - 1] ?? 0) + (sound[at - 2] ?? 0))
const heardAs = (sound: Float32Array) => sharp(decode(writeWav(sound, MADE_HZ), HEARD_HZ))

/** A sound that is known, as it would be heard when it begins between two samples, in so many steps; the first begins on one. */
interface Known {
  name: string
  shifted: Float32Array[]
}
const STEPS_BETWEEN = 11
const knownAs = (name: string, sound: Float32Array, steps: number): Known => ({
  name,
  shifted: Array.from({ length: steps }, (_, step) => {
    const later = new Float32Array(sound.length + step)
    later.set(sound, step)
    return heardAs(later)
  }),
})
const quiet = FIRST_SETTINGS.sound.quiet
/** Bells, and the knocks of beats. They are taken out of the recording once they are found, so that words over them are heard. */
const struck: Known[] = [
  ...BELLS.filter((bell) => bell !== 'heard').map((bell) =>
    knownAs(bell, synthesise({ kind: 'bell', bell, quiet }, MADE_HZ), STEPS_BETWEEN),
  ),
  ...[true, false].map((strong) =>
    knownAs(strong ? 'strong beat' : 'beat', synthesise({ kind: 'beat', strong, quiet }, MADE_HZ), STEPS_BETWEEN),
  ),
]
const isBell = ({ name }: { name: string }) => !name.endsWith('beat')
const texts = new Map<string, Phrase>()
for (const phrase of timelines.flatMap((timeline) => wordsOf(timeline))) texts.set(phrase.text.toLowerCase(), phrase)
const words: Known[] = [...texts].flatMap(([name, phrase]) => {
  const clip = clips.clipOf(phrase)
  return clip ? [knownAs(name, clip, 1)] : []
})
const longestSamples = Math.max(...[...words, ...struck].map(({ shifted }) => shifted[0]!.length))

interface Heard {
  name: string
  atSeconds: number
  seconds: number
  likeness: number
  gain: number
  /** How much of the recording it explains: its own energy there. */
  explains: number
}
/** Every moment at which one of some known sounds may be. */
function candidates(to: Float32Array, known: readonly Known[], least: number, apartSeconds: number): Heard[] {
  const whole = searchable(to, longestSamples)
  const all: Heard[] = []
  for (let at = 0; at < known.length; at += 2) {
    const two = known.slice(at, at + 2)
    const found = whole.find(
      two[0]!.shifted[0]!,
      two[1]?.shifted[0] ?? new Float32Array(1),
      least,
      apartSeconds * HEARD_HZ,
    )
    two.forEach(({ name, shifted }, which) => {
      const own = energyOf(shifted[0]!)
      for (const { at: sample, likeness, gain } of found[which]!)
        all.push({
          ...{ name, likeness, gain, explains: gain ** 2 * own },
          ...{ atSeconds: sample / HEARD_HZ, seconds: shifted[0]!.length / HEARD_HZ },
        })
    })
  }
  return all
}
const energyOf = (sound: Float32Array) => sound.reduce((sum, each) => sum + each * each, 0)

/** What is struck is struck as loud each time. Where a loud bell turns all down for a moment, words are softer. */
const SURE = 0.8
const GAIN_WITHIN = { struck: 0.35, word: 0.55 }
function usualGain(all: readonly Heard[]): number | undefined {
  return median(all.filter(({ likeness }) => likeness > SURE).map(({ gain }) => gain))
}
/**
 * Bells and knocks, by matching pursuit (Mallat and Zhang, "Matching pursuits with time-frequency dictionaries", IEEE Transactions on Signal
 * Processing 41 (1993), from memory): what explains most is taken out first, and each other must still be there in what is left. A ring
 * that only resembles another one is gone with it.
 */
function listenForStrokes(recording: Float32Array) {
  const rest = recording.slice()
  const taken: Heard[] = []
  const all = candidates(recording, struck, STROKE_LIKENESS, APART_SECONDS)
  const usual = new Map(struck.map(({ name }) => [name, usualGain(all.filter((each) => each.name === name))]))
  const knownBy = new Map(struck.map((each) => [each.name, each]))
  // A long tone resembles itself some waves later: between samples, and as a whole, it is told which is which.
  const likeliest = all
    // What is nowhere near as loud as that is struck is not looked at any closer.
    .filter(({ name, gain }) => Math.abs(gain / (usual.get(name) ?? gain) - 1) < 2 * GAIN_WITHIN.struck)
    .map((each) => ({
      ...each,
      explains: bestFit(recording, knownBy.get(each.name)!, each.atSeconds, Infinity).explains,
    }))
    .sort((one, other) => other.explains - one.explains)
  for (const each of likeliest) {
    if (taken.some(({ name, atSeconds }) => name === each.name && Math.abs(atSeconds - each.atSeconds) < APART_SECONDS))
      continue
    const best = bestFit(rest, knownBy.get(each.name)!, each.atSeconds, STROKE_SAMPLES)
    const likeness = Math.sqrt(best.explains / Math.max(1e-12, best.there))
    const asLoud = usual.get(each.name)
    const isAsLoud = asLoud === undefined || Math.abs(best.gain / asLoud - 1) < GAIN_WITHIN.struck
    if (best.gain <= 0 || likeness < STROKE_LIKENESS || !isAsLoud) continue
    best.sound.forEach((sample, at) => {
      if (best.from + at >= 0 && best.from + at < rest.length) rest[best.from + at]! -= best.gain * sample
    })
    taken.push({ ...each, likeness })
  }
  return { taken, rest }
}
/** How a sound, or its first samples, fits best near a moment, between samples too. */
function bestFit(rest: Float32Array, { shifted }: Known, atSeconds: number, samples: number) {
  const near = Math.round(atSeconds * HEARD_HZ)
  const fits = [-2, -1, 0, 1].flatMap((lag) =>
    shifted.map((sound) => {
      let [match, own, there] = [0, 0, 0]
      for (let at = 0; at < Math.min(sound.length, samples); at += 1) {
        const here = rest[near + lag + at] ?? 0
        match += here * sound[at]!
        own += sound[at]! ** 2
        there += here ** 2
      }
      return { from: near + lag, sound, gain: match / own, explains: match ** 2 / own, there }
    }),
  )
  return fits.reduce((one, other) => (other.explains > one.explains ? other : one))
}
/** What is struck is told by its beginning. */
const STROKE_SAMPLES = HEARD_HZ / 2
/** The same is not struck twice so soon. */
const APART_SECONDS = 0.2
const STROKE_LIKENESS = 0.33

/**
 * Words: a voice says one after the other, so of all that may be heard those are taken that do not overlap and together explain most (weighted
 * interval scheduling: Kleinberg and Tardos, "Algorithm Design", 2005, 6.1).
 */
function listenForWords(rest: Float32Array): Heard[] {
  const all = candidates(rest, words, WORD_LIKENESS, 0.05)
  const usual = usualGain(all)
  const loud = all
    .filter(({ gain }) => usual === undefined || Math.abs(gain / usual - 1) < GAIN_WITHIN.word)
    .sort((one, other) => endOf(one) - endOf(other))
  const ends = loud.map(endOf)
  const best: { sum: number; take: Heard | null; before: number }[] = [{ sum: 0, take: null, before: 0 }]
  loud.forEach((each, at) => {
    // What ends by its beginning; clips have some silence at their ends, which may overlap.
    let before = bisectRight(ends, each.atSeconds + OVERLAP_SECONDS)
    before = Math.min(before, at)
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
const WORD_LIKENESS = 0.3

const NEAR_SECONDS = 0.07
const sums = { forms: [0, 0], sides: [0, 0], counts: [0, 0], ends: [0, 0], bells: [0, 0], words: [0, 0] }
const count = (what: keyof typeof sums, told: boolean) => {
  sums[what][1]! += 1
  if (told) sums[what][0]! += 1
}
if (!hasTool('ffmpeg')) console.log('blindfold: not measured, ffmpeg is missing')
else {
  const of = ([told, all]: number[]) => `${told} of ${all}`
  for (const [index, timeline] of timelines.entries()) {
    const before = structuredClone(sums)
    const here = (what: keyof typeof sums) => of(sums[what].map((sum, at) => sum - before[what][at]!))
    const voice = { ...FIRST_SETTINGS.voice, counts: 'all' } as const
    const secondsOf = (phrases: readonly Phrase[]) => clips.secondsOf(phrases, PHRASE_GAP_SECONDS)
    const cues = heardOf(timeline, { breathTones: true, voice, secondsOf })
    const said = cues.flatMap((cue) => (cue.kind === 'voice' ? cue.phrases : []))
    const job = {
      ...({
        title: 'x',
        album: '',
        track: 0,
        format: 'mp3',
        timeline,
        cues,
        apart: 0,
        sound: FIRST_SETTINGS.sound,
      } as const),
      clips: new Map(said.flatMap((each) => (clips.clipOf(each) ? [[clipKey(each), clips.clipOf(each)!]] : []))),
    }
    const made = await makeSoundFile(job, mp3Wasm, () => {})
    const file = new Uint8Array(await made.file.arrayBuffer())
    // From here on only the file is heard.
    const recording = sharp(decode(file, HEARD_HZ))
    const { taken, rest } = listenForStrokes(recording)
    const rung = taken.filter(isBell)
    const spoken = listenForWords(rest)
    const isHeard = (all: readonly Heard[], name: string, atSeconds: number, within = NEAR_SECONDS) =>
      all.some((each) => each.name === name.toLowerCase() && Math.abs(each.atSeconds - atSeconds) < within)

    // What should have been told: by the Timeline.
    for (const { isBetween, announce, startSeconds, bodyStartSeconds, formName } of timeline.occurrences) {
      if (isBetween) continue
      const named = spoken.some(
        ({ name, atSeconds }) =>
          name === formName.toLowerCase() && atSeconds > startSeconds - 12 && atSeconds < bodyStartSeconds + 3,
      )
      count('forms', isHeard(rung, 'form', startSeconds) && (announce === 'none' || named))
    }
    for (const { kind, startSeconds, lengthSeconds, saidSide } of timeline.segments) {
      if (kind !== 'sideChange') continue
      const word = { left: 'left side', right: 'right side', oneWay: 'one way', otherWay: 'the other way', none: '' }[
        saidSide
      ]
      const named = spoken.some(
        ({ name, atSeconds }) => name === word && Math.abs(atSeconds - startSeconds) < lengthSeconds + 4,
      )
      count('sides', isHeard(rung, 'side', startSeconds) && (word === '' || named))
    }
    count('ends', isHeard(rung, 'end', timeline.totalSeconds))
    // Each count that is said, word for word at its time.
    let heardRight = 0
    for (const cue of cues) {
      if (cue.kind !== 'voice') continue
      let atSeconds = cue.atSeconds
      const isCount = cue.phrases.some(({ text }) => text === 'more' || text === 'last one')
      const all = cue.phrases.map((phrase) => {
        const told = isHeard(spoken, phrase.text, atSeconds)
        atSeconds += (clips.clipOf(phrase)?.length ?? 0) / MADE_HZ + PHRASE_GAP_SECONDS
        return told
      })
      heardRight += all.filter(Boolean).length
      if (isCount) count('counts', all.every(Boolean))
    }
    sums.words[0]! += spoken.length - heardRight
    sums.words[1]! += spoken.length
    const bellsWanted = cues.filter((cue) => cue.kind === 'bell')
    const wrong = rung.filter(({ name, atSeconds }) =>
      bellsWanted.every((cue) => cue.bell !== name || Math.abs(cue.atSeconds - atSeconds) >= NEAR_SECONDS),
    )
    sums.bells[0]! += wrong.length
    sums.bells[1]! += rung.length
    console.log(
      `  ${index + 1} of ${timelines.length}: ${routines[index]!.name}, ${(timeline.totalSeconds / 60).toFixed(1)} min: changes of form ${here('forms')}, of sides ${here('sides')}, counts ${here('counts')}, the end ${here('ends')}; not so: bells ${here('bells')}, words ${here('words')}`,
    )
  }
  console.log(
    `blindfold, ${timelines.length} routines from their files alone: changes of form told ${of(sums.forms)}, of sides ${of(sums.sides)}, counts ${of(sums.counts)}, the end ${of(sums.ends)} (aim: all); heard but not so: bells ${of(sums.bells)}, words ${of(sums.words)}`,
  )
}
