/** Finding known sounds in a recording, by matched filters: correlation by fast Fourier transform (Cooley and Tukey, radix 2). */

const BLOCK = 1 << 16
const COS = Float64Array.from({ length: BLOCK / 2 }, (_, k) => Math.cos((2 * Math.PI * k) / BLOCK))
const SIN = Float64Array.from({ length: BLOCK / 2 }, (_, k) => Math.sin((2 * Math.PI * k) / BLOCK))

/** In place; `re` and `im` have a length that is a power of two, and at most a block. */
function transform(re: Float64Array, im: Float64Array, inverse: boolean): void {
  const n = re.length
  for (let i = 1, j = 0; i < n; i += 1) {
    let bit = n >> 1
    for (; j & bit; bit >>= 1) j ^= bit
    j ^= bit
    if (i >= j) continue
    ;[re[i], re[j]] = [re[j]!, re[i]!]
    ;[im[i], im[j]] = [im[j]!, im[i]!]
  }
  const sign = inverse ? 1 : -1
  for (let length = 2; length <= n; length <<= 1) {
    const half = length / 2
    const turn = BLOCK / length
    for (let from = 0; from < n; from += length) {
      for (let k = 0; k < half; k += 1) {
        const wRe = COS[k * turn]!
        const wIm = sign * SIN[k * turn]!
        const other = from + k + half
        const tRe = re[other]! * wRe - im[other]! * wIm
        const tIm = re[other]! * wIm + im[other]! * wRe
        re[other] = re[from + k]! - tRe
        im[other] = im[from + k]! - tIm
        re[from + k]! += tRe
        im[from + k]! += tIm
      }
    }
  }
  if (inverse) {
    for (let at = 0; at < n; at += 1) {
      re[at]! /= n
      im[at]! /= n
    }
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
  likeness: number
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
    transform(re, im, false)
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
    find(one: Float32Array, other: Float32Array, leastLikeness: number, apartSamples: number) {
      const pair = [one, other]
      const re = new Float64Array(BLOCK)
      const im = new Float64Array(BLOCK)
      re.set(one)
      im.set(other)
      transform(re, im, false)
      const own = pair.map((sound) => sound.reduce((sum, each) => sum + each * each, 0))
      const found: FoundSound[][] = [[], []]
      for (const block of blocks) {
        const outRe = new Float64Array(BLOCK)
        const outIm = new Float64Array(BLOCK)
        for (let at = 0; at < BLOCK; at += 1) {
          outRe[at] = block.re[at]! * re[at]! + block.im[at]! * im[at]!
          outIm[at] = block.im[at]! * re[at]! - block.re[at]! * im[at]!
        }
        transform(outRe, outIm, true)
        for (let lag = 0; lag < step && block.from + lag < recording.length; lag += 1) {
          const at = block.from + lag
          for (let which = 0; which < 2; which += 1) {
            const match = which === 0 ? outRe[lag]! : -outIm[lag]!
            if (match <= 0) continue
            const there = energy[Math.min(recording.length, at + pair[which]!.length)]! - energy[at]!
            const likeness = match / Math.sqrt(Math.max(1e-12, there * own[which]!))
            if (likeness < leastLikeness) continue
            const here = { at, likeness, gain: match / own[which]! }
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
