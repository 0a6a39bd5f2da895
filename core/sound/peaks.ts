import { createStretches } from './stretches'

/** Nothing passes this: what an encoder adds to a peak stays below the top. In dB below it, 1.5. Our choice. */
export const CEILING = Math.pow(10, -1.5 / 20)
/** Peaks are kept for windows of so long; loud ones are turned down by so much from one to the next at most, in dB. Our choice. */
const WINDOW_SECONDS = 0.005
const FALL_DB = 2
const RISE_DB = 0.12

function loudest(samples: Float32Array, from: number, to: number): number {
  let most = 0
  for (let index = from; index < to; index += 1) most = Math.max(most, Math.abs(samples[index]!))
  return most
}

/** The loudest sample of each window of a sound that is heard block by block. */
export function createPeaks(rate: number) {
  const windowSamples = Math.round(rate * WINDOW_SECONDS)
  const peaks = createStretches(
    windowSamples,
    (channels, from, to) => Math.max(...channels.map((channel) => loudest(channel, from, to))),
    Math.max,
  )
  return {
    windowSamples,
    add: peaks.add,
    /** With the last window, whole or not. */
    all(): number[] {
      const last = peaks.unfinished()
      return last === null ? peaks.whole : [...peaks.whole, last]
    },
  }
}

/**
 * By how much each moment is turned so that none passes the ceiling: `gain` where nothing does, and softly less around what would. It
 * looks both ways in time, so nothing is late and nothing is cut off. The answer gives the factor at a sample.
 */
export function gainCurve(peaks: readonly number[], gain: number, windowSamples: number): (atSample: number) => number {
  const fall = Math.pow(10, FALL_DB / 20)
  const rise = Math.pow(10, RISE_DB / 20)
  const needed = peaks.map((peak) => (peak * gain > CEILING ? CEILING / peak : gain))
  // Between two knots the factor goes straight: each knot serves the windows on both sides of it.
  const knots = Array.from({ length: needed.length + 1 }, (_, at) =>
    Math.min(needed[at - 1] ?? gain, needed[at] ?? gain),
  )
  for (let at = 1; at < knots.length; at += 1) knots[at] = Math.min(knots[at]!, knots[at - 1]! * rise)
  for (let at = knots.length - 2; at >= 0; at -= 1) knots[at] = Math.min(knots[at]!, knots[at + 1]! * fall)
  return (atSample) => {
    const at = Math.min(knots.length - 2, Math.floor(atSample / windowSamples))
    const share = Math.min(1, atSample / windowSamples - at)
    return knots[at]! + (knots[at + 1]! - knots[at]!) * share
  }
}
