import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { FIRST_SETTINGS } from '#core/formats'
import { channelOf, heardOf, sampleOf, volumesOf, type Cue } from '#core/sound'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'

const sound = { ...FIRST_SETTINGS.sound, silent: false, quiet: false, breathVolume: 0.2, bellVolume: 0.5 }

describe('how loud each kind is', () => {
  it('is as it is set, beats as loud as the breath that they stand for', () => {
    expect(volumesOf({ ...sound, voiceVolume: 0.8 })).toEqual({ breath: 0.2, bell: 0.5, voice: 0.8 })
    expect((['breath', 'beat', 'bell', 'voice'] as const).map((kind) => channelOf({ kind }))).toEqual([
      ...['breath', 'breath', 'bell', 'voice'],
    ])
  })
  it('is half of the voice in quiet hours, and nothing in silence', () => {
    expect(volumesOf({ ...sound, voiceVolume: 0.8, quiet: true }).voice).toBeCloseTo(0.4)
    expect(volumesOf({ ...sound, voiceVolume: 0.8, silent: true })).toEqual({ breath: 0, bell: 0, voice: 0 })
  })
})

describe('the sound of a cue', () => {
  it('has what its cue and the settings say, and nothing of when it is', () => {
    const breath: Cue = { kind: 'breath', atSeconds: 9, lengthSeconds: 3, fromLevel: 0, toLevel: 1, breath: 'in' }
    const wanted = { kind: 'breath', lengthSeconds: 3, fromLevel: 0, toLevel: 1, timbre: 'water', quiet: true }
    expect(sampleOf(breath, { timbre: 'water', quiet: true })).toEqual(wanted)
    expect(sampleOf({ kind: 'bell', atSeconds: 9, bell: 'side' }, sound)).toEqual({
      kind: 'bell',
      bell: 'side',
      quiet: false,
    })
    expect(sampleOf({ kind: 'beat', atSeconds: 9, strong: true }, sound)).toEqual({
      kind: 'beat',
      strong: true,
      quiet: false,
    })
  })
})

describe('all that is heard', () => {
  const timeline = compileTimeline({
    routine: SHIPPED_ROUTINES[0]!,
    forms: CATALOGUE,
    ways: [],
    pace: steadyPace(4, 5),
    rules: USUAL_HOUSE_RULES,
  })
  const heard = (voice: typeof FIRST_SETTINGS.voice | null, breathTones = true) =>
    heardOf(timeline, { breathTones, voice, secondsOf: (phrases) => phrases.length })
  it('is in the order of time, words among the bells', () => {
    const times = heard(FIRST_SETTINGS.voice).map(({ atSeconds }) => atSeconds)
    expect(times).toEqual([...times].sort((one, other) => one - other))
  })
  it('has no words without a voice, and no breath where that is left to me', () => {
    const kinds = (cues: readonly Cue[]) => new Set(cues.map(({ kind }) => kind))
    expect(kinds(heard(FIRST_SETTINGS.voice))).toEqual(new Set(['bell', 'voice', 'breath']))
    expect(kinds(heard(null))).toEqual(new Set(['bell', 'breath']))
    expect(kinds(heard(FIRST_SETTINGS.voice, false))).toEqual(new Set(['bell', 'voice']))
  })
})
