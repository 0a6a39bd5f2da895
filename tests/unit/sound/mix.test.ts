import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { FIRST_SETTINGS } from '#core/formats'
import { cuesOf, endOf, mixed, placedSounds, synthesise, type Cue, type PlacedSound } from '#core/sound'
import { compileTimeline } from '#core/timeline'
import { aForm, aRoutine, aStep, NO_WAITING } from '../../helpers'

const RATE = 8000
const sound = { ...FIRST_SETTINGS.sound, breathVolume: 1, bellVolume: 1, voiceVolume: 1, quiet: false, silent: false }
const placed = (atSample: number, samples: number[], more: Partial<PlacedSound> = {}): PlacedSound => ({
  atSample,
  gain: 1,
  pan: 0,
  samples: () => Float32Array.from(samples),
  ...more,
})
function mixOf(sounds: readonly PlacedSound[], lengthSamples: number, blockSamples: number, channels: 1 | 2 = 1) {
  const mix = Array.from({ length: channels }, (): number[] => [])
  for (const block of mixed(sounds, { channels, lengthSamples, blockSamples }))
    mix.forEach((channel, which) => channel.push(...block[which]!))
  return mix
}

describe('the mix of a session', () => {
  it('has every sound at its sample, and adds what sounds together', () => {
    const [mix] = mixOf([placed(2, [1, 2, 3]), placed(4, [10], { gain: 0.5 })], 7, 100)
    expect(mix).toEqual([0, 0, 1, 2, 8, 0, 0])
  })
  it('is the same however it is cut into blocks', () => {
    const soundsArbitrary = fc
      .array(fc.tuple(fc.nat(60), fc.array(fc.integer({ min: -9, max: 9 }), { maxLength: 40 })), { maxLength: 8 })
      .map((all) => all.sort(([one], [other]) => one - other).map(([at, samples]) => placed(at, samples)))
    fc.assert(
      fc.property(soundsArbitrary, fc.integer({ min: 1, max: 50 }), (sounds, block) => {
        expect(mixOf(sounds, 110, block)).toEqual(mixOf(sounds, 110, 110))
      }),
    )
  })
  it('puts what belongs to a side there, and is as loud there as in the middle', () => {
    const power = (pan: number) => {
      const [left, right] = mixOf([placed(0, [1], { pan })], 1, 1, 2)
      return { left: left![0]!, right: right![0]!, all: left![0]! ** 2 + right![0]! ** 2 }
    }
    expect(power(0).left).toBeCloseTo(1, 6)
    expect(power(0).right).toBeCloseTo(1, 6)
    expect(power(-0.7).left).toBeGreaterThan(2 * power(-0.7).right)
    expect(power(0.7).right).toBeGreaterThan(2 * power(0.7).left)
    for (const pan of [-1, -0.4, 0.3, 1]) expect(power(pan).all).toBeCloseTo(2, 5)
  })
  it('has rung out when the last sound has, though a longer one began before', () => {
    expect(endOf([placed(0, Array(30).fill(1)), placed(10, [1, 1])], 1)).toBe(30)
    expect(endOf([], RATE)).toBe(0)
  })
})

describe('cues as sounds', () => {
  const form = aForm({ sides: 'alternate', countScope: 'perSide' })
  const timeline = compileTimeline({
    routine: aRoutine([aStep('s', 'a-form', { count: 2 })]),
    forms: [form],
    ways: [],
    pace: steadyPace(2, 3),
    rules: NO_WAITING,
  })
  const setting = { sound, sampleRateHz: RATE, clipOf: () => null, apart: 1 }
  it('are rung by a bell of one’s own where there is one, softer in quiet hours, and by those that ship elsewhere', () => {
    const cues: Cue[] = [
      { kind: 'bell', atSeconds: 0, bell: 'form' },
      { kind: 'bell', atSeconds: 5, bell: 'end' },
    ]
    const own = Float32Array.from([0.5, -0.25])
    const bellOf = (bell: string) => (bell === 'form' ? own : null)
    const samplesOf = (quiet: boolean) =>
      placedSounds(timeline, cues, { ...setting, bellOf, sound: { ...sound, quiet } }).map(({ samples }) => samples())
    expect(samplesOf(false)).toEqual([own, synthesise({ kind: 'bell', bell: 'end', quiet: false }, RATE)])
    const [soft] = samplesOf(true)
    expect(soft![0]! / own[0]!).toBeLessThan(0.5)
    expect(soft![0]! / own[0]!).toBeCloseTo(soft![1]! / own[1]!, 6)
  })
  it('are the very samples that are heard live, at their times', () => {
    const cues = cuesOf(timeline)
    const sounds = placedSounds(timeline, cues, setting)
    expect(sounds).toHaveLength(cues.length)
    const breath = cues.find((cue): cue is Cue & { kind: 'breath' } => cue.kind === 'breath')!
    const own = sounds.find(({ atSample, samples }) => {
      return atSample === Math.round(breath.atSeconds * RATE) && samples().length === breath.lengthSeconds * RATE
    })!
    const { lengthSeconds, fromLevel, toLevel } = breath
    const live = synthesise(
      { kind: 'breath', lengthSeconds, fromLevel, toLevel, timbre: sound.timbre, quiet: false },
      RATE,
    )
    expect(own.samples()).toEqual(live)
  })
  it('are made once where they sound the same, and only the last few breaths are kept', () => {
    const aBreath = cuesOf(timeline).find((cue): cue is Cue & { kind: 'breath' } => cue.kind === 'breath')!
    const breaths = [2, 3, 2, 4, 5, 6, 7, 8, 2, 3].map((lengthSeconds, index) => ({
      ...aBreath,
      lengthSeconds,
      atSeconds: 10 * index,
    }))
    const heard = placedSounds(timeline, breaths, setting).map(({ samples }) => samples())
    expect(heard.map(({ length }) => length / RATE)).toEqual([2, 3, 2, 4, 5, 6, 7, 8, 2, 3])
    expect(heard[2]).toBe(heard[0])
    // Heard again before six others came, the first is there longest; the second, heard once, is made anew.
    expect(heard[8]).toBe(heard[0])
    expect(heard[9]).not.toBe(heard[1])
    expect(heard[9]).toEqual(heard[1])
  })
  it('lie on the side that is said, bells in the middle', () => {
    const sounds = placedSounds(timeline, cuesOf(timeline), setting)
    const bells = placedSounds(
      timeline,
      cuesOf(timeline).filter(({ kind }) => kind === 'bell'),
      setting,
    )
    expect(bells.every(({ pan }) => pan === 0)).toBe(true)
    expect(new Set(sounds.map(({ pan }) => pan))).toEqual(new Set([-1, 0, 1]))
    const firstBreath = sounds.find(({ pan }) => pan !== 0)!
    expect(firstBreath.pan).toBe(timeline.segments[0]!.saidSide === 'left' ? -1 : 1)
  })
  it('lie on the side that is said to who follows somebody facing them', () => {
    const mirrored = compileTimeline({
      routine: aRoutine([aStep('s', 'a-form', { count: 2 })]),
      forms: [form],
      ways: [],
      pace: steadyPace(2, 3),
      rules: { ...NO_WAITING, cueSides: 'mirrored' },
    })
    const first = (of: typeof timeline) => placedSounds(of, cuesOf(of), setting).find(({ pan }) => pan !== 0)!.pan
    expect(first(mirrored)).toBe(-first(timeline))
  })
  it('are left out at no volume', () => {
    const cues = cuesOf(timeline)
    const noBells = placedSounds(timeline, cues, { ...setting, sound: { ...sound, bellVolume: 0 } })
    expect(noBells).toHaveLength(cues.filter(({ kind }) => kind !== 'bell').length)
  })
  it('say one phrase after the other with a breath between, and leave out what has no clip', () => {
    const clips: Record<string, number[]> = { left: Array(800).fill(1), two: Array(400).fill(1) }
    const phrases = ['left', 'nothing', 'two'].map((text) => ({ text, formId: '', cue: '' }))
    const said = placedSounds(timeline, [{ kind: 'voice', atSeconds: 1, lengthSeconds: 1, phrases }], {
      ...setting,
      clipOf: ({ text }) => (clips[text] ? Float32Array.from(clips[text]) : null),
    })
    expect(said.map(({ atSample }) => atSample)).toEqual([RATE, RATE + 800 + 320])
  })
})
