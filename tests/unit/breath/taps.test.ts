import { chanceFrom } from '#core/basics'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { estimateFromTaps } from '#core/breath'

/** Taps of a breath with uneven thumbs: in, out, in, out, from 0 on. */
function taps(inSeconds: number, outSeconds: number, seconds: number, seed = 1, jitter = 0.12): number[] {
  const chance = chanceFrom(seed)
  const list: number[] = []
  for (let at = 0, phase = 0; at < seconds; phase += 1) {
    list.push(at + (chance() - 0.5) * 2 * jitter)
    at += phase % 2 === 0 ? inSeconds : outSeconds
  }
  return list.map((tap) => tap - list[0]!)
}
function expectBreath(list: number[], inSeconds: number, outSeconds: number, within = 0.2) {
  const measured = estimateFromTaps(list)
  if (!measured.ok) throw new Error(measured.why)
  expect(Math.abs(measured.estimate.inSeconds - inSeconds)).toBeLessThan(within)
  expect(Math.abs(measured.estimate.outSeconds - outSeconds)).toBeLessThan(within)
  return measured.estimate
}

describe('a breath from taps', () => {
  it('tells in- and out-breath apart, with their spread', () => {
    const estimate = expectBreath(taps(3, 4.5, 65), 3, 4.5)
    expect(estimate).toMatchObject({ missed: 0, doubled: 0, sighs: 0 })
    expect(estimate.inSpreadSeconds).toBeLessThan(0.3)
  })
  it('sees through missed taps, wherever they are', () => {
    for (const gone of [[5], [6], [3, 10], [4, 9, 12]]) {
      const estimate = expectBreath(
        taps(3, 4.5, 70).filter((_, index) => !gone.includes(index)),
        3,
        4.5,
      )
      expect(estimate.missed).toBe(gone.length)
    }
  })
  it('takes a last breath that is a sigh for a sigh, and not for a missed tap', () => {
    const list = taps(4, 6, 80, 1, 0)
    const [last] = list.slice(-1)
    expect(expectBreath([...list, last! + (list.length % 2 === 1 ? 7 : 9)], 4, 6).missed).toBe(0)
  })
  it('sees through doubled taps and sighs', () => {
    const list = taps(3, 4.5, 70)
    const doubled = [...list, list[4]! + 0.2, list[9]! + 0.3].sort((one, other) => one - other)
    expect(expectBreath(doubled, 3, 4.5).doubled).toBe(2)
    const sigh = list.map((tap, index) => (index > 7 ? tap + 5 : tap))
    expectBreath(sigh, 3, 4.5)
  })
  it('holds for breaths from 4 to 24 a minute, with a thumb that misses and doubles', () => {
    const cases = fc.record({
      rate: fc.double({ min: 4, max: 24, noNaN: true }),
      inShare: fc.double({ min: 0.33, max: 0.48, noNaN: true }),
      seed: fc.integer({ min: 1, max: 1e6 }),
      gone: fc.integer({ min: 3, max: 12 }),
    })
    fc.assert(
      fc.property(cases, ({ rate, inShare, seed, gone }) => {
        const breath = 60 / rate
        const jitter = Math.min(0.12, breath * 0.04)
        const list = taps(breath * inShare, breath * (1 - inShare), Math.max(60, 8 * breath), seed, jitter)
        const spoilt = list.filter((_, index) => index !== gone)
        // No stretch is off by more than two unsteady taps, and so no middle of stretches.
        expectBreath(spoilt, breath * inShare, breath * (1 - inShare), Math.max(0.15, 2 * jitter))
      }),
      { numRuns: 300 },
    )
  })
})

describe('no figure is given', () => {
  it('for too few breaths, too short a time, or taps without a breath', () => {
    expect(estimateFromTaps([])).toEqual({ ok: false, why: 'tooFew' })
    expect(estimateFromTaps(taps(3, 4, 25))).toEqual({ ok: false, why: 'tooFew' })
    expect(estimateFromTaps(taps(1, 1.2, 30))).toEqual({ ok: false, why: 'tooShort' })
    const chance = chanceFrom(9)
    let at = 0
    const wild = Array.from({ length: 40 }, () => (at += 0.5 + 7 * chance()))
    expect(estimateFromTaps(wild).ok).toBe(false)
  })
})
