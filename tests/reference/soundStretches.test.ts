import { readFileSync } from 'node:fs'
import { MPEGDecoder } from 'mpg123-decoder'
import { describe, expect, it } from 'vitest'
import { MP3_FRAME_SAMPLES, mp3FrameBytes, mp3InfoFrame } from '#core/formats'
import { synthesise } from '#core/sound'
import { mp3EncoderHere, type ChannelSamples, type Mp3Lanes, type Samples } from '~/features/carry/mp3Encoder'
import { mp3File } from '~/features/carry/mp3File'
import { runsAll } from '../runsAll'

// Against the outside: mpg123-decoder (LGPL) hears what was encoded in stretches, and the same encoder's stream of the whole is what it is
// held against.
const RATE = 44_100
const here = mp3EncoderHere(readFileSync('node_modules/wasm-media-encoders/wasm/mp3.wasm'))
/** Several at the same time, ready in an order of their own. */
const inTurns: Mp3Lanes = {
  lanes: 3,
  async encode(samples, lengthSamples) {
    const encoded = await here.encode(samples, lengthSamples)
    await new Promise((resolve) => setTimeout(resolve, samples[0]![9_000]! > 0 ? 3 : 0))
    return encoded
  },
}
const NO_TAGS = { title: 'x', album: '', track: 0, chapters: [] }
/** Where stretches of 512 frames meet, the first of which has 544, in samples of what went in: LAME's first frame begins 576 + 529 before it. */
const seamsOf = (samples: number) =>
  Array.from({ length: 20 }, (_, index) => (544 + 512 * index) * MP3_FRAME_SAMPLES - 1105).filter((at) => at < samples)

async function bytesOf(channels: Samples, lanes: Mp3Lanes): Promise<Uint8Array> {
  const file = mp3File(channels.length as 1 | 2, NO_TAGS, lanes, 'audio/mpeg')
  for (let at = 0; at < channels[0]!.length; at += RATE)
    await file.add(channels.map((each) => each.subarray(at, at + RATE)))
  const made = await file.end()
  return new Uint8Array(await made.arrayBuffer())
}
async function decoded(bytes: Uint8Array): Promise<Float32Array[]> {
  const decoder = new MPEGDecoder({ enableGapless: true })
  await decoder.ready
  const { channelData, errors } = decoder.decode(bytes)
  decoder.free()
  expect(errors).toEqual([])
  return channelData
}
/** The same from one encoder, in one go. */
async function heardWhole(source: Samples): Promise<Float32Array[]> {
  const { stream } = await here.encode(source, source[0]!.length)
  const info = mp3InfoFrame({
    sampleRateHz: RATE,
    channels: source.length as 1 | 2,
    frameBytes: mp3FrameBytes(stream),
    samples: source[0]!.length,
  })
  return decoded(new Uint8Array(await new Blob([info, stream]).arrayBuffer()))
}
/** Mean square of what differs in a stretch of samples. */
function differing(one: Float32Array, other: Float32Array, from: number, to: number): number {
  let sum = 0
  for (let at = from; at < to; at += 1) sum += (one[at]! - (other[at] ?? 0)) ** 2
  return sum / (to - from)
}
const breath = (lengthSeconds: number): ChannelSamples =>
  new Float32Array(
    synthesise({ kind: 'breath', lengthSeconds, fromLevel: 0, toLevel: 1, timbre: 'water', quiet: false }, RATE),
  )
/** Noise that repeats for any seed. */
function hiss(seconds: number, loud: number, seed: number): ChannelSamples {
  let state = seed
  return Float32Array.from({ length: seconds * RATE }, () => {
    state = (state * 1_664_525 + 1_013_904_223) >>> 0
    return loud * (state / 2 ** 31 - 1)
  })
}
/** A note that clicks each third of a second: what an encoder changes its windows for. */
const clicks = (seconds: number): ChannelSamples =>
  Float32Array.from({ length: seconds * RATE }, (_, at) => {
    const into = at % (RATE / 3)
    return 0.6 * Math.exp(-into / 900) * Math.sin(into / 7)
  })

describe.runIf(runsAll)('an MP3 file encoded in stretches', () => {
  const sources: [string, Samples][] = [
    ['a breath', [breath(50)]],
    ['strokes', [clicks(50)]],
    ['strokes at one side, breath at the other', [clicks(50), breath(50)]],
    ['silence', [new Float32Array(50 * RATE)]],
    ['the worst, loud hiss on both sides', [hiss(50, 0.9, 1), hiss(50, 0.9, 2)]],
  ]
  it.each(sources)('of %s sounds at its seams as it does elsewhere', async (_, source) => {
    const stretches = await decoded(await bytesOf(source, inTurns))
    expect(stretches.slice(0, source.length).map(({ length }) => length)).toEqual(source.map(({ length }) => length))
    const seams = seamsOf(source[0]!.length)
    expect(seams).toHaveLength(3)
    const whole = await heardWhole(source)
    for (const [which, samples] of source.entries())
      for (const seam of seams)
        for (let frame = -8; frame < 8; frame += 1) {
          const from = seam + frame * MP3_FRAME_SAMPLES
          const to = from + MP3_FRAME_SAMPLES
          const usual = differing(samples, whole[which]!, from, to)
          expect(differing(samples, stretches[which]!, from, to)).toBeLessThanOrEqual(1.02 * usual + 1e-8)
        }
  })
  it('is the same file, however many encoders there are', async () => {
    const source = [breath(70)]
    expect(await bytesOf(source, inTurns)).toEqual(await bytesOf(source, here))
  })
})
