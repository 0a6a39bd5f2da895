import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { closeNow, refitRemainder } from '#core/compose'
import { CLOSING_PARTS, USUAL_HOUSE_RULES } from '#core/forms'
import { stepsOf, type Routine } from '#core/routine'
import {
  currentPosition,
  outcomeOf,
  readyRunner,
  reduce,
  tick,
  type NewRemainder,
  type RunnerState,
} from '#core/runner'
import { momentAt, totalsOf } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { aForm, aPlan } from '../../helpers'

const T0 = 1_700_000_000_000
const MORNING = SHIPPED_ROUTINES.find(({ id }) => id === 'before-the-workshop-opens')!

/** Any routine, followed for so many seconds. */
function followed(routine: Routine, seconds: number, closingShare = 0.3): RunnerState {
  const used = new Set(stepsOf(routine).map(({ formId }) => formId))
  const forms = CATALOGUE.filter(({ id }) => used.has(id))
  const rules = { ...USUAL_HOUSE_RULES, closingShare }
  const plan = { routine, forms, ways: [], pace: steadyPace(4, 6), rules }
  return tick(reduce(readyRunner(plan), 'start', T0), T0 + seconds * 1000)
}
const take = (state: RunnerState, remainder: NewRemainder | null) => reduce(state, remainder!, state.clockMs)
const left = (state: RunnerState) => momentAt(state.timeline, state.positionSeconds)!.secondsLeft
/** At ten seconds a breath. */
const HALF_BREATH = 5.001

describe('"I have N minutes left"', () => {
  const half = followed(MORNING, 264)
  const whole = left(half) / 60

  it.each([0.75, 0.6, 0.5])('fits the rest to %f of it, to half a breath, with the closing kept', (share) => {
    const state = take(half, refitRemainder(half, whole * share * 60))
    expect(Math.abs(left(state) - whole * share * 60)).toBeLessThan(HALF_BREATH)
    expect(totalsOf(state.timeline).closingShare!).toBeGreaterThanOrEqual(0.3 - 1e-9)
    // What is going on is not broken off: the place and the phase are the same.
    expect(state.positionSeconds).toBe(half.positionSeconds)
    expect(currentPosition(state)!.segment).toMatchObject({
      cue: currentPosition(half)!.segment.cue,
      startSeconds: currentPosition(half)!.segment.startSeconds,
    })
  })
  it('makes the rest longer, too', () => {
    const state = take(half, refitRemainder(half, (whole + 2) * 60))
    expect(Math.abs(left(state) - (whole + 2) * 60)).toBeLessThan(HALF_BREATH)
  })
  it('does not give up the work for a few seconds that coarse counts leave over', () => {
    const sunday = SHIPPED_ROUTINES.find(({ id }) => id === 'sunday-by-the-window')!
    const state = followed(sunday, 302)
    const after = take(state, refitRemainder(state, 483))
    expect(left(after) - 483).toBeLessThan(483 * 0.03)
    expect(totalsOf(after.timeline).closingShare!).toBeGreaterThanOrEqual(0.3 - 1e-9)
    const later = after.timeline.occurrences.slice(currentPosition(after)!.index + 1)
    expect(later.some(({ part }) => !CLOSING_PARTS.includes(part))).toBe(true)
  })
  it('leaves out all of the closing but its end, where its least counts take too long', () => {
    const late = followed(MORNING, 484)
    const whole = take(late, refitRemainder(late, 100))
    const short = take(late, refitRemainder(late, 45))
    expect(left(short)).toBeLessThan(left(whole))
    expect(Math.abs(left(short) - 45)).toBeLessThan(2 * HALF_BREATH)
    expect(short.timeline.occurrences.at(-1)!.formName).toBe(whole.timeline.occurrences.at(-1)!.formName)
  })
  it('goes straight to the closing when there is time for nothing else', () => {
    const late = followed(MORNING, 484)
    const state = take(late, refitRemainder(late, 75))
    const after = state.timeline.occurrences.slice(currentPosition(state)!.index + 1)
    expect(after.length).toBeGreaterThan(0)
    expect(after.every(({ part }) => CLOSING_PARTS.includes(part))).toBe(true)
  })
  describe('in a routine that has no closing', () => {
    const forms = ['one', 'two', 'three'].map((id) => aForm({ id, name: id, part: 'work' }))
    const plan = aPlan(forms.map((form) => ({ form, count: 12 })))
    const sweep = aForm({ id: 'sweep', name: 'Sweep', part: 'gather' })
    const spare = aPlan([{ form: sweep, count: 4 }]).routine.entries as typeof plan.closing
    const begun = (given: typeof plan) => tick(reduce(readyRunner(given), 'start', T0), T0 + 52_000)

    it('only fits the time where there is none to be had', () => {
      const before = begun(plan)
      const state = take(before, refitRemainder(before, 200))
      expect(Math.abs(left(state) - 200)).toBeLessThan(HALF_BREATH)
    })
    it('ends with the one that the plan has, and goes on practising until then', () => {
      const before = begun({ ...plan, forms: [...forms, sweep], closing: spare })
      const state = take(before, refitRemainder(before, 160))
      expect(Math.abs(left(state) - 160)).toBeLessThan(HALF_BREATH)
      expect(totalsOf(state.timeline).closingShare!).toBeGreaterThanOrEqual(0.3 - 1e-9)
      expect(state.timeline.occurrences.at(-1)!.formName).toBe('Sweep')
      expect(state.timeline.occurrences.length).toBeGreaterThan(2)
    })
  })
  it('is carried out only where it was worked out', () => {
    const remainder = refitRemainder(half, 300)
    const moved = reduce(half, 'next', half.clockMs)
    expect(take(moved, remainder)).toBe(moved)
  })
  it('can be undone', () => {
    const state = reduce(take(half, refitRemainder(half, 200)), 'undo', half.clockMs + 3000)
    expect(state.timeline.totalSeconds).toBeCloseTo(half.timeline.totalSeconds, 6)
    expect(outcomeOf(state)!.deviations).toMatchObject([{ what: 'minutesLeft', undone: true }])
  })
  it('keeps sides even', () => {
    const state = take(half, refitRemainder(half, whole * 36))
    for (const { counts, index } of state.timeline.occurrences.slice(currentPosition(half)!.index)) {
      expect(new Set(counts.map(({ count }) => count)).size, `occurrence ${index}`).toBe(1)
    }
  })
})

describe('"close now"', () => {
  it('leaves with this breath and closes for as long as suits what was done', () => {
    const early = followed(MORNING, 234)
    const state = take(early, closeNow(early))
    const here = currentPosition(state)!
    const end = state.timeline.occurrences[here.index]!
    expect(end.startSeconds + end.lengthSeconds - state.positionSeconds).toBeLessThanOrEqual(10)
    const { closingShare, closingSeconds } = totalsOf(state.timeline)
    expect(closingShare!).toBeGreaterThan(0.2)
    expect(closingSeconds).toBeLessThan(totalsOf(early.timeline).closingSeconds)
    expect(state.timeline.occurrences.slice(here.index + 1).every(({ part }) => CLOSING_PARTS.includes(part))).toBe(
      true,
    )
  })
  it('gathers and settles however little was done, and leaves out what lies between', () => {
    const early = followed(MORNING, 30)
    const state = take(early, closeNow(early))
    const after = state.timeline.occurrences.slice(currentPosition(state)!.index + 1)
    const planned = early.timeline.occurrences.filter(({ part }) => CLOSING_PARTS.includes(part))
    expect(planned.length).toBeGreaterThan(2)
    expect(after.map(({ formName }) => formName)).toEqual([planned[0]!.formName, planned.at(-1)!.formName])
  })
  it('closes a routine that has no closing with the one it is given', () => {
    const form = aForm({ id: 'work', part: 'work' })
    const sweep = aForm({ id: 'sweep', name: 'Sweep', part: 'gather' })
    const plan = aPlan([{ form, count: 12 }])
    const closing = aPlan([{ form: sweep, count: 4 }]).routine.entries
    const given = { ...plan, forms: [form, sweep], closing: closing as typeof plan.closing }
    const state = tick(reduce(readyRunner(given), 'start', T0), T0 + 52_000)
    const closed = take(state, closeNow(state))
    expect(closed.timeline.occurrences.map(({ formName }) => formName)).toEqual(['A form', 'Sweep'])
    expect(totalsOf(closed.timeline).closingSeconds).toBe(20)
  })
  it('is nothing before the beginning and after the end', () => {
    expect(closeNow(readyRunner(followed(MORNING, 0).plan))).toBeNull()
    expect(refitRemainder(followed(MORNING, 10_000), 60)).toBeNull()
  })
})
