import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import {
  COMMANDS,
  lingerAhead,
  outcomeOf,
  readyRunner,
  reduce,
  tick,
  type PlainCommand,
  type RunnerState,
} from '#core/runner'
import { isBody, momentAt } from '#core/timeline'
import { aForm, aPlan, FREE_MOVE, NO_WAITING, planArbitrary } from '../../helpers'

const T0 = 1_700_000_000_000
const breath = aForm({ id: 'breath', name: 'Breath' })
const sided = aForm({ id: 'sided', name: 'Sided', sides: 'oneThenOther', countScope: 'perSide' })
const pairs = aForm({ id: 'pairs', name: 'Pairs', sides: 'alternate', countScope: 'perSide' })
const post = aForm({
  id: 'post',
  name: 'Post',
  counting: { by: 'time' },
  moves: FREE_MOVE,
  counts: { least: 30, usual: 60, most: 600, step: 30 },
})
const four = { form: breath, count: 4 }
const then = { form: post, count: 60 }

/** Follow a plan at 4 s in and 6 s out: pairs of seconds since the start and a command. */
function follow(steps: Parameters<typeof aPlan>[0], ...given: [number, PlainCommand][]): RunnerState {
  return given.reduce(
    (state, [seconds, command]) => reduce(state, command, T0 + seconds * 1000),
    reduce(readyRunner(aPlan(steps)), 'start', T0),
  )
}
const at = (state: RunnerState, seconds: number) => tick(state, T0 + seconds * 1000)
const now = (state: RunnerState) => momentAt(state.timeline, state.positionSeconds)!
const counts = (state: RunnerState) => outcomeOf(state)!.done.map((step) => step.counts.map(({ count }) => count))
const bodies = ({ timeline }: RunnerState) =>
  timeline.segments.map(({ startSeconds, cue }) => `${Math.round(startSeconds * 100) / 100} ${cue}`)

describe('slower and faster', () => {
  it('are felt at the next breath and never in the middle of one', () => {
    expect(bodies(follow([four], [12, 'slower']))).toEqual([
      '0 Rise',
      '4 Sink',
      '10 Rise',
      '14 Sink',
      '20 Rise',
      '24.6 Sink',
      '31.5 Rise',
      '36.1 Sink',
    ])
  })
  it('are taken back together, and go no further than twice', () => {
    const state = follow([four], [1, 'slower'], [2, 'faster'])
    expect(state.timeline.totalSeconds).toBe(40)
    const slow = follow([four], ...Array.from({ length: 9 }, (_, k): [number, PlainCommand] => [1 + k / 10, 'slower']))
    expect(slow.paceScales.at(-1)!.scale).toBe(2)
  })
})

describe('in between', () => {
  it('shakes out after this breath and takes the count up where it was', () => {
    const state = follow([four, then], [12, 'shakeOut'])
    expect(now(at(state, 19)).segment).toMatchObject({ cue: 'Sink', repetition: 2 })
    expect(now(at(state, 21)).occurrence.formName).toBe('Shake out')
    const back = at(state, 41)
    expect(now(back).segment).toMatchObject({ cue: 'Rise', repetition: 3, repetitions: 4, remainingOnSide: 1 })
    const end = at(state, 300)
    expect(counts(end)).toEqual([[4], [40], [60]])
    expect(outcomeOf(end)!.done.map(({ outcome }) => outcome)).toEqual(['done', 'done', 'done'])
  })
  it('rests until I go on', () => {
    const state = at(follow([four], [12, 'rest']), 100)
    expect(now(state).occurrence.formName).toBe('Rest')
    const on = reduce(state, 'next', T0 + 100_000)
    expect(now(on).segment).toMatchObject({ cue: 'Rise', repetition: 3 })
  })
  it('leaves a stillness at once and takes up its seconds', () => {
    const end = at(follow([then], [20, 'shakeOut']), 300)
    expect(end.status).toBe('ended')
    expect(counts(end)).toEqual([[60], [40]])
    expect(outcomeOf(end)!.practisedSeconds).toBeCloseTo(80, 6)
  })
  it('is called off where something else is asked for before this breath is over', () => {
    const watched = follow([four, then], [12, 'shakeOut'], [13, 'watchFirst'])
    const names = watched.timeline.occurrences.map(({ formName, stage }) => `${formName} ${stage}`)
    expect(names).toEqual(['Breath whole', 'Breath watch', 'Breath whole', 'Post whole'])
    expect(counts(at(watched, 300))).toEqual([[4], [60]])
    const dizzy = follow([four, then], [12, 'shakeOut'], [13, 'dizzy'], [33, 'resume'])
    expect(dizzy.timeline.occurrences.map(({ formName }) => formName)).toEqual(['Breath', 'Breath', 'Post'])
    expect(counts(at(dizzy, 300))).toEqual([[4], [60]])
  })
  it('watches a round, slower and uncounted, and then does all of it', () => {
    const state = follow([four], [1, 'watchFirst'])
    expect(now(at(state, 3)).segment.kind).toBe('watch')
    expect(now(at(state, 3)).segment.lengthSeconds).toBe(5)
    expect(counts(at(state, 300))).toEqual([[4]])
  })
})

describe('sitting down', () => {
  it('goes on seated from here to the end, with the count kept', () => {
    const state = follow([four, { form: pairs, count: 2 }], [12, 'sitDown'])
    expect(now(at(state, 21))).toMatchObject({
      occurrence: { stance: 'seated', version: 'seated' },
      segment: { repetition: 3 },
    })
    const done = outcomeOf(at(state, 500))!.done
    expect(done.map(({ version }) => version)).toEqual(['seated', 'seated'])
    expect(counts(at(state, 500))).toEqual([[4], [2, 2]])
  })
})

describe('sitting and standing again', () => {
  const standing = aForm({ id: 'standing', name: 'Standing only', versions: [] })
  it('leaves out what cannot be done sitting, and says nothing was done of it', () => {
    const state = at(follow([four, { form: standing, count: 3 }, { form: pairs, count: 2 }], [12, 'sitDown']), 500)
    expect(outcomeOf(state)!.done.map(({ formName, outcome }) => [formName, outcome])).toEqual([
      [four.form.name, 'done'],
      [pairs.name, 'done'],
      ['Standing only', 'skipped'],
    ])
  })
  it('is refused where nothing can be done sitting, and where one sits already', () => {
    const upright = at(follow([{ form: standing, count: 3 }]), 5)
    expect(reduce(upright, 'sitDown', T0 + 6000).given).toHaveLength(upright.given.length)
    const sat = follow([four], [5, 'sitDown'], [25, 'sitDown'])
    expect(sat.given.filter(({ command }) => command === 'sitDown')).toHaveLength(1)
  })
  it('stands up again, with the count kept', () => {
    const state = follow([four, { form: pairs, count: 2 }], [2, 'sitDown'], [25, 'standUp'])
    const done = outcomeOf(at(state, 500))!.done
    expect(done.map(({ version }) => version)).toEqual(['seated', null])
    expect(now(at(state, 41)).occurrence.stance).toBe('shoulderWidth')
    expect(counts(at(state, 500))).toEqual([[4], [2, 2]])
    expect(reduce(at(follow([four]), 2), 'standUp', T0 + 3000).given).toHaveLength(1)
  })
})

describe('again, lingering, the other side', () => {
  it('begins again and needs the whole count', () => {
    const state = at(follow([four], [25, 'again']), 300)
    expect(counts(state)).toEqual([[6]])
    expect(outcomeOf(state)!.done[0]!.outcome).toBe('done')
  })
  it('keeps the count left where it is until I go on, and the sides even', () => {
    const state = at(follow([{ form: sided, count: 2 }], [5, 'linger']), 45)
    expect(now(state).segment).toMatchObject({ side: 'left', repetition: 5, remainingOnSide: 1 })
    expect(counts(at(reduce(state, 'linger', T0 + 45_000), 500))).toEqual([[6, 6]])
  })
  it('lingers in a stillness, which then has lasted so long', () => {
    const state = at(follow([then, four], [5, 'linger']), 100)
    expect(now(state).occurrence.formName).toBe('Post')
    const on = reduce(state, 'linger', T0 + 100_000)
    expect(now(on).occurrence.formName).toBe('Breath')
    expect(counts(at(on, 500))).toEqual([[100], [4]])
  })
  it('does the other side once again', () => {
    expect(counts(at(follow([{ form: sided, count: 2 }], [25, 'otherSide']), 500))).toEqual([[4, 2]])
    expect(counts(at(follow([{ form: pairs, count: 2 }], [35, 'otherSide']), 500))).toEqual([[3, 2]])
    // On the first side, nothing of the other was done yet.
    expect(follow([{ form: sided, count: 2 }], [5, 'otherSide']).given).toHaveLength(1)
  })
  it('takes a form up once more in the rest after it', () => {
    const state = at(follow([{ ...four, restBreaths: 2 }], [45, 'oneMore']), 300)
    expect(counts(state)).toEqual([[5]])
  })
})

describe('dizzy', () => {
  it('leaves no form called skipped that was begun before it, and not taken up again', () => {
    const left = follow([four, then], [5, 'dizzy'], [33, 'resume'], [34, 'next'])
    expect(outcomeOf(at(left, 36))!.done[0]).toMatchObject({ formName: 'Breath', outcome: 'cutShort' })
    // Who has only watched it has skipped it.
    const watched = follow([four, then], [0, 'watchFirst'], [4, 'next'], [4, 'next'])
    expect(outcomeOf(at(watched, 6))!.done[0]).toMatchObject({ formName: 'Breath', outcome: 'skipped' })
  })
  it('drops all pacing, waits, and begins the repetition anew', () => {
    const dizzy = at(follow([four], [12, 'dizzy']), 60)
    expect(dizzy.status).toBe('dizzy')
    expect(dizzy.positionSeconds).toBe(12)
    const on = reduce(dizzy, 'resume', T0 + 60_000)
    expect(now(on).segment.repetition).toBe(2)
    const outcome = outcomeOf(at(on, 300))!
    expect(outcome.deviations).toMatchObject([{ what: 'dizzy', atSeconds: 12, lastsSeconds: 48 }])
    expect(outcome.done[0]!.counts[0]!.count).toBe(4)
  })
})

describe('who leads', () => {
  it('waits for my signal at the end of each repetition, and counts by it', () => {
    const state = follow([four, then], [0.1, 'leadMe'])
    expect(now(at(state, 60)).segment.repetition).toBe(1)
    const second = reduce(at(state, 60), 'signal', T0 + 60_000)
    expect(now(second).segment).toMatchObject({ repetition: 2, cue: 'Rise' })
    // Sooner than my pace, too; but a stumble of the hand is not a repetition.
    const third = reduce(reduce(second, 'signal', T0 + 60_200), 'signal', T0 + 63_000)
    expect(now(third).segment.repetition).toBe(3)
    const done = [70, 80].reduce((on, seconds) => reduce(on, 'signal', T0 + seconds * 1000), third)
    expect(now(done).occurrence.formName).toBe('Post')
    expect(counts(at(done, 500))).toEqual([[4], [60]])
    expect(outcomeOf(at(done, 500))!.done[0]!.seconds).toBeCloseTo(80, 2)
  })
  it('follows the turns of my breath, and records how long it was', () => {
    const turns: [number, PlainCommand][] = [
      [5, 'breathOut'],
      [13, 'breathIn'],
      [18, 'breathOut'],
      [26, 'breathIn'],
    ]
    const state = follow([four], [0.1, 'leadBreath'], ...turns)
    expect(now(state).segment).toMatchObject({ repetition: 3, cue: 'Rise' })
    expect(state.positionSeconds).toBeCloseTo(26, 6)
    expect(outcomeOf(state)!.done[0]!.breath).toEqual({ inSeconds: 5, outSeconds: 8 })
  })
  it('falls back to the pace when the breath is not heard, says so, and comes back with the next turn', () => {
    const state = follow([four], [0.1, 'leadBreath'])
    // The in-breath of 4 s is waited for as long again; then the pace leads.
    expect(now(at(state, 7.9)).segment.cue).toBe('Rise')
    const fallen = at(state, 9)
    expect(fallen.fallenBack).toBe(true)
    expect(now(fallen).segment.cue).toBe('Sink')
    expect(fallen.deviations.map(({ what }) => what)).toEqual(['leadBreath', 'fellBack'])
    const back = reduce(fallen, 'breathIn', T0 + 12_000)
    expect(back.fallenBack).toBe(false)
    expect(now(back).segment).toMatchObject({ repetition: 2, cue: 'Rise' })
  })
  it('can be switched in the middle', () => {
    const state = at(follow([four], [0.1, 'leadMe'], [30, 'leadIt']), 200)
    expect(state.status).toBe('ended')
  })
})

describe('undo', () => {
  it('takes a skip back, and goes on with the repetition that was left', () => {
    const state = follow([four, then], [12, 'next'], [16, 'undo'])
    expect(now(state).segment).toMatchObject({ repetition: 2 })
    const end = at(state, 500)
    expect(counts(end)).toEqual([[4], [64]])
    expect(outcomeOf(end)!.deviations).toMatchObject([{ what: 'next', undone: true }])
    expect(outcomeOf(end)!.done.map(({ outcome }) => outcome)).toEqual(['done', 'done'])
  })
  it('takes back a count, a pace, a lead', () => {
    expect(counts(at(follow([four], [12, 'oneMore'], [15, 'undo']), 500))).toEqual([[4]])
    expect(follow([four], [2, 'slower'], [3, 'undo']).timeline.totalSeconds).toBe(40)
    expect(follow([four], [2, 'leadMe'], [3, 'undo']).leader).toBe('app')
  })
  it('brings a session back that was skipped to its end', () => {
    const state = follow([four], [12, 'next'])
    expect(state.status).toBe('ended')
    const back = reduce(state, 'undo', T0 + 18_000)
    expect(back.status).toBe('running')
    expect(counts(at(back, 500))).toEqual([[4]])
    expect(outcomeOf(at(back, 500))!.pausedSeconds).toBeCloseTo(6, 6)
  })
  it('is offered for ten seconds, and once', () => {
    expect(now(follow([four, then], [12, 'next'], [22.1, 'undo'])).occurrence.formName).toBe('Post')
    const twice = follow([four, then], [12, 'next'], [13, 'undo'], [14, 'undo'])
    expect(twice.given.map(({ command }) => command)).toEqual(['start', 'next', 'undo'])
  })
})

/** Any command in the middle: `start` is over, and `endNow` leaves nothing to look at. */
const GIVEN = COMMANDS.filter((name) => name !== 'start' && name !== 'endNow')

describe('an undo after the end', () => {
  it('does not take back a repetition that was added and done', () => {
    const plan = aPlan([{ form: breath, count: 2 }], steadyPace(1, 1), NO_WAITING)
    const more = reduce(reduce(readyRunner(plan), 'start', T0), 'oneMore', T0)
    const end = reduce(more, 'undo', T0 + 6000)
    expect(end.status).toBe('ended')
    expect(counts(end)).toEqual([[3]])
    expect(counts(at(reduce(more, 'undo', T0 + 3000), 6))).toEqual([[2]])
  })
})

describe('what is heard as I linger', () => {
  const tones = (state: RunnerState, to: number) =>
    state.timeline.segments
      .filter((segment) => isBody(segment) && segment.startSeconds < to)
      .map(({ startSeconds, cue }) => `${startSeconds} ${cue}`)

  it('is known before the repetitions are added, and comes so', () => {
    const state = follow([four, then], [35, 'linger'])
    const ahead = lingerAhead(state, 25)!
    expect(ahead.fromSeconds).toBe(40)
    expect(tones({ ...state, timeline: ahead.timeline }, 65)).toEqual(tones(at(state, 65), 65))
    expect(tones(state, 65)).not.toEqual(tones(at(state, 65), 65))
  })
  it('ends with the side that is practised', () => {
    const state = follow([{ form: sided, count: 2 }], [15, 'linger'])
    const { fromSeconds, timeline } = lingerAhead(state, 10)!
    expect(fromSeconds).toBe(20)
    const after = timeline.segments.filter((segment) => segment.startSeconds >= 20 && segment.startSeconds < 30)
    expect(after.map(({ side }) => side)).toEqual(['left', 'left'])
  })
  it('is nothing else where nothing is added: in a stillness, or when I lead', () => {
    expect(lingerAhead(follow([then], [5, 'linger']), 10)).toBeNull()
    expect(lingerAhead(follow([four], [5, 'linger'], [6, 'leadMe']), 10)).toBeNull()
    expect(lingerAhead(follow([four]), 10)).toBeNull()
  })
})

describe('whatever one changes', () => {
  const changesArbitrary = fc.array(fc.tuple(fc.integer({ min: 0, max: 20_000 }), fc.constantFrom(...GIVEN)), {
    maxLength: 10,
  })
  it('what was done stays as it was, to the millisecond', () => {
    fc.assert(
      fc.property(planArbitrary, changesArbitrary, (plan, changes) => {
        let state = reduce(readyRunner(plan), 'start', T0)
        for (const [wait, command] of changes) {
          const before = tick(state, state.clockMs + wait)
          state = reduce(before, command, before.clockMs)
          const over = before.timeline.segments.filter(
            ({ startSeconds, lengthSeconds }) => startSeconds + lengthSeconds <= before.positionSeconds,
          )
          const told = (one: RunnerState) =>
            one.timeline.segments
              .slice(0, over.length)
              .map(({ startSeconds, cue, side }) => `${startSeconds.toFixed(3)} ${cue} ${side}`)
          expect(told(state)).toEqual(told(before))
          if (state.status !== 'ended') {
            expect(state.positionSeconds + state.overrunSeconds).toBeCloseTo(
              before.positionSeconds + before.overrunSeconds,
              4,
            )
          }
        }
      }),
    )
  })
  it('says of nothing that it was skipped of which something was done, and of nothing that it was done of which nothing was', () => {
    fc.assert(
      fc.property(planArbitrary, changesArbitrary, (plan, changes) => {
        let state = reduce(readyRunner(plan), 'start', T0)
        for (const [wait, command] of changes) state = reduce(state, command, state.clockMs + wait)
        const { done, planned } = outcomeOf(reduce(state, 'endNow', state.clockMs))!
        for (const { stepId, outcome, counts: made } of done) {
          const isSome = made.some(({ count }) => count > 0)
          const isAsked = planned.some((step) => step.stepId === stepId && step.counts.some(({ count }) => count > 0))
          if (isSome) expect(outcome).not.toBe('skipped')
          else if (isAsked) expect(outcome).not.toBe('done')
        }
      }),
      { numRuns: 400 },
    )
  })
  it('an alternating or two-sided form ends with even sides, unless a side was asked for by itself', () => {
    const even = GIVEN.filter(
      (name) => !['next', 'back', 'again', 'otherSide', 'oneMore', 'oneFewer', 'undo', 'linger'].includes(name),
    )
    fc.assert(
      fc.property(
        fc.constantFrom(sided, pairs),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 12_000 }), fc.constantFrom(...even)), { maxLength: 8 }),
        (form, changes) => {
          let state = reduce(readyRunner(aPlan([{ form, count: 3 }], steadyPace(2, 3), NO_WAITING)), 'start', T0)
          for (const [wait, command] of changes) state = reduce(state, command, state.clockMs + wait)
          for (let turn = 0; turn < 200 && state.status !== 'ended'; turn += 1) {
            state = reduce(state, 'resume', state.clockMs + 3000)
            state = reduce(state, 'leadIt', state.clockMs)
            if (state.overrunSeconds > 0) state = reduce(state, 'next', state.clockMs)
          }
          const done = outcomeOf(state)!.done.find(({ stepId }) => stepId === 's0')!
          expect(done.counts[0]!.count).toBe(done.counts[1]!.count)
          expect(done.counts[0]!.count).toBe(3)
        },
      ),
    )
  })
})
