import { describe, expect, it } from 'vitest'
import { plainMove, type BreathKind } from '#core/forms'
import { outcomeOf, readyRunner, reduce, tick, waitsAtEnd, type RunnerState } from '#core/runner'
import { isBody, momentAt } from '#core/timeline'
import { aForm, aPlan, NO_WAITING } from '../../helpers'

const T0 = 1_700_000_000_000

/** A form whose repetition goes through these breaths, one length each. */
const breathing = (id: string, ...breaths: BreathKind[]) =>
  aForm({
    id,
    moves: [
      {
        name: 'A move',
        phases: breaths.map((breath) => ({ breath, length: 1, cue: '' })),
        stance: null,
        directionDegrees: null,
        phaseOfFive: null,
      },
    ],
  })
const begun = (steps: Parameters<typeof aPlan>[0]) =>
  reduce(readyRunner({ ...aPlan(steps), rules: NO_WAITING }), 'start', T0)
/** What happens at the end of each segment of the body. */
const waits = (state: RunnerState) =>
  state.timeline.segments.filter(isBody).map((segment) => [segment.breath, waitsAtEnd(state, segment)])

describe('while my breath leads', () => {
  it('is waited at every turn of it: not before a short hold, which belongs to the breath before, nor within a breath', () => {
    const state = reduce(begun([{ form: breathing('f', 'in', 'hold', 'out', 'out'), count: 2 }]), 'leadBreath', T0 + 1)
    const repetition = [
      ['in', null],
      ['hold', 'forBreath'],
      ['out', null],
      ['out', 'forBreath'],
    ]
    expect(waits(state)).toEqual([...repetition, ...repetition])
  })
  it('is waited at the end of a form whatever follows it, but not where that is a hold', () => {
    const followed = { form: breathing('g', 'out', 'in'), count: 1, restBreaths: 1 }
    const state = reduce(
      begun([followed, followed, { form: breathing('h', 'in', 'hold'), count: 1 }]),
      'leadBreath',
      T0 + 1,
    )
    const form = [
      ['out', 'forBreath'],
      ['in', 'forBreath'],
    ]
    expect(waits(state)).toEqual([...form, ...form, ['in', null], ['hold', null]])
  })
  it('is not waited while the breath is free, nor while the pace leads', () => {
    const steps = [{ form: breathing('f', 'in', 'out'), count: 2 }]
    expect(waits(begun(steps)).every(([, wait]) => wait === null)).toBe(true)
    const free = aForm({ id: 'free', counting: { by: 'time' }, moves: breathing('x', 'free').moves })
    const state = reduce(begun([{ form: free, count: 30 }]), 'leadBreath', T0 + 1)
    expect(waits(state).every(([, wait]) => wait === null)).toBe(true)
  })
})

describe('the breath that was really breathed', () => {
  it('is as long as all the phases of a breath together, and is counted once for each repetition', () => {
    const state = tick(begun([{ form: breathing('f', 'in', 'in', 'out'), count: 3 }]), T0 + 1_000_000)
    expect(outcomeOf(state)!.done[0]!.breath).toEqual({ inSeconds: 8, outSeconds: 6 })
  })
  it('is two breaths where one repetition ends and the next begins with the same', () => {
    const state = tick(begun([{ form: breathing('f', 'in', 'out', 'in'), count: 2 }]), T0 + 1_000_000)
    expect(outcomeOf(state)!.done[0]!.breath).toEqual({ inSeconds: 4, outSeconds: 6 })
  })
})

it('a pause is no change of mind: what was changed before it can still be undone', () => {
  const state = begun([{ form: breathing('f', 'in', 'out'), count: 4 }])
  const more = reduce(state, 'oneMore', T0 + 2000)
  const paused = reduce(more, 'pause', T0 + 3000)
  expect(paused.undo).toEqual(more.undo)
  expect(more.undo).not.toBeNull()
  expect(reduce(reduce(paused, 'resume', T0 + 4000), 'undo', T0 + 5000).timeline.totalSeconds).toBe(
    state.timeline.totalSeconds,
  )
})

describe('while I lead', () => {
  const chain = aForm({
    id: 'chain',
    moves: ['One', 'Two', 'Three'].map((name) =>
      plainMove(name, [
        { breath: 'in', length: 1, cue: 'In' },
        { breath: 'out', length: 1, cue: 'Out' },
      ]),
    ),
  })
  const signalled = (state: RunnerState, ...atSeconds: number[]) =>
    atSeconds.reduce((now, seconds) => reduce(now, 'signal', T0 + seconds * 1000), state)
  const moveNow = (state: RunnerState) => momentAt(state.timeline, state.positionSeconds)!.segment.move

  it('a signal ends one move of a chain, and never the chain: what was not done is logged as left, by its moves', () => {
    const begunChain = reduce(begun([{ form: chain, count: 1 }]), 'leadMe', T0 + 100)
    const first = signalled(begunChain, 3)
    expect(first.status).toBe('running')
    expect(moveNow(first)).toBe('Two')
    const second = signalled(first, 6)
    expect(moveNow(second)).toBe('Three')
    const left = reduce(second, 'endNow', T0 + 8000)
    expect(outcomeOf(left)!.done).toMatchObject([
      { outcome: 'cutShort', counts: [{ count: 0 }], leftAfter: { movesDone: 2, moves: 3 } },
    ])
    const done = signalled(second, 9)
    expect(outcomeOf(done)!.done).toMatchObject([{ outcome: 'done', counts: [{ count: 1 }] }])
    expect(outcomeOf(done)!.done[0]).not.toHaveProperty('leftAfter')
  })
  it('is waited at the end of each move of a chain, and of each repetition of a single exercise', () => {
    const ofChain = waits(reduce(begun([{ form: chain, count: 1 }]), 'leadMe', T0 + 100))
    expect(ofChain.map(([, wait]) => wait)).toEqual([null, 'forGood', null, 'forGood', null, 'forGood'])
    const single = waits(
      reduce(begun([{ form: breathing('f', 'in', 'out', 'in', 'out'), count: 1 }]), 'leadMe', T0 + 100),
    )
    expect(single.map(([, wait]) => wait)).toEqual([null, null, null, 'forGood'])
  })
})
