import { createLoudnessMeter } from './loudness'
import { mixed, type PlacedSound } from './mix'
import { CEILING, createPeaks, gainCurve } from './peaks'

/** How loud a session's file is, as what is broadcast for earphones and speakers alike is levelled. Our choice, in LUFS. */
export const TARGET_LUFS = -18

export interface RenderSetting {
  channels: 1 | 2
  sampleRateHz: number
  lengthSamples: number
  targetLufs: number
}

/** What a rendering gives bit by bit: how far it is, and samples once it is known how loud they must be (in the same arrays each time). */
export interface RenderStep {
  share: number
  block: Float32Array[] | null
}

/** Nothing at all would be heard. */
export class SilentSessionError extends Error {
  constructor() {
    super('Nothing of this session would be heard: no bells, no breath, no words.')
    this.name = 'SilentSessionError'
  }
}

/**
 * A session as samples at the target loudness, no peak above the ceiling. It is mixed once to be measured and once more to be given, block
 * by block, so that nothing but the present block is held. Its answer is the loudness of what was given. Throws SilentSessionError.
 */
export function* rendered(
  sounds: readonly PlacedSound[],
  { channels, sampleRateHz, lengthSamples, targetLufs }: RenderSetting,
): Generator<RenderStep, number> {
  const mix = () => mixed(sounds, { channels, lengthSamples, blockSamples: sampleRateHz })
  const peaks = createPeaks(sampleRateHz, lengthSamples)
  const plain = createLoudnessMeter(channels, sampleRateHz)
  let at = 0
  for (const block of mix()) {
    peaks.add(block)
    plain.add(block)
    at += block[0]!.length
    yield { share: (MEASURED_SHARE * at) / lengthSamples, block: null }
  }
  const windows = peaks.all()
  if (windows.every((peak) => peak === 0)) throw new SilentSessionError()
  // What is softer than any gate is left as it is.
  const missing = plain.lufs() === -Infinity ? 0 : targetLufs - plain.lufs()
  const gain = Math.pow(10, missing / 20)
  const factor = gainCurve(windows, gain, peaks.windowSamples)
  // Where nothing is turned down, the loudness is known.
  const given = windows.some((peak) => peak * gain > CEILING) ? createLoudnessMeter(channels, sampleRateHz) : null
  at = 0
  for (const block of mix()) {
    turn(block, at, factor)
    given?.add(block)
    at += block[0]!.length
    yield { share: MEASURED_SHARE + ((1 - MEASURED_SHARE) * at) / lengthSamples, block }
  }
  return given ? given.lufs() : plain.lufs() + missing
}
/** Measuring takes about this share of the time, encoding the rest. */
const MEASURED_SHARE = 0.25

function turn(block: Float32Array[], from: number, factor: (atSample: number) => number): void {
  for (let index = 0; index < block[0]!.length; index += 1) {
    const by = factor(from + index)
    for (const channel of block) channel[index]! *= by
  }
}
