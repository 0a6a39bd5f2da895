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

/** The loudest sample of each window of a sound of at most `mostSamples`, which is heard block by block. */
export function createPeaks(rate: number, mostSamples: number) {
  const windowSamples = Math.round(rate * WINDOW_SECONDS)
  // A long session has hundreds of thousands of windows.
  const peaks = new Float32Array(Math.ceil(mostSamples / windowSamples))
  let windows = 0
  const stretches = createStretches(
    windowSamples,
    (channels, from, to) => channels.reduce((most, channel) => Math.max(most, loudest(channel, from, to)), 0),
    Math.max,
    (peak) => (peaks[windows++] = peak),
  )
  return {
    windowSamples,
    add: stretches.add,
    /** With the last window, whole or not. */
    all(): Float32Array {
      const last = stretches.unfinished()
      if (last !== null) peaks[windows] = last
      return peaks.subarray(0, last === null ? windows : windows + 1)
    },
  }
}

/**
 * By how much each moment is turned so that none passes the ceiling: `gain` where nothing does, and softly less around what would. It
 * looks both ways in time, so nothing is late and nothing is cut off. The answer gives the factor at a sample.
 */
export function gainCurve(peaks: ArrayLike<number>, gain: number, windowSamples: number): (atSample: number) => number {
  const fall = Math.pow(10, FALL_DB / 20)
  const rise = Math.pow(10, RISE_DB / 20)
  // Between two knots the factor goes straight: each knot serves the windows on both sides of it.
  const knots = new Float64Array(peaks.length + 1).fill(gain)
  for (let at = 0; at < peaks.length; at += 1) {
    if (peaks[at]! * gain <= CEILING) continue
    const needed = CEILING / peaks[at]!
    knots[at] = Math.min(knots[at]!, needed)
    knots[at + 1] = Math.min(knots[at + 1]!, needed)
  }
  for (let at = 1; at < knots.length; at += 1) knots[at] = Math.min(knots[at]!, knots[at - 1]! * rise)
  for (let at = knots.length - 2; at >= 0; at -= 1) knots[at] = Math.min(knots[at]!, knots[at + 1]! * fall)
  return (atSample) => {
    const at = Math.min(knots.length - 2, Math.floor(atSample / windowSamples))
    const share = Math.min(1, atSample / windowSamples - at)
    return knots[at]! + (knots[at + 1]! - knots[at]!) * share
  }
}
