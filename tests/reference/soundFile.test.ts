import { readFileSync } from 'node:fs'
import { MPEGDecoder } from 'mpg123-decoder'
import { parseBuffer } from 'music-metadata'
import { beforeAll, describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { FIRST_SETTINGS } from '#core/formats'
import { heardOf, PHRASE_GAP_SECONDS, sampleOf, synthesise, type Cue, type Phrase } from '#core/sound'
import { chaptersOf, compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { clipKey, makeSoundFile, type SoundMade } from '~/features/carry/soundJob'
import { id3Of } from '~/features/carry/tags'
import { runsAll } from '../runsAll'

// Against the outside: mpg123-decoder (the decoder of mpg123, LGPL, made into WebAssembly) hears the MP3 file, and music-metadata (MIT)
// reads its tags and chapters (ID3v2.3 and its chapter frame addendum). Neither shares code with what makes the file.
const RATE = 44_100
const mp3Wasm = readFileSync('node_modules/wasm-media-encoders/wasm/mp3.wasm')
const routine = SHIPPED_ROUTINES.find(({ id }) => id === 'back-of-the-shop')!
const timeline = compileTimeline({
  routine,
  forms: CATALOGUE,
  ways: [],
  pace: steadyPace(3, 4),
  rules: USUAL_HOUSE_RULES,
})
/** In the place of a voice, two quick strokes of a pitch of their own for each word. */
function clipOf({ text }: Phrase): Float32Array {
  const hz = 500 + ([...text].reduce((sum, letter) => sum + letter.charCodeAt(0), 0) % 40) * 35
  return Float32Array.from({ length: 0.3 * RATE }, (_, at) => {
    const into = at % (0.15 * RATE)
    return 0.5 * Math.exp(-into / (0.02 * RATE)) * Math.sin((2 * Math.PI * hz * into) / RATE)
  })
}
const cues = heardOf(timeline, {
  breathTones: true,
  voice: FIRST_SETTINGS.voice,
  secondsOf: (phrases) => phrases.length * (0.3 + PHRASE_GAP_SECONDS),
})
const clips = new Map(
  cues.flatMap((cue) =>
    cue.kind === 'voice' ? cue.phrases.map((each) => [clipKey(each), clipOf(each)] as const) : [],
  ),
)
const job = {
  title: routine.name,
  album: 'A week',
  track: 3,
  timeline,
  cues,
  clips,
  apart: 0,
  sound: FIRST_SETTINGS.sound,
}

/** How far, in seconds, a sound is heard from where it should be: where it matches best within 40 ms. */
function offBy(heard: Float32Array, atSeconds: number, sound: Float32Array): number {
  const length = Math.min(sound.length, 0.06 * RATE)
  const within = Math.round(0.04 * RATE)
  const from = Math.round(atSeconds * RATE)
  let best = { lag: 0, match: -Infinity }
  for (let lag = -within; lag <= within; lag += 1) {
    let match = 0
    for (let at = 0; at < length; at += 1) match += (heard[from + lag + at] ?? 0) * sound[at]!
    if (match > best.match) best = { lag, match }
  }
  return best.lag / RATE
}
/** All that has a sharp beginning: bells, and the first word of what is said, not over a bell. */
const struck = (): { atSeconds: number; sound: Float32Array }[] => {
  const bells = cues.filter((cue): cue is Cue & { kind: 'bell' } => cue.kind === 'bell')
  const isClear = ({ atSeconds }: Cue) =>
    bells.every((bell) => atSeconds < bell.atSeconds || atSeconds > bell.atSeconds + 2)
  return [
    ...bells.map((cue) => ({
      atSeconds: cue.atSeconds,
      sound: synthesise(sampleOf(cue, FIRST_SETTINGS.sound) as never, RATE),
    })),
    ...cues.flatMap((cue) =>
      cue.kind === 'voice' && isClear(cue) ? [{ atSeconds: cue.atSeconds, sound: clipOf(cue.phrases[0]!) }] : [],
    ),
  ]
}

describe.runIf(runsAll)('a session as an MP3 file', () => {
  let made: SoundMade
  let bytes: Uint8Array
  let heard: Float32Array
  beforeAll(async () => {
    made = await makeSoundFile({ ...job, format: 'mp3' }, mp3Wasm, () => {})
    bytes = new Uint8Array(await made.file.arrayBuffer())
    const decoder = new MPEGDecoder({ enableGapless: true })
    await decoder.ready
    const decoded = decoder.decode(bytes)
    expect(decoded.sampleRate).toBe(RATE)
    heard = decoded.channelData[0]!
    decoder.free()
  })

  it('is heard as long as it was made, to the sample', () => {
    expect(heard.length).toBe(Math.round(made.seconds * RATE))
    expect(made.seconds).toBeGreaterThan(timeline.totalSeconds)
  })
  it('has every bell and every word within 2 ms of the Timeline', () => {
    const sounds = struck()
    expect(sounds.length).toBeGreaterThan(15)
    for (const { atSeconds, sound } of sounds) expect(Math.abs(offBy(heard, atSeconds, sound))).toBeLessThan(0.002)
  })
  it('has both channels, as long as it was made, where sides are heard apart', async () => {
    const apart = await makeSoundFile({ ...job, apart: 0.7, format: 'mp3' }, mp3Wasm, () => {})
    const decoder = new MPEGDecoder({ enableGapless: true })
    await decoder.ready
    const { channelData, errors } = decoder.decode(new Uint8Array(await apart.file.arrayBuffer()))
    decoder.free()
    expect(errors).toEqual([])
    expect(channelData.map(({ length }) => length)).toEqual(Array(2).fill(Math.round(apart.seconds * RATE)))
  })
  it('does not clip', () => {
    expect(heard.reduce((most, each) => Math.max(most, Math.abs(each)), 0)).toBeLessThan(1)
  })
  it('says what it is, and has a chapter for each form where the Timeline has it', async () => {
    const { common, format } = await parseBuffer(bytes, { mimeType: 'audio/mpeg' }, { includeChapters: true })
    expect(common).toMatchObject({ title: routine.name, album: 'A week', track: { no: 3 } })
    expect(format.duration).toBeCloseTo(made.seconds, 1)
    const wanted = chaptersOf(timeline, made.seconds)
    expect(wanted.length).toBe(totalsOf(timeline).bySteps.length)
    expect(format.chapters!.map(({ title }) => title)).toEqual(wanted.map(({ title }) => title))
    format.chapters!.forEach(({ start, end }, index) => {
      expect(start).toBeCloseTo(wanted[index]!.startSeconds, 2)
      expect(end).toBeCloseTo(wanted[index]!.endSeconds, 2)
    })
  })
})

describe.runIf(runsAll)('a session of more chapters than a table of contents holds', () => {
  it('keeps what fits, and its last chapter lasts to the end', async () => {
    const chapters = Array.from({ length: 300 }, (_, index) => ({
      startSeconds: index * 10,
      endSeconds: index * 10 + 10,
      title: `Form ${index}`,
    }))
    const tags = id3Of({ title: 'Long', album: '', track: 0, chapters })
    const { format } = await parseBuffer(tags, { mimeType: 'audio/mpeg' }, { includeChapters: true })
    expect(format.chapters).toHaveLength(255)
    expect(format.chapters!.at(-1)).toMatchObject({ title: 'Form 254', start: 2540, end: 3000 })
  })
})

describe('a session as a WAV file', () => {
  it('is read as what it is, on two channels, as long as it was made', async () => {
    const made = await makeSoundFile({ ...job, apart: 0.7, format: 'wav' }, mp3Wasm, () => {})
    const bytes = new Uint8Array(await made.file.arrayBuffer())
    const { format } = await parseBuffer(bytes, { mimeType: 'audio/wav' })
    expect(format).toMatchObject({ numberOfChannels: 2, sampleRate: RATE, bitsPerSample: 16 })
    expect(format.duration).toBeCloseTo(made.seconds, 3)
  })
})

describe.runIf(runsAll)('the making', () => {
  it('tells how far it is, and stops at a session without any sound', async () => {
    const shares: number[] = []
    await makeSoundFile({ ...job, format: 'wav' }, mp3Wasm, (share) => shares.push(share))
    expect(shares.length).toBeGreaterThan(20)
    expect(shares).toEqual([...shares].sort((one, other) => one - other))
    await expect(makeSoundFile({ ...job, cues: [], format: 'mp3' }, mp3Wasm, () => {})).rejects.toThrow(
      'Nothing of this session would be heard',
    )
  })
})
