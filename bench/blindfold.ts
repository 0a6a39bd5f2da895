/**
 * Blindfold: from the sound file alone, decoded by ffmpeg, the bells and the words in it are found by matched filters, without the Timeline;
 * then it is asked whether each change of form, each change of sides, each count that is said and the end were told, and what was heard that was
 * not so. Ten ready-made routines, drawn by the seed. Words that are looked for are those of all ten, and every number.
 */
import { readFileSync } from 'node:fs'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { FIRST_SETTINGS } from '#core/formats'
import { BELLS, heardOf, PHRASE_GAP_SECONDS, synthesise, wordsOf, type Phrase, type Sample } from '#core/sound'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { clipKey, makeSoundFile } from '~/features/carry/soundJob'
import { listenerFor, type Heard } from './support/listener'
import { between, chance } from './support/seed'
import { hasTool, shippedClips } from './support/shippedClips'

const MADE_HZ = 44_100
const ROUTINES = Number(process.env.ROUTINES ?? 10)
/** Some of them alone, by their numbers; words of all of them are looked for all the same. */
const ONLY = process.env.ONLY?.split(',').map(Number) ?? null
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

const quiet = FIRST_SETTINGS.sound.quiet
const BELL_NAMES = BELLS.filter((bell) => bell !== 'heard')
const struckAs = (name: string, sample: Sample) => ({ name, sound: synthesise(sample, MADE_HZ) })
const texts = new Map<string, Phrase>()
for (const phrase of timelines.flatMap((timeline) => wordsOf(timeline))) texts.set(phrase.text.toLowerCase(), phrase)
const NEAR_SECONDS = 0.07
const sums = { forms: [0, 0], sides: [0, 0], counts: [0, 0], ends: [0, 0], bells: [0, 0], words: [0, 0] }
const count = (what: keyof typeof sums, told: boolean, named: string, atSeconds: number) => {
  sums[what][1]! += 1
  if (told) sums[what][0]! += 1
  else console.log(`    not told, ${what}: ${named} at ${atSeconds.toFixed(2)} s`)
}
if (!hasTool('ffmpeg')) console.log('blindfold: not measured, ffmpeg is missing')
else {
  const listener = listenerFor({
    madeHz: MADE_HZ,
    bells: BELL_NAMES.map((bell) => struckAs(bell, { kind: 'bell', bell, quiet })),
    knocks: [true, false].map((strong) => struckAs(strong ? 'strong beat' : 'beat', { kind: 'beat', strong, quiet })),
    words: [...texts].flatMap(([name, phrase]) => {
      const sound = clips.clipOf(phrase)
      return sound ? [{ name, sound }] : []
    }),
  })
  const of = ([told, all]: number[]) => `${told} of ${all}`
  for (const [index, timeline] of timelines.entries()) {
    if (ONLY && !ONLY.includes(index + 1)) continue
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
    const { rung, spoken } = listener.listen(file)
    const isHeard = (all: readonly Heard[], name: string, atSeconds: number, within = NEAR_SECONDS) =>
      all.some((each) => each.name === name.toLowerCase() && Math.abs(each.atSeconds - atSeconds) < within)

    // What should have been told: by the Timeline.
    for (const { isBetween, announce, startSeconds, bodyStartSeconds, formName } of timeline.occurrences) {
      if (isBetween) continue
      const named = spoken.some(
        ({ name, atSeconds }) =>
          name === formName.toLowerCase() && atSeconds > startSeconds - 12 && atSeconds < bodyStartSeconds + 3,
      )
      count('forms', isHeard(rung, 'form', startSeconds) && (announce === 'none' || named), formName, startSeconds)
    }
    for (const { kind, startSeconds, lengthSeconds, saidSide } of timeline.segments) {
      if (kind !== 'sideChange') continue
      const word = { left: 'left side', right: 'right side', oneWay: 'one way', otherWay: 'the other way', none: '' }[
        saidSide
      ]
      const named = spoken.some(
        ({ name, atSeconds }) => name === word && Math.abs(atSeconds - startSeconds) < lengthSeconds + 4,
      )
      count('sides', isHeard(rung, 'side', startSeconds) && (word === '' || named), word, startSeconds)
    }
    count('ends', isHeard(rung, 'end', timeline.totalSeconds), 'the end', timeline.totalSeconds)
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
      if (isCount) {
        const text = cue.phrases.map((phrase) => phrase.text).join(' ')
        count('counts', all.every(Boolean), text, cue.atSeconds)
      }
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
    `blindfold, ${ONLY ? `${ONLY.length} of ` : ''}${timelines.length} routines from their files alone: changes of form told ${of(sums.forms)}, of sides ${of(sums.sides)}, counts ${of(sums.counts)}, the end ${of(sums.ends)} (aim: all); heard but not so: bells ${of(sums.bells)}, words ${of(sums.words)}`,
  )
}
