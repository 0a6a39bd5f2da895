import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  CEILING,
  createLoudnessMeter,
  createPeaks,
  gainCurve,
  rendered,
  SilentSessionError,
  synthesise,
  type PlacedSound,
} from '#core/sound'

const RATE = 8000
const bell = synthesise({ kind: 'bell', bell: 'form', quiet: false }, RATE)
const tone = (gain: number) =>
  synthesise({ kind: 'breath', lengthSeconds: 4, fromLevel: 0, toLevel: 1, timbre: 'reed', quiet: false }, RATE).map(
    (each) => each * gain,
  )
const at = (seconds: number, samples: Float32Array): PlacedSound => ({
  atSample: seconds * RATE,
  gain: 1,
  pan: 0,
  samples: () => samples,
})
function render(sounds: readonly PlacedSound[], seconds: number) {
  const steps = rendered(sounds, {
    channels: 1,
    sampleRateHz: RATE,
    lengthSamples: seconds * RATE,
    targetLufs: -18,
  })
  const samples: number[] = []
  const shares: number[] = []
  for (;;) {
    const step = steps.next()
    if (step.done) return { lufs: step.value, samples, shares }
    shares.push(step.value.share)
    if (step.value.block) samples.push(...step.value.block[0]!)
  }
}
const peakOf = (samples: readonly number[]) => samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0)

describe('a rendered session', () => {
  const soft = Array.from({ length: 5 }, (_, index) => at(index * 4, tone(0.05)))
  it('is as loud as it should be, however soft or loud it was made', () => {
    for (const gain of [0.008, 0.05, 0.5, 3]) {
      const made = render(
        Array.from({ length: 5 }, (_, index) => at(index * 4, tone(gain))),
        20,
      )
      expect(made.lufs).toBeCloseTo(-18, 1)
    }
  })
  it('says what loudness it has: another meter over all of it finds the same', () => {
    const made = render(soft, 20)
    const meter = createLoudnessMeter(1, RATE)
    meter.add([Float32Array.from(made.samples)])
    expect(made.lufs).toBeCloseTo(meter.lufs(), 6)
  })
  it('turns loud bells down over soft tones rather than clip, and is still near its loudness', () => {
    const made = render([...soft, at(2, bell), at(9, bell)], 20)
    expect(peakOf(made.samples)).toBeLessThanOrEqual(CEILING + 1e-6)
    // At the gain that the tones want, the bells would pass the top: something had to be turned down.
    const gain = peakOf(render(soft, 20).samples) / peakOf([...tone(0.05)])
    expect(peakOf([...bell]) * gain).toBeGreaterThan(1)
    expect(Math.abs(made.lufs + 18)).toBeLessThan(0.3)
  })
  it('is as long as it should be, and tells how far it is without ever going back', () => {
    const { samples, shares } = render(soft, 20)
    expect(samples).toHaveLength(20 * RATE)
    expect(shares).toEqual([...shares].sort((one, other) => one - other))
    expect(shares.at(-1)).toBe(1)
  })
  it('refuses to be nothing but silence', () => {
    expect(() => render([], 5)).toThrow(SilentSessionError)
  })
})

describe('turning peaks down', () => {
  it('never lets one pass, and leaves what is soft at its gain', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { minLength: 1, maxLength: 200 }),
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        (loud, gain) => {
          const samples = Float32Array.from(loud.flatMap((each) => Array<number>(13).fill(each)))
          const peaks = createPeaks(RATE, samples.length)
          peaks.add([samples])
          const factor = gainCurve(peaks.all(), gain, peaks.windowSamples)
          samples.forEach((each, index) => {
            expect(each * factor(index)).toBeLessThanOrEqual(CEILING * (1 + 1e-6) + 1e-9)
            expect(factor(index)).toBeLessThanOrEqual(gain + 1e-9)
          })
          if (samples.every((each) => each * gain <= CEILING)) expect(factor(samples.length - 1)).toBe(gain)
        },
      ),
    )
  })
  it('comes back to its gain after a peak, not at once', () => {
    const peaks = [...Array<number>(100).fill(0.1), 2, ...Array<number>(200).fill(0.1)]
    const factor = gainCurve(peaks, 1, 40)
    expect(factor(100 * 40 + 20)).toBeLessThan(0.5)
    expect(factor(103 * 40)).toBeLessThan(0.6)
    expect(factor(299 * 40)).toBe(1)
    expect(factor(0)).toBe(1)
  })
})
