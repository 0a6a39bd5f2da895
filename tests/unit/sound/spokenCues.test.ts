import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { guessedSeconds, spokenCues, type Phrase, type VoiceSettings } from '#core/sound'
import { compileTimeline } from '#core/timeline'
import { aForm, aPlan, FREE_MOVE, NO_WAITING, planArbitrary } from '../../helpers'

const ALL: VoiceSettings = {
  from: 'shipped',
  announces: true,
  counts: 'all',
  every: 3,
  movements: false,
  captions: false,
}
const secondsOf = (say: readonly Phrase[]) => say.reduce((sum, { text }) => sum + guessedSeconds(text), 0)
const PACE = steadyPace(4, 6)
const RULES = { ...NO_WAITING, announceSeconds: 6, sideChangeSeconds: 4, stanceChangeSeconds: 4 }

function said(steps: Parameters<typeof aPlan>[0], voice: Partial<VoiceSettings> = {}, rules = RULES) {
  return spokenCues(compileTimeline(aPlan(steps, PACE, rules)), { ...ALL, ...voice }, secondsOf).map((cue) => ({
    at: cue.atSeconds,
    text: cue.kind === 'voice' ? cue.phrases.map(({ text }) => text).join(' ') : '',
  }))
}
const texts = (...args: Parameters<typeof said>) => said(...args).map(({ text }) => text)
const breath = aForm({ id: 'breath', name: 'Breath' })
const wide = aForm({ id: 'wide', name: 'Wide', stance: 'wide', sides: 'oneThenOther', countScope: 'perSide' })

describe('what is said', () => {
  it('is the next form, its stance and side, and what is left of the count', () => {
    expect(
      texts([
        { form: breath, count: 3 },
        { form: wide, count: 2 },
      ]),
    ).toEqual([
      'the work Breath shoulder width',
      '2 more',
      '1 more',
      'last one',
      'next Wide wide stance left side',
      '1 more',
      'last one',
      'change sides right side',
      '1 more',
      'last one',
      'that is the end',
    ])
  })
  it('waits with the count until the bell of a form has been struck, where nothing stands between', () => {
    const steps = [
      { form: breath, count: 3 },
      { form: aForm({ id: 'other', name: 'Other' }), count: 3 },
    ]
    const timeline = compileTimeline(aPlan(steps, PACE, NO_WAITING))
    const [first, second] = timeline.occurrences
    // Both begin with their bell at once; the counts that come without one are said with the movement.
    const counted = spokenCues(timeline, { ...ALL, announces: false }, secondsOf).map(({ atSeconds }) => atSeconds)
    const at = (occurrence: typeof first, repetition: number) => occurrence!.bodyStartSeconds + 10 * repetition
    const expected = [first, second].flatMap((each) => [at(each, 0) + 0.6, at(each, 1), at(each, 2)])
    expect(counted).toHaveLength(expected.length)
    counted.forEach((seconds, index) => expect(seconds).toBeCloseTo(expected[index]!, 6))
  })
  it('says as much of the count as is wished', () => {
    const steps = [{ form: breath, count: 8 }]
    const counts = (voice: Partial<VoiceSettings>) => texts(steps, { ...voice, announces: false })
    expect(counts({ counts: 'left' })).toEqual(['6 more', '3 more', 'last one'])
    expect(counts({ counts: 'left', every: 2 })).toEqual(['6 more', '4 more', '2 more', 'last one'])
    expect(counts({ counts: 'last' })).toEqual(['last one'])
    expect(counts({ counts: 'none' })).toEqual([])
  })
  it('names the side of each repetition where sides alternate', () => {
    const pairs = aForm({ sides: 'alternate', countScope: 'perSide' })
    expect(texts([{ form: pairs, count: 2 }], { counts: 'last' }).slice(1, -1)).toEqual([
      'left side',
      'right side',
      'left side last one',
      'right side last one',
    ])
  })
  it('says the word of each movement when that is wished', () => {
    expect(texts([{ form: breath, count: 1 }], { movements: true, counts: 'none', announces: false })).toEqual([
      'Rise',
      'Sink',
    ])
  })
  it('says posture reminders in a stillness now and then, and little else', () => {
    const post = aForm({
      counting: { by: 'time' },
      still: true,
      moves: FREE_MOVE,
      reminders: ['Crown up', 'Knees soft'],
    })
    expect(said([{ form: post, count: 100 }]).slice(1, -1)).toEqual([
      { at: 36, text: 'Crown up' },
      { at: 66, text: 'Knees soft' },
      { at: 96, text: 'Crown up' },
    ])
  })
})

describe('announcements', () => {
  it('begin so early that they are over before the stance has to change', () => {
    const longName = aForm({
      id: 'long',
      name: 'A form with a name that takes quite long to be said aloud',
      stance: 'wide',
    })
    const steps = [
      { form: breath, count: 3, restBreaths: 1 },
      { form: longName, count: 2 },
    ]
    const timeline = compileTimeline(aPlan(steps, PACE, { ...RULES, announceSeconds: 2 }))
    const cues = spokenCues(timeline, ALL, secondsOf)
    const cue = cues.find((each) => each.kind === 'voice' && each.phrases.some(({ formId }) => formId === 'long'))!
    const change = timeline.segments.find(({ kind }) => kind === 'stanceChange')!
    expect(cue.kind === 'voice' && cue.atSeconds + cue.lengthSeconds).toBeCloseTo(change.startSeconds, 6)
    // It begins in the rest before, which is longer than its lead.
    expect(cue.atSeconds).toBeLessThan(timeline.occurrences[1]!.startSeconds)
  })
  it('never talk into the exercise before', () => {
    fc.assert(
      fc.property(planArbitrary, ({ routine: { between, ...routine }, ...plan }) => {
        // During a form that lies between two pieces the next one is said: that is tested by itself.
        const isForm = between?.by === 'form'
        const timeline = compileTimeline({ ...plan, routine: isForm ? routine : { ...routine, between } })
        for (const cue of spokenCues(timeline, { ...ALL, counts: 'none' }, secondsOf)) {
          if (cue.kind !== 'voice' || !cue.phrases.some(({ formId }) => formId)) continue
          const { occurrences } = timeline
          const about = occurrences.find(({ formId }) => cue.phrases.some((say) => say.formId === formId))!
          const before = occurrences[about.index - 1]
          if (before) expect(cue.atSeconds).toBeGreaterThanOrEqual(before.bodyStartSeconds + before.bodySeconds - 1e-6)
        }
      }),
    )
  })
  it('of a piece is said during what lies between, and what lies between is said once', () => {
    const piece = aForm({ id: 'piece', name: 'Piece' })
    const breath = aForm({ id: 'breath', name: 'Breath between' })
    const thrice = [piece, piece, piece].map((form) => ({ form, count: 1 }))
    const plan = aPlan(thrice, steadyPace(4, 6), USUAL_HOUSE_RULES)
    const between = { by: 'form', formId: 'breath', count: 2 } as const
    const timeline = compileTimeline({ ...plan, forms: [piece, breath], routine: { ...plan.routine, between } })
    const said = spokenCues(timeline, { ...ALL, counts: 'none', movements: false }, secondsOf).filter(
      (cue) => cue.kind === 'voice' && cue.phrases.some(({ formId }) => formId),
    )
    const names = said.map((cue) => (cue.kind === 'voice' ? cue.phrases.find(({ formId }) => formId)!.text : ''))
    expect(names.filter((name) => name === 'Breath between')).toHaveLength(1)
    const pieces = said.filter((_, index) => names[index] === 'Piece').slice(1)
    const lying = timeline.occurrences.filter(({ isBetween }) => isBetween)
    expect(pieces).toHaveLength(2)
    pieces.forEach(({ atSeconds }, index) => {
      expect(atSeconds).toBeGreaterThanOrEqual(lying[index]!.bodyStartSeconds)
      expect(atSeconds).toBeLessThan(lying[index]!.bodyStartSeconds + lying[index]!.bodySeconds)
    })
  })
  it('is no count of beats so near the end that the last one comes over it', () => {
    const beats = aForm({ counting: { by: 'beats', beatsPerMinute: 60 }, moves: FREE_MOVE })
    const counted = (count: number) => texts([{ form: beats, count }]).filter((text) => / more$|last one/.test(text))
    expect(counted(18)).toEqual(['17 more', 'last one'])
    expect(counted(21)).toEqual(['20 more', '4 more', 'last one'])
  })
  it('is that in is out now, where a layer turns the breath, and that it is as before where one turns it back', () => {
    const layers = [
      { from: { repetition: 3 }, so: { swapBreath: true } },
      { from: { repetition: 5 }, so: { swapBreath: false } },
    ]
    const turned = said([{ form: breath, count: 6, layers }], { counts: 'none' })
    // A repetition lasts 10 s here, after 6 s of announcement.
    expect(turned.slice(1, -1)).toEqual([
      { at: 26, text: 'the breath the other way' },
      { at: 46, text: 'the breath the other way' },
    ])
  })
  it('no two things are ever said at once, and all in the order of time', () => {
    fc.assert(
      fc.property(planArbitrary, fc.boolean(), (plan, movements) => {
        const cues = spokenCues(compileTimeline(plan), { ...ALL, movements }, secondsOf)
        cues.forEach((cue, index) => {
          const before = cues[index - 1]
          if (before?.kind === 'voice')
            expect(cue.atSeconds).toBeGreaterThanOrEqual(before.atSeconds + before.lengthSeconds - 1e-9)
        })
      }),
    )
  })
})
