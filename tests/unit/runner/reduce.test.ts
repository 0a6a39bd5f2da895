import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  COMMANDS,
  outcomeOf,
  readyRunner,
  reduce,
  replay,
  tick,
  toRunning,
  type PlainCommand as Command,
  type RunnerState,
} from '#core/runner'
import { momentAt } from '#core/timeline'
import { aForm, aPlan, FREE_MOVE, planArbitrary } from '../../helpers'

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
const open = aForm({ id: 'open', name: 'Open', counting: { by: 'open' }, moves: FREE_MOVE })

/** Follow a plan: pairs of seconds since the start and a command. */
function follow(steps: Parameters<typeof aPlan>[0], ...given: [number, Command][]): RunnerState {
  return given.reduce(
    (state, [seconds, command]) => reduce(state, command, T0 + seconds * 1000),
    reduce(readyRunner(aPlan(steps)), 'start', T0),
  )
}
const at = (state: RunnerState, seconds: number) => tick(state, T0 + seconds * 1000)
const counts = (state: RunnerState) => outcomeOf(state)!.done.map(({ counts }) => counts.map(({ count }) => count))

describe('following', () => {
  it('runs to its end and records what was done', () => {
    const end = at(follow([{ form: breath, count: 3 }]), 100)
    expect(end.status).toBe('ended')
    const outcome = outcomeOf(end)!
    expect(outcome.practisedSeconds).toBe(30)
    expect(outcome.done).toMatchObject([{ outcome: 'done', counts: [{ side: 'none', count: 3 }], seconds: 30 }])
  })

  it('pauses without losing the place or counting the time', () => {
    const state = at(follow([{ form: breath, count: 3 }], [12, 'pause'], [60, 'resume']), 62)
    expect(state.positionSeconds).toBe(14)
    expect(state.pausedSeconds).toBe(48)
    expect(outcomeOf(at(state, 500))!.practisedSeconds).toBeCloseTo(30, 9)
  })

  it('goes on to the next form and says that this one was left early', () => {
    const state = at(
      follow(
        [
          { form: breath, count: 3 },
          { form: post, count: 60 },
        ],
        [14, 'next'],
      ),
      500,
    )
    expect(outcomeOf(state)!.done.map(({ outcome }) => outcome)).toEqual(['cutShort', 'done'])
    expect(counts(state)).toEqual([[1], [60]])
  })

  it('skips what was never begun', () => {
    const state = follow(
      [
        { form: breath, count: 3 },
        { form: post, count: 60 },
      ],
      [5, 'endNow'],
    )
    expect(outcomeOf(state)!.done.map(({ outcome }) => outcome)).toEqual(['cutShort', 'skipped'])
  })

  it('goes back to the start of a form, and near the start to the form before', () => {
    const steps = [
      { form: breath, count: 3 },
      { form: pairs, count: 2 },
    ]
    const now = (...given: [number, Command][]) => {
      const state = follow(steps, ...given)
      const { occurrence, segment } = momentAt(state.timeline, state.positionSeconds)!
      return [occurrence.formId, segment.repetition]
    }
    expect(now([45, 'back'])).toEqual(['pairs', 1])
    expect(now([31, 'back'])).toEqual(['breath', 1])
    expect(now([2, 'back'])).toEqual(['breath', 1])
    // Said twice, it goes to the form before even from the middle.
    expect(now([45, 'back'], [46, 'back'])).toEqual(['breath', 1])
    // The axis is the time that has passed: going back does not turn it back.
    expect(follow(steps, [45, 'back']).positionSeconds).toBe(45)
  })

  it('counts what is repeated after going back', () => {
    const state = at(follow([{ form: breath, count: 3 }], [25, 'back']), 500)
    expect(counts(state)).toEqual([[5]])
  })

  it('waits in an open form until it is enough, and counts the time', () => {
    const state = follow([
      { form: open, count: 60 },
      { form: breath, count: 1 },
    ])
    const waiting = at(state, 200)
    expect(waiting.status).toBe('running')
    expect(momentAt(waiting.timeline, waiting.positionSeconds)!.occurrence.formName).toBe('Open')
    const on = at(reduce(waiting, 'next', T0 + 200_000), 210)
    expect(on.status).toBe('ended')
    expect(outcomeOf(on)!.done[0]).toMatchObject({ outcome: 'done', counts: [{ count: 200 }] })
  })
})

describe('one more, one fewer', () => {
  it('adds to a form without sides', () => {
    expect(counts(at(follow([{ form: breath, count: 3 }], [12, 'oneMore']), 500))).toEqual([[4]])
  })
  it('keeps the plan as it was', () => {
    const outcome = outcomeOf(at(follow([{ form: breath, count: 3 }], [12, 'oneMore']), 500))!
    expect(outcome.planned[0]!.counts).toEqual([{ side: 'none', count: 3 }])
    expect(outcome.plannedSeconds).toBe(30)
  })
  it('keeps sides even from the first side on', () => {
    expect(counts(at(follow([{ form: sided, count: 2 }], [5, 'oneMore']), 500))).toEqual([[3, 3]])
    expect(counts(at(follow([{ form: pairs, count: 2 }], [15, 'oneMore']), 500))).toEqual([[3, 3]])
    expect(counts(at(follow([{ form: sided, count: 2 }], [5, 'oneFewer']), 500))).toEqual([[1, 1]])
  })
  it('mends the second side alone', () => {
    expect(counts(at(follow([{ form: sided, count: 2 }], [25, 'oneMore']), 500))).toEqual([[2, 3]])
  })
  it('changes a time by the step of the form', () => {
    expect(counts(at(follow([{ form: post, count: 60 }], [10, 'oneMore']), 500))).toEqual([[90]])
    expect(counts(at(follow([{ form: post, count: 60 }], [10, 'oneFewer']), 500))).toEqual([[30]])
  })
  it('never takes away what has begun', () => {
    const state = follow([{ form: breath, count: 3 }], [22, 'oneFewer'])
    expect(state.timeline.totalSeconds).toBe(30)
    expect(state.given).toHaveLength(1)
    const held = follow([{ form: post, count: 60 }], [45, 'oneFewer'])
    expect(held.timeline.totalSeconds).toBe(60)
  })
  it('does not move the place', () => {
    expect(follow([{ form: pairs, count: 2 }], [15, 'oneMore']).positionSeconds).toBe(15)
  })
})

const commandsArbitrary = fc.array(
  fc.tuple(fc.integer({ min: 0, max: 30_000 }), fc.constantFrom(...COMMANDS.filter((name) => name !== 'endNow'))),
  { maxLength: 12 },
)

/** Give commands some milliseconds apart, ticking as often as asked in between. */
function give(plan: Parameters<typeof readyRunner>[0], commands: [number, Command][], ticks: number): RunnerState {
  let state = reduce(readyRunner(plan), 'start', T0)
  for (const [wait, command] of commands) {
    const from = state.clockMs
    for (let part = 1; part <= ticks; part += 1) state = tick(state, from + (wait * part) / ticks)
    state = reduce(state, command, from + wait)
  }
  return state
}

describe('every session', () => {
  it('is the same however often the clock ticks', () => {
    fc.assert(
      fc.property(planArbitrary, commandsArbitrary, (plan, commands) => {
        const once = give(plan, commands, 1)
        const often = give(plan, commands, 7)
        expect(often.status).toBe(once.status)
        expect(often.positionSeconds).toBeCloseTo(once.positionSeconds, 4)
        expect(counts(often)).toEqual(counts(once))
      }),
    )
  })

  it('can be brought back from what is stored, paused where it was last seen', () => {
    fc.assert(
      fc.property(planArbitrary, commandsArbitrary, (plan, commands) => {
        const state = give(plan, commands, 3)
        const back = replay(JSON.parse(JSON.stringify(toRunning(state))))
        expect(back.positionSeconds).toBeCloseTo(state.positionSeconds, 6)
        expect(back.status).toBe(state.status === 'running' ? 'paused' : state.status)
        expect(back.given.slice(0, state.given.length)).toEqual(state.given)
        expect(outcomeOf(back)!.done).toEqual(outcomeOf(state)!.done)
      }),
    )
  })

  it('accounts for every second: steps add up to the time practised', () => {
    fc.assert(
      fc.property(planArbitrary, commandsArbitrary, (plan, commands) => {
        const outcome = outcomeOf(give(plan, commands, 2))!
        const sum = outcome.done.reduce((seconds, step) => seconds + step.seconds, 0)
        expect(sum).toBeCloseTo(outcome.practisedSeconds, 1)
        expect(outcome.movingSeconds + outcome.closingSeconds).toBeCloseTo(outcome.practisedSeconds, 1)
      }),
    )
  })

  it('does the whole plan when nobody changes their mind', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        let state = reduce(readyRunner(plan), 'start', T0)
        for (let turn = 0; turn < 1000 && state.status !== 'ended'; turn += 1) {
          state = tick(state, state.clockMs + 120_000)
          if (state.overrunSeconds > 0) state = reduce(state, 'next', state.clockMs)
        }
        const outcome = outcomeOf(state)!
        expect(state.status).toBe('ended')
        outcome.done.forEach((step, index) => {
          const planned = outcome.planned[index]!
          expect(step.outcome).toBe('done')
          if (step.counting !== 'open') {
            step.counts.forEach(({ count }, side) => expect(count).toBeCloseTo(planned.counts[side]!.count, 2))
          }
        })
      }),
    )
  })
})
