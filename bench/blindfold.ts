/**
 * Blindfold: from the sound file alone, decoded by ffmpeg, the bells and the words in it are found by matched filters, without the Timeline;
 * then it is asked whether each change of form, each change of sides, each count that is said and the end were told, and what was heard that was
 * not so. Ten ready-made routines, drawn by the seed. Words that are looked for are those of all ten, and every number.
 */
import { readFileSync } from 'node:fs'
import { median } from 'd3-array'
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
/** A known sound as it would be heard, its first second. */
const heardAs = (sound: Float32Array) => sharp(decode(writeWav(sound, MADE_HZ), HEARD_HZ)).subarray(0, HEARD_HZ)

interface Known {
  name: string
  sound: Float32Array
}
/** What is struck: bells, and the knocks of beats. It is taken out of the recording once it is found, so that words over it are heard. */
interface Struck extends Known {
  /** The whole of it, as it would be heard when it begins between two samples, in so many steps. */
  shifted: Float32Array[]
}
const STEPS_BETWEEN = 11
const quiet = FIRST_SETTINGS.sound.quiet
const struckAs = (name: string, sound: Float32Array): Struck => ({
  name,
  sound: heardAs(sound),
  shifted: Array.from({ length: STEPS_BETWEEN }, (_, step) => {
    const later = new Float32Array(sound.length + step)
    later.set(sound, step)
    return sharp(decode(writeWav(later, MADE_HZ), HEARD_HZ))
  }),
})
const struck: Struck[] = [
  ...BELLS.filter((bell) => bell !== 'heard').map((bell) =>
    struckAs(bell, synthesise({ kind: 'bell', bell, quiet }, MADE_HZ)),
  ),
  ...[true, false].map((strong) =>
    struckAs(strong ? 'strong beat' : 'beat', synthesise({ kind: 'beat', strong, quiet }, MADE_HZ)),
  ),
]
const isBell = ({ name }: { name: string }) => !name.endsWith('beat')
/** Take out what was found, each as loud and as late as it fits best. */
function without(recording: Float32Array, found: readonly Heard[]): Float32Array {
  const rest = recording.slice()
  for (const { name, atSeconds } of found) {
    const { shifted } = struck.find((each) => each.name === name)!
    const near = Math.round(atSeconds * HEARD_HZ)
    const fits = [-2, -1, 0, 1].flatMap((lag) =>
      shifted.map((sound) => {
        let match = 0
        let own = 0
        for (let at = 0; at < sound.length; at += 1) {
          match += (rest[near + lag + at] ?? 0) * sound[at]!
          own += sound[at]! ** 2
        }
        return { from: near + lag, sound, gain: match / own, taken: match ** 2 / own }
      }),
    )
    const best = fits.reduce((one, other) => (other.taken > one.taken ? other : one))
    best.sound.forEach((each, at) => {
      if (best.from + at >= 0 && best.from + at < rest.length) rest[best.from + at]! -= best.gain * each
    })
  }
  return rest
}
const texts = new Map<string, Phrase>()
for (const phrase of timelines.flatMap(wordsOf)) texts.set(phrase.text.toLowerCase(), phrase)
const words: Known[] = [...texts].flatMap(([name, phrase]) => {
  const clip = clips.clipOf(phrase)
  return clip ? [{ name, sound: heardAs(clip) }] : []
})

interface Heard {
  name: string
  atSeconds: number
  likeness: number
  gain: number
}
/** All bells are as loud as each other, and all words: what is much louder or softer than the surest ones is something else. */
const SURE = 0.8
/** Where a loud bell turns all down for a moment, words are softer. */
const GAIN_WITHIN = { bell: 0.35, word: 0.55 }
function asLoud(all: readonly Heard[], within: number): Heard[] {
  const usual = median(all.filter(({ likeness }) => likeness > SURE).map(({ gain }) => gain))
  return usual === undefined ? [...all] : all.filter(({ gain }) => Math.abs(gain / usual - 1) < within)
}
/** What of some known sounds is heard, the likeliest at each moment; `apart` is how near two may be. */
function listen(
  to: ReturnType<typeof searchable>,
  known: readonly Known[],
  { least, apart, within }: { least: number; apart: number; within: number },
): Heard[] {
  const all: Heard[] = []
  for (let at = 0; at < known.length; at += 2) {
    const one = known[at]!
    const other = known[at + 1] ?? { name: '', sound: new Float32Array(1) }
    const found = to.find(one.sound, other.sound, least, apart * HEARD_HZ)
    ;[one, other].forEach(({ name }, which) => {
      if (name)
        all.push(...found[which]!.map(({ at: sample, ...how }) => ({ name, ...how, atSeconds: sample / HEARD_HZ })))
    })
  }
  const kept: Heard[] = []
  for (const each of asLoud(all, within).sort((one, other) => other.likeness - one.likeness))
    if (kept.every(({ atSeconds }) => Math.abs(atSeconds - each.atSeconds) >= apart)) kept.push(each)
  return kept
}

const NEAR_SECONDS = 0.07
const BELLS_HEARD = { least: 0.35, apart: 0.2, within: GAIN_WITHIN.bell }
const WORDS_HEARD = { least: 0.36, apart: 0.12, within: GAIN_WITHIN.word }
const sums = { forms: [0, 0], sides: [0, 0], counts: [0, 0], ends: [0, 0], bells: [0, 0], words: [0, 0] }
const count = (what: keyof typeof sums, told: boolean) => {
  sums[what][1]! += 1
  if (told) sums[what][0]! += 1
}
if (!hasTool('ffmpeg')) console.log('blindfold: not measured, ffmpeg is missing')
else {
  for (const [index, timeline] of timelines.entries()) {
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
    const whole = searchable(recording, HEARD_HZ)
    // Beats have a loudness of their own, and come close together.
    const rung = listen(whole, struck.filter(isBell), BELLS_HEARD)
    const knocks = listen(
      whole,
      struck.filter((each) => !isBell(each)),
      BELLS_HEARD,
    )
    const spoken = listen(searchable(without(recording, [...rung, ...knocks]), HEARD_HZ), words, WORDS_HEARD)
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
    const wrong = rung
      .filter(isBell)
      .filter(({ name, atSeconds }) =>
        bellsWanted.every((cue) => cue.bell !== name || Math.abs(cue.atSeconds - atSeconds) >= NEAR_SECONDS),
      )
    sums.bells[0]! += wrong.length
    sums.bells[1]! += rung.length
    console.log(
      `  ${index + 1} of ${timelines.length}: ${routines[index]!.name}, ${(timeline.totalSeconds / 60).toFixed(1)} min`,
    )
  }
  const of = ([told, all]: number[]) => `${told} of ${all}`
  console.log(
    `blindfold, ${timelines.length} routines from their files alone: changes of form told ${of(sums.forms)}, of sides ${of(sums.sides)}, counts ${of(sums.counts)}, the end ${of(sums.ends)} (aim: all); heard but not so: bells ${of(sums.bells)}, words ${of(sums.words)}`,
  )
}
