import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import {
  BELLS,
  createLoudnessMeter,
  levelledBell,
  MOST_BELL_SECONDS,
  MOST_SPOKEN_LETTERS,
  ownBellHeard,
  promptsOf,
  spokenKey,
  synthesise,
  wordsOf,
  type BellName,
} from '#core/sound'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'

const RATE = 22_050
/** A struck bell of so many seconds, after a silence. */
function struck(hz: number, gain: number, seconds: number, silenceSeconds = 0): Float32Array {
  const silence = Math.round(silenceSeconds * RATE)
  return Float32Array.from({ length: silence + Math.round(seconds * RATE) }, (_, at) => {
    const t = (at - silence) / RATE
    return t < 0 ? 0 : gain * Math.exp(-2 * t) * Math.sin(2 * Math.PI * hz * t)
  })
}
const peakOf = (samples: Float32Array) => samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0)
function lufsOf(samples: Float32Array): number {
  const meter = createLoudnessMeter(1, RATE)
  meter.add([samples])
  meter.add([new Float32Array(RATE)])
  return meter.lufs()
}
const shipped = (bell: BellName) => synthesise({ kind: 'bell', bell, quiet: false }, RATE)

describe('a bell of one’s own', () => {
  it('is as loud as the one that it stands for, whatever it was and wherever its stroke lay', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BELLS),
        fc.integer({ min: 150, max: 1200 }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0.5, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (bell, hz, gain, seconds, silence) => {
          const ready = levelledBell(struck(hz, gain, seconds, silence), RATE, bell)!
          expect(peakOf(ready)).toBeLessThanOrEqual(0.951)
          // Where its peaks allow no more, it is softer.
          if (peakOf(ready) < 0.949) expect(lufsOf(ready)).toBeCloseTo(lufsOf(shipped(bell)), 1)
          else expect(lufsOf(ready)).toBeLessThanOrEqual(lufsOf(shipped(bell)) + 0.1)
        },
      ),
      { numRuns: 25 },
    )
  })

  it('begins with its stroke, so that it is heard when it is due', () => {
    const ready = levelledBell(struck(440, 0.3, 1, 0.8), RATE, 'form')!
    const stroke = ready.findIndex((each) => Math.abs(each) > peakOf(ready) * 0.05)
    expect(stroke / RATE).toBeGreaterThan(0)
    expect(stroke / RATE).toBeLessThanOrEqual(0.0025)
  })

  it('is cut off softly where it is long, and left whole where it is not', () => {
    const even = Float32Array.from({ length: 12 * RATE }, (_, at) => 0.5 * Math.sin((2 * Math.PI * 300 * at) / RATE))
    const ready = levelledBell(even, RATE, 'end')!
    expect(ready.length / RATE).toBeCloseTo(MOST_BELL_SECONDS, 3)
    const loudest = peakOf(ready)
    expect(peakOf(ready.slice(-Math.round(0.01 * RATE)))).toBeLessThan(loudest * 0.05)
    expect(peakOf(ready.slice(-Math.round(0.6 * RATE), -Math.round(0.5 * RATE)))).toBeGreaterThan(loudest * 0.95)
    expect(levelledBell(struck(440, 0.3, 1), RATE, 'form')!.length).toBeGreaterThan(0.99 * RATE)
  })

  it('is nothing where nothing is heard', () => {
    expect(levelledBell(new Float32Array(RATE), RATE, 'form')).toBeNull()
    expect(levelledBell(new Float32Array(0), RATE, 'form')).toBeNull()
  })

  it('is as much softer in quiet hours as the bells that ship', () => {
    const knock = (quiet: boolean) => peakOf(synthesise({ kind: 'beat', strong: true, quiet }, RATE))
    const own = struck(440, 0.5, 1)
    expect(peakOf(ownBellHeard(own, true)) / peakOf(own)).toBeCloseTo(knock(true) / knock(false), 6)
    expect(ownBellHeard(own, false)).toBe(own)
  })
})

describe('what is to be spoken for a routine', () => {
  const setting = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
  it('has every word of every routine, once, however many forms say it, names before movements before all else', () => {
    for (const routine of SHIPPED_ROUTINES) {
      const words = wordsOf(compileTimeline({ routine, ...setting }))
      const prompts = promptsOf(words)
      const spoken = prompts.flatMap(({ phrases }) => phrases.map(spokenKey))
      expect(new Set(spoken), routine.name).toEqual(new Set(words.map(spokenKey)))
      expect(spoken.length).toBe(new Set(spoken).size)
      const texts = prompts.map(({ of, text }) => `${of} ${text.toLowerCase()}`)
      expect(texts.length).toBe(new Set(texts).size)
      const order = prompts.map(({ of }) => ['names', 'movements', 'besides'].indexOf(of))
      expect(order).toEqual([...order].sort((one, other) => one - other))
    }
  })

  it('leaves out what is too long to be kept under its own words, and no name of a form', () => {
    const long = 'x'.repeat(MOST_SPOKEN_LETTERS + 1)
    const texts = (formId: string) => promptsOf([{ text: long, formId, cue: '' }]).map(({ text }) => text)
    expect(texts('')).toEqual([])
    expect(texts('a-form')).toEqual([long])
  })

  it('asks once for a word that several forms say, and for all of them', () => {
    const phrases = ['a', 'b', 'a'].map((formId) => ({ text: formId === 'b' ? 'rise' : 'Rise', formId, cue: 'Rise' }))
    const [only, ...more] = promptsOf(phrases)
    expect(more).toEqual([])
    expect(only!.phrases.map(({ formId }) => formId)).toEqual(['a', 'b'])
  })
})
