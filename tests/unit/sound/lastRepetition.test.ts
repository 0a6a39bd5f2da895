import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES, type Form } from '#core/forms'
import { routineOfOne } from '#core/routine'
import { readyRunner } from '#core/runner'
import { bellAt, PHRASES, SIDE_PHRASES, spokenCues, type VoiceSettings } from '#core/sound'
import { compileTimeline, isBody, momentAt, type Segment, type Timeline } from '#core/timeline'
import { CATALOGUE } from '#data'
import { followWords } from '~/features/follow/followWords'
import { bedStoneText } from '~/shared/drawing/bedStones'

const VOICE: VoiceSettings = {
  from: 'shipped',
  announces: true,
  counts: 'last',
  every: 3,
  movements: false,
  captions: false,
}

/** The last repetitions on each side, told by the counts that the routine asks for and by nothing that is tested here. */
function lastOnes(timeline: Timeline): { atSeconds: number; side: string }[] {
  const bySide = new Map<string, Segment[]>()
  let before: Segment | undefined
  for (const segment of timeline.segments.filter(isBody)) {
    const begins = !before || before.endsRepetition
    if (begins) bySide.set(segment.side, [...(bySide.get(segment.side) ?? []), segment])
    before = segment
  }
  return [...bySide.entries()].flatMap(([side, begun]) =>
    begun.length > 1 ? [{ atSeconds: begun.at(-1)!.startSeconds, side }] : [],
  )
}

function compiled(form: Form) {
  const input = {
    routine: routineOfOne(form),
    forms: [form],
    ways: [],
    pace: steadyPace(4, 6),
    rules: USUAL_HOUSE_RULES,
  }
  return { timeline: compileTimeline(input), state: readyRunner(input) }
}
const isLed = (form: Form) => form.counting.by === 'breathRepetitions'

describe('the last repetition', () => {
  it.each(CATALOGUE.map((form) => [form.name, form] as const))(
    '%s: bell, voice, screen and water agree on it, on each side',
    (_name, form) => {
      const { timeline, state } = compiled(form)
      // Beats that change sides have one count for both.
      const hasOneCount = form.counting.by === 'beats' && form.sides === 'alternate'
      const wanted = hasOneCount ? lastOnes(timeline).slice(-1) : lastOnes(timeline)
      const times = wanted.map(({ atSeconds }) => atSeconds)
      const { segments } = timeline

      const bells = segments.filter((segment) => bellAt(segment, segments[segment.index - 1]) === 'last')
      expect(bells.map(({ startSeconds }) => startSeconds)).toEqual(isLed(form) ? times : [])

      // Words that take no time: nothing that is to be said has to give way.
      const said = spokenCues(timeline, VOICE, () => 0).flatMap((cue) =>
        cue.kind === 'voice' && cue.phrases.some(({ text }) => text === PHRASES.lastOne) ? [cue.atSeconds] : [],
      )
      const inBreathsOrBeats = form.counting.by !== 'time' && form.counting.by !== 'open'
      expect(said).toEqual(inBreathsOrBeats ? times : [])

      const shown = segments.filter(
        (segment) => followWords(momentAt(timeline, segment.startSeconds)!, state).number === 'last',
      )
      const counted = [...new Set(shown.map(({ side, repetition }) => `${side} ${repetition}`))]
      expect(counted.length).toBe(inBreathsOrBeats ? wanted.length : 0)
      for (const { atSeconds } of wanted) expect(shown.map(({ startSeconds }) => startSeconds)).toContain(atSeconds)

      const stones = segments.filter((segment) => /last$/.test(bedStoneText(timeline, segment)))
      expect(stones.map(({ startSeconds }) => startSeconds)).toEqual(isLed(form) ? times : [])
    },
  )

  it('in the step is the last of all sides, and said so by the segment once', () => {
    for (const form of CATALOGUE) {
      const { segments } = compiled(form).timeline
      const inStep = segments.filter(({ isLastInStep, beginsRepetition }) => isLastInStep && beginsRepetition)
      const wanted = lastOnes(compiled(form).timeline).map(({ atSeconds }) => atSeconds)
      const last = wanted.length > 0 ? [Math.max(...wanted)] : []
      expect(inStep.map(({ startSeconds }) => startSeconds)).toEqual(last)
    }
  })

  it('is struck in every led form whose sides alternate, once on each side', () => {
    const alternating = CATALOGUE.filter(({ sides }) => sides === 'alternate')
    expect(alternating.length).toBeGreaterThanOrEqual(20)
    for (const form of alternating.filter((each) => isLed(each) && each.counts.usual > 2)) {
      const { segments } = compiled(form).timeline
      const sides = segments
        .filter((segment) => bellAt(segment, segments[segment.index - 1]) === 'last')
        .map(({ side }) => side)
      expect(sides, form.name).toEqual(['left', 'right'])
    }
  })

  it('is called with its side where sides alternate', () => {
    const form = CATALOGUE.find(({ id }) => id === 'draw-the-bow')!
    const said = spokenCues(compiled(form).timeline, VOICE, () => 0).map((cue) =>
      cue.kind === 'voice' ? cue.phrases.map(({ text }) => text).join(' ') : '',
    )
    const last = [SIDE_PHRASES.left, SIDE_PHRASES.right].map((side) => `${side} ${PHRASES.lastOne}`)
    expect(said.filter((text) => text.includes(PHRASES.lastOne))).toEqual(last)
  })
})
