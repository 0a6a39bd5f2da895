import { createStretches } from './stretches'

/**
 * Loudness as ITU-R BS.1770-4 measures it (and EBU R 128 uses it), in LUFS. The two filters of its annex 1 are given for 48 kHz; for other
 * rates they are worked out anew from the same analogue filters, with the constants that B. De Man worked out from them ("Evaluation of
 * implementations of the EBU R128 loudness measurement", AES 145, 2018; from memory), held by the reference test against the table.
 */
export interface LoudnessMeter {
  add: (channels: readonly Float32Array[]) => void
  /** Of all so far, with both gates; -Infinity where nothing passes them. */
  lufs: () => number
}

interface Biquad {
  b: [number, number, number]
  a: [number, number]
}

/** The high shelf and the high pass that stand for head and ear, at a sample rate in Hz. */
export function earFilters(rate: number): [Biquad, Biquad] {
  return [shelf(rate), highPass(rate)]
}

function shelf(rate: number): Biquad {
  const gain = Math.pow(10, 3.999843853973347 / 20)
  const k = Math.tan((Math.PI * 1681.974450955533) / rate)
  const q = 0.7071752369554196
  const half = Math.pow(gain, 0.4996667741545416)
  const scale = 1 + k / q + k * k
  return {
    b: [(gain + (half * k) / q + k * k) / scale, (2 * (k * k - gain)) / scale, (gain - (half * k) / q + k * k) / scale],
    a: [(2 * (k * k - 1)) / scale, (1 - k / q + k * k) / scale],
  }
}

function highPass(rate: number): Biquad {
  const k = Math.tan((Math.PI * 38.13547087602444) / rate)
  const q = 0.5003270373238773
  const scale = 1 + k / q + k * k
  return { b: [1, -2, 1], a: [(2 * (k * k - 1)) / scale, (1 - k / q + k * k) / scale] }
}

const ABSOLUTE_GATE_LUFS = -70
const RELATIVE_GATE_LU = -10
/** A gating block is 400 ms, and begins every 100 ms. */
const STEPS_PER_BLOCK = 4
const lufsOf = (meanSquare: number) => -0.691 + 10 * Math.log10(meanSquare)

export function createLoudnessMeter(channels: number, rate: number): LoudnessMeter {
  const filters = Array.from({ length: channels }, () => heardEnergy(earFilters(rate)))
  const stepSamples = Math.round(rate / 10)
  /** The energy of each step of 100 ms, all channels together. */
  const steps: number[] = []
  const { add } = createStretches(
    stepSamples,
    (block, from, to) => filters.reduce((sum, energyOf, which) => sum + energyOf(block[which]!, from, to), 0),
    (before, now) => before + now,
    (energy) => steps.push(energy),
  )

  function blocks(): number[] {
    const sums: number[] = []
    for (let at = 0; at + STEPS_PER_BLOCK <= steps.length; at += 1)
      sums.push(
        steps.slice(at, at + STEPS_PER_BLOCK).reduce((sum, each) => sum + each, 0) / (STEPS_PER_BLOCK * stepSamples),
      )
    return sums
  }
  const mean = (of: readonly number[]) => of.reduce((sum, each) => sum + each, 0) / of.length

  return {
    add,
    lufs() {
      const loud = blocks().filter((each) => lufsOf(each) > ABSOLUTE_GATE_LUFS)
      if (loud.length === 0) return -Infinity
      const gate = lufsOf(mean(loud)) + RELATIVE_GATE_LU
      return lufsOf(mean(loud.filter((each) => lufsOf(each) > gate)))
    },
  }
}

/** Far below any gate. */
const FADED = 1e-15

/** The energy of a stretch of samples behind both filters (transposed direct form II), which remember what came before. */
function heardEnergy([ear, head]: [Biquad, Biquad]): (samples: Float32Array, from: number, to: number) => number {
  const {
    b: [e0, e1, e2],
    a: [f1, f2],
  } = ear
  const {
    b: [h0, h1, h2],
    a: [g1, g2],
  } = head
  // What is remembered lies in an array of numbers: a variable of a closure would be made anew for each sample.
  const memory = new Float64Array(4)
  return (samples, from, to) => {
    let [ear1, ear2, head1, head2] = memory as unknown as [number, number, number, number]
    let energy = 0
    for (let index = from; index < to; index += 1) {
      const sample = samples[index]!
      const between = e0 * sample + ear1
      ear1 = e1 * sample - f1 * between + ear2
      ear2 = e2 * sample - f2 * between
      const heard = h0 * between + head1
      head1 = h1 * between - g1 * heard + head2
      head2 = h2 * between - g2 * heard
      energy += heard * heard
    }
    // In silence they fade towards nothing for ever, and numbers as small as that are slow.
    if (Math.abs(head1) + Math.abs(head2) + Math.abs(ear1) + Math.abs(ear2) < FADED) ear1 = ear2 = head1 = head2 = 0
    memory.set([ear1, ear2, head1, head2])
    return energy
  }
}
