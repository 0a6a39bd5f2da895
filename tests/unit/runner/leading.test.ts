import { describe, expect, it } from 'vitest'
import type { BreathKind } from '#core/forms'
import { outcomeOf, readyRunner, reduce, tick, waitsAtEnd, type RunnerState } from '#core/runner'
import { isBody } from '#core/timeline'
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
    const state = tick(begun([{ form: breathing('f', 'in', 'out', 'out'), count: 3 }]), T0 + 1_000_000)
    expect(outcomeOf(state)!.done[0]!.breath).toEqual({ inSeconds: 4, outSeconds: 12 })
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
