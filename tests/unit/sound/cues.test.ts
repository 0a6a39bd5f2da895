import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cuesOf } from '#core/sound'
import { compileTimeline } from '#core/timeline'
import { aForm, aPlan, FREE_MOVE, NO_WAITING, planArbitrary } from '../../helpers'
import { steadyPace } from '#core/breath'

const heard = (...args: Parameters<typeof aPlan>) =>
  cuesOf(compileTimeline(aPlan(...args))).map((cue) => `${cue.atSeconds} ${cue.kind === 'bell' ? cue.bell : cue.kind}`)

describe('what is heard', () => {
  it('is a breath tone for every breath, and bells for the form, the last repetition and the end', () => {
    expect(heard([{ form: aForm(), count: 2 }])).toEqual([
      '0 form',
      '0 breath',
      '4 breath',
      '10 last',
      '10 breath',
      '14 breath',
      '20 end',
    ])
  })
  it('marks the change of sides', () => {
    const form = aForm({ sides: 'oneThenOther', countScope: 'perSide' })
    expect(heard([{ form, count: 1 }], steadyPace(4, 6), { ...NO_WAITING, sideChangeSeconds: 3 })).toContain('10 side')
  })
  it('leaves a still hold in silence between its bells', () => {
    const post = aForm({ id: 'post', counting: { by: 'time' }, still: true, moves: FREE_MOVE })
    const steps = [
      { form: post, count: 60, restBreaths: 1 },
      { form: aForm(), count: 1 },
    ]
    const rules = { ...NO_WAITING, announceSeconds: 4 }
    const sounds = heard(steps, steadyPace(4, 6), rules)
    expect(sounds.slice(0, 4)).toEqual(['0 form', '4 stillness', '64 stillness', '64 breath'])
  })
  it('knocks on every beat, harder on each eighth', () => {
    const beats = aForm({ counting: { by: 'beats', beatsPerMinute: 60 }, moves: FREE_MOVE })
    const cues = cuesOf(compileTimeline(aPlan([{ form: beats, count: 16 }]))).filter((cue) => cue.kind === 'beat')
    expect(cues).toHaveLength(16)
    expect(cues.filter((cue) => cue.kind === 'beat' && cue.strong).map(({ atSeconds }) => atSeconds)).toEqual([0, 8])
  })
  it('stands in the order of time, to the bell of the end', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const cues = cuesOf(compileTimeline(plan))
        cues.forEach((cue, index) => {
          if (index > 0) expect(cue.atSeconds).toBeGreaterThanOrEqual(cues[index - 1]!.atSeconds)
        })
        expect(cues.at(-1)).toMatchObject({ kind: 'bell', bell: 'end' })
      }),
    )
  })
  it('rises and falls in tones that join level to level, all the way up and all the way down', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const tones = cuesOf(compileTimeline(plan)).filter((cue) => cue.kind === 'breath')
        tones.forEach((tone, index) => {
          const before = tones[index - 1]
          const follows = before && Math.abs(before.atSeconds + before.lengthSeconds - tone.atSeconds) < 1e-6
          if (follows) expect(tone.fromLevel).toBeCloseTo(before.toLevel, 9)
          const rises = tone.toLevel - tone.fromLevel
          expect(tone.breath === 'in' ? rises : -rises).toBeGreaterThan(0)
          // The last tone of a breath comes to its end: a breath of several phases shares out one rise, a still hold's silent
          // phases among them.
          const after = tones[index + 1]
          const isFollowed = after && Math.abs(tone.atSeconds + tone.lengthSeconds - after.atSeconds) < 1e-6
          if (isFollowed && after.breath !== tone.breath)
            expect(tone.toLevel).toBeCloseTo(tone.breath === 'in' ? 1 : 0, 9)
        })
      }),
    )
  })
  it('leaves the breath to me where it is asked to, and keeps its bells', () => {
    const timeline = compileTimeline(aPlan([{ form: aForm(), count: 3 }]))
    const kinds = cuesOf(timeline, { breathTones: false }).map(({ kind }) => kind)
    expect(kinds).toEqual(['bell', 'bell', 'bell'])
  })
  it('rings where a hold climbs to its next level', () => {
    const climbing = aForm({ counting: { by: 'breathHold' }, levels: ['belly', 'heart'] })
    const bells = heard([{ form: climbing, count: 4 }]).filter((each) => each.endsWith('side'))
    expect(bells).toEqual(['20 side'])
  })
})
