/** Finding known sounds in a recording, by matched filters: correlation by fast Fourier transform (Cooley and Tukey, radix 2). */

const BLOCK = 1 << 16
/** The turns of each stage, one after the other: those of stages of `length` begin at `length / 2`. */
const COS = new Float64Array(BLOCK)
const SIN = new Float64Array(BLOCK)
for (let half = 1; half < BLOCK; half *= 2) {
  for (let k = 0; k < half; k += 1) {
    COS[half + k] = Math.cos((Math.PI * k) / half)
    SIN[half + k] = Math.sin((Math.PI * k) / half)
  }
}

/**
 * In place, from samples to frequencies in bit-reversed order (decimation in frequency), and back from that order: what is multiplied
 * frequency by frequency need not be in order. The turns of a stage lie beside each other.
 */
function toFrequencies(re: Float64Array, im: Float64Array): void {
  for (let half = BLOCK / 2; half >= 1; half /= 2) {
    for (let from = 0; from < BLOCK; from += 2 * half) {
      for (let k = 0, at = from; k < half; k += 1, at += 1) {
        const other = at + half
        const wRe = COS[half + k]!
        const wIm = SIN[half + k]!
        const dRe = re[at]! - re[other]!
        const dIm = im[at]! - im[other]!
        re[at] = re[at]! + re[other]!
        im[at] = im[at]! + im[other]!
        re[other] = dRe * wRe + dIm * wIm
        im[other] = dIm * wRe - dRe * wIm
      }
    }
  }
}
function toSamples(re: Float64Array, im: Float64Array): void {
  for (let half = 1; half < BLOCK; half *= 2) {
    for (let from = 0; from < BLOCK; from += 2 * half) {
      for (let k = 0, at = from; k < half; k += 1, at += 1) {
        const other = at + half
        const wRe = COS[half + k]!
        const wIm = SIN[half + k]!
        const tRe = re[other]! * wRe - im[other]! * wIm
        const tIm = re[other]! * wIm + im[other]! * wRe
        re[other] = re[at]! - tRe
        im[other] = im[at]! - tIm
        re[at] = re[at]! + tRe
        im[at] = im[at]! + tIm
      }
    }
  }
  for (let at = 0; at < BLOCK; at += 1) {
    re[at]! /= BLOCK
    im[at]! /= BLOCK
  }
}

interface Block {
  from: number
  re: Float64Array
  im: Float64Array
}

/** A sound found in a recording: at which sample, how like it is, and how loud against itself. */
export interface FoundSound {
  at: number
  correlation: number
  gain: number
}

/** A recording, made ready to be searched for many sounds. */
export function searchable(recording: Float32Array, longestSamples: number) {
  const step = BLOCK - longestSamples
  const blocks: Block[] = []
  for (let from = 0; from < recording.length; from += step) {
    const re = new Float64Array(BLOCK)
    re.set(recording.subarray(from, from + BLOCK))
    const im = new Float64Array(BLOCK)
    toFrequencies(re, im)
    blocks.push({ from, re, im })
  }
  /** The energy up to each sample. */
  const energy = new Float64Array(recording.length + 1)
  recording.forEach((each, at) => (energy[at + 1] = energy[at]! + each * each))

  return {
    /**
     * Where two sounds lie in the recording: every peak that is like one of them, from 0 to 1 whatever the loudness, by at least so much.
     * Two at once, as real and imaginary part of one transform.
     */
    find(one: Float32Array, other: Float32Array, leastCorrelation: number, apartSamples: number) {
      const pair = [one, other]
      const re = new Float64Array(BLOCK)
      const im = new Float64Array(BLOCK)
      re.set(one)
      im.set(other)
      toFrequencies(re, im)
      const own = pair.map((sound) => sound.reduce((sum, each) => sum + each * each, 0))
      const found: FoundSound[][] = [[], []]
      for (const block of blocks) {
        const outRe = new Float64Array(BLOCK)
        const outIm = new Float64Array(BLOCK)
        for (let at = 0; at < BLOCK; at += 1) {
          outRe[at] = block.re[at]! * re[at]! + block.im[at]! * im[at]!
          outIm[at] = block.im[at]! * re[at]! - block.re[at]! * im[at]!
        }
        toSamples(outRe, outIm)
        for (let lag = 0; lag < step && block.from + lag < recording.length; lag += 1) {
          const at = block.from + lag
          for (let which = 0; which < 2; which += 1) {
            const match = which === 0 ? outRe[lag]! : -outIm[lag]!
            if (match <= 0) continue
            const there = energy[Math.min(recording.length, at + pair[which]!.length)]! - energy[at]!
            const correlation = match / Math.sqrt(Math.max(1e-12, there * own[which]!))
            if (correlation < leastCorrelation) continue
            const here = { at, correlation, gain: match / own[which]! }
            const last = found[which]!.at(-1)
            if (last && at - last.at < apartSamples) {
              // The same sound again some waves later may be as like: where it lies, most of it is explained.
              if (here.gain > last.gain) found[which]![found[which]!.length - 1] = here
            } else found[which]!.push(here)
          }
        }
      }
      return found as [FoundSound[], FoundSound[]]
    },
  }
}
