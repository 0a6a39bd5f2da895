import { describe, expect, it } from 'vitest'
import { BELLS, synthesise } from '#core/sound'

const RATE = 44_100
const PLAIN = { timbre: 'reed', quiet: false } as const
const peak = (samples: Float32Array) => samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)

/** Pitch between two moments, from the times at which the wave crosses zero upwards. */
function pitchHz(samples: Float32Array, from: number, to: number): number {
  let crossings = 0
  let first = 0
  let last = 0
  for (let index = Math.round(from * RATE) + 1; index < to * RATE; index += 1) {
    if (samples[index - 1]! < 0 && samples[index]! >= 0) {
      crossings += 1
      last = index
      first ||= index
    }
  }
  return ((crossings - 1) * RATE) / (last - first)
}

describe('the breath tone', () => {
  const rising = synthesise({ kind: 'breath', lengthSeconds: 4, fromLevel: 0, toLevel: 1, ...PLAIN }, RATE)
  it('lasts exactly as long as the breath', () => {
    expect(rising).toHaveLength(4 * RATE)
    expect(
      synthesise({ kind: 'breath', lengthSeconds: 5.25, fromLevel: 1, toLevel: 0, ...PLAIN }, 48_000),
    ).toHaveLength(252_000)
  })
  it('rises from A2 to E3 with the in-breath, and falls with the out-breath', () => {
    expect(pitchHz(rising, 0.1, 0.4)).toBeCloseTo(111, -0.5)
    expect(pitchHz(rising, 3.6, 3.9)).toBeCloseTo(164, -0.5)
    const falling = synthesise({ kind: 'breath', lengthSeconds: 4, fromLevel: 1, toLevel: 0, ...PLAIN }, RATE)
    expect(pitchHz(falling, 0.1, 0.4)).toBeGreaterThan(pitchHz(falling, 3.6, 3.9) + 40)
  })
  it('begins and ends in silence, so that nothing clicks', () => {
    expect(Math.abs(rising[0]!)).toBeLessThan(1e-3)
    expect(Math.abs(rising.at(-1)!)).toBeLessThan(1e-3)
  })
})

describe('bells and knocks', () => {
  it.each(BELLS)('the %s bell is heard and does not clip', (bell) => {
    const samples = synthesise({ kind: 'bell', bell, quiet: false }, RATE)
    expect(peak(samples)).toBeGreaterThan(0.1)
    expect(peak(samples)).toBeLessThan(1)
    expect(Math.abs(samples.at(-1)!)).toBeLessThan(1e-3)
  })
  it('are told apart', () => {
    const sums = BELLS.map((bell) =>
      synthesise({ kind: 'bell', bell, quiet: false }, RATE).reduce((sum, sample) => sum + sample * sample, 0),
    )
    expect(new Set(sums.map((sum) => sum.toFixed(3))).size).toBe(BELLS.length)
  })
  it('the strong beat is louder', () => {
    expect(peak(synthesise({ kind: 'beat', strong: true, quiet: false }, RATE))).toBeGreaterThan(
      1.3 * peak(synthesise({ kind: 'beat', strong: false, quiet: false }, RATE)),
    )
  })
})
