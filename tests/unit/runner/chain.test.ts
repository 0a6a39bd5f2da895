import { describe, expect, it } from 'vitest'
import { plainMove, type Form } from '#core/forms'
import { lingerAhead, outcomeOf, readyRunner, reduce, tick, type PlainCommand, type RunnerState } from '#core/runner'
import { isBody, momentAt, presentCount, standingLegOf } from '#core/timeline'
import { aForm, aPlan, FREE_MOVE } from '../../helpers'

const T0 = 1_700_000_000_000
const move = (name: string, times?: number) => ({
  ...plainMove(name, [
    { breath: 'in' as const, length: 1, cue: '' },
    { breath: 'out' as const, length: 1, cue: '' },
  ]),
  ...(times ? { times } : {}),
})
/** Three moves of one breath (10 s) each, the middle one three times. */
const chain = aForm({ id: 'chain', name: 'Chain', moves: [move('A'), move('B', 3), move('C')] })
const last = aForm({ id: 'last', name: 'Last' })

function follow(form: Form, count: number, ...given: [number, PlainCommand][]): RunnerState {
  const steps = [
    { form, count },
    { form: last, count: 1 },
  ]
  return given.reduce(
    (state, [seconds, command]) => reduce(state, command, T0 + seconds * 1000),
    reduce(readyRunner(aPlan(steps)), 'start', T0),
  )
}
const at = (state: RunnerState, seconds: number) => tick(state, T0 + seconds * 1000)
const now = (state: RunnerState) => momentAt(state.timeline, state.positionSeconds)!
const countNow = (state: RunnerState) => presentCount(now(state).occurrence, now(state).segment)
/** The moves of the first form in the order in which they are done, a letter a breath. */
const moves = ({ timeline }: RunnerState) =>
  timeline.segments
    .filter((each) => isBody(each) && each.breath === 'in' && timeline.occurrences[each.occurrence]!.formId === 'chain')
    .map((each) => each.move)
    .join('')

describe('inside a chain', () => {
  it('a move is done several times in a row, and its own count is what is left', () => {
    const state = follow(chain, 1)
    expect(moves(state)).toBe('ABBBC')
    expect(countNow(at(state, 12))).toMatchObject({ of: 'move', repetition: 1, remaining: 2, isLast: false })
    expect(countNow(at(state, 32))).toMatchObject({ remaining: 0, isLast: false })
    expect(now(at(state, 12))).toMatchObject({ movesRemaining: 1, nextMove: 'C' })
  })
  it('one more and one fewer are of the present move, and what has begun stays', () => {
    expect(moves(follow(chain, 1, [12, 'oneMore']))).toBe('ABBBBC')
    expect(moves(follow(chain, 1, [2, 'oneMore']))).toBe('AABBBC')
    expect(moves(follow(chain, 1, [12, 'oneFewer']))).toBe('ABBC')
    expect(moves(follow(chain, 1, [32, 'oneFewer']))).toBe('ABBBC')
    // Of a chain that is done several times, a move that comes once is not counted: one more is a whole round.
    expect(moves(follow(chain, 2, [2, 'oneMore']))).toBe('ABBBCABBBCABBBC')
    expect(moves(follow(chain, 2, [12, 'oneMore']))).toBe('ABBBBCABBBC')
  })
  it('lingering stays with the present move, and what comes is known before', () => {
    const state = follow(chain, 1, [2, 'linger'])
    expect(now(at(state, 45)).segment.move).toBe('A')
    const ahead = lingerAhead(state, 20)!
    expect(ahead.fromSeconds).toBe(10)
    expect(ahead.timeline.segments.filter((each) => each.move === 'A').length).toBeGreaterThanOrEqual(6)
    const on = reduce(at(state, 45), 'linger', T0 + 46_000)
    // The time that has begun is done to its end.
    expect(now(at(on, 49)).segment.move).toBe('A')
    expect(now(at(on, 52)).segment).toMatchObject({ move: 'B', moveRepetition: 1 })
  })
  it('a signal ends one time of a move', () => {
    const state = follow(chain, 1, [0.1, 'leadMe'], [3, 'signal'], [5, 'signal'])
    expect(now(state).segment).toMatchObject({ move: 'B', moveRepetition: 2, moveRepetitions: 3 })
  })
  it('is taken up again with the move that comes, not with the first', () => {
    const state = follow(chain, 1, [22, 'shakeOut'])
    // A, B, B; shaking out for 20 s from 30 s on; then the third B and C.
    expect(moves(state)).toBe('ABBBC')
    expect(now(at(state, 52)).segment).toMatchObject({ move: 'B', moveRepetition: 3, beginsRepetition: true })
    const end = outcomeOf(at(state, 500))!
    expect(end.done[0]).toMatchObject({ formId: 'chain', outcome: 'done', counts: [{ count: 1 }] })
    expect(end.done[0]).not.toHaveProperty('leftAfter')
  })
  it('that is left in the midst says after how many moves, wherever it was taken up', () => {
    const left = (state: RunnerState) => outcomeOf(reduce(state, 'endNow', state.clockMs))!.done[0]
    expect(left(at(follow(chain, 1), 22))).toMatchObject({ outcome: 'cutShort', leftAfter: { movesDone: 2, moves: 5 } })
    expect(left(at(follow(chain, 1, [12, 'shakeOut']), 52))).toMatchObject({ leftAfter: { movesDone: 3, moves: 5 } })
  })
})

describe('positions of a hold', () => {
  const post = aForm({
    id: 'post',
    counting: { by: 'breathHold' },
    counts: { least: 3, usual: 9, most: 30, step: 3 },
    levels: ['low', 'heart', 'brow'],
  })
  const levels = ({ timeline }: RunnerState) =>
    timeline.segments
      .filter(({ breath, level }) => breath === 'in' && level)
      .map(({ level }) => level[0])
      .join('')
  it('have a count of their own, and name the next one', () => {
    const state = at(follow(post, 10), 32)
    expect(levels(state)).toBe('lllhhhbbbb')
    expect(countNow(state)).toEqual({ of: 'position', repetition: 1, remaining: 2, isLast: false })
    expect(now(state)).toMatchObject({ movesRemaining: 1, nextMove: 'brow' })
  })
  it('one more breath is one more where one stands, and moves nobody back', () => {
    expect(levels(follow(post, 9, [32, 'oneMore'], [33, 'oneMore']))).toBe('lllhhhhhbbb')
    expect(levels(follow(post, 9, [2, 'oneFewer']))).toBe('llhhhbbb')
  })
})

describe('beats', () => {
  const rub = (cue: string, length: number) => ({ breath: 'free' as const, length, cue })
  const beats = aForm({
    id: 'beats',
    counting: { by: 'beats', beatsPerMinute: 60 },
    moves: [plainMove('Rub', [rub('Rub', 36), rub('Stroke', 9)])],
  })
  it('hold a word for a block of beats, with a count of its own', () => {
    const { segments } = follow(beats, 45).timeline
    expect(segments.filter(({ cue }) => cue === 'Rub')).toHaveLength(36)
    expect(segments[36]).toMatchObject({ cue: 'Stroke', moveRepetition: 1, moveRepetitions: 9 })
    expect(now(at(follow(beats, 45), 3))).toMatchObject({ movesRemaining: 1, nextMove: 'Stroke' })
    // Twice as many are shared out alike, in their order.
    expect(follow(beats, 90).timeline.segments.findIndex(({ cue }) => cue === 'Stroke')).toBe(72)
    expect(follow(beats, 45, [3, 'oneMore']).timeline.segments.filter(({ cue }) => cue === 'Rub')).toHaveLength(37)
  })
  it('that change sides have one count for both', () => {
    const swing = aForm({
      id: 'swing',
      sides: 'alternate',
      countScope: 'inAll',
      moves: FREE_MOVE,
      counting: { by: 'beats', beatsPerMinute: 60 },
    })
    expect(countNow(at(follow(swing, 16), 0.5))).toMatchObject({ of: 'step', repetition: 1, remaining: 15 })
    expect(countNow(at(follow(swing, 16), 1.5))).toMatchObject({ repetition: 2, remaining: 14 })
  })
})

describe('the stance', () => {
  const deep = aForm({ id: 'deep', name: 'Deep', versions: [{ kind: 'higher', change: 'Stand higher' }] })
  const versions = ({ timeline }: RunnerState) => timeline.occurrences.map(({ version }) => version)
  const steps = [deep, aForm({ id: 'plain', name: 'Plain' }), { ...deep, id: 'deep2' }].map((form) => ({
    form,
    count: 2,
  }))
  const begun = (...given: [number, PlainCommand][]) =>
    given.reduce(
      (state, [seconds, command]) => reduce(state, command, T0 + seconds * 1000),
      reduce(readyRunner(aPlan(steps)), 'start', T0),
    )
  it('is higher from this breath on wherever a form has a higher one, and lower again', () => {
    const higher = begun([2, 'standHigher'])
    expect(versions(higher)).toEqual([null, 'higher', null, 'higher'])
    expect(higher.timeline.totalSeconds).toBe(60)
    expect(reduce(higher, 'standHigher', T0 + 12_000)).toMatchObject({ given: higher.given })
    expect(versions(reduce(at(higher, 12), 'standLower', T0 + 12_000)).slice(-2)).toEqual([null, null])
    expect(begun([2, 'standLower']).schedule).toHaveLength(3)
  })
})

describe('an open step', () => {
  const open = aForm({
    id: 'open',
    counting: { by: 'open' },
    counts: { least: 30, usual: 60, most: 90, step: 30 },
    moves: FREE_MOVE,
  })
  it.each(['next', 'signal'] as const)('is done when %s says enough', (command) => {
    const state = follow(open, 60, [100, command])
    expect(now(state).occurrence.formId).toBe('last')
    expect(outcomeOf(at(state, 500))!.done[0]).toMatchObject({ outcome: 'done', counts: [{ count: 100 }] })
  })
})

describe('the leg that stands', () => {
  it('is the other one than the side’s, or the side’s own where the form says so, as the cue names it', () => {
    expect(standingLegOf('left', 'movingLeg')).toBe('right')
    expect(standingLegOf('left', 'standingLeg')).toBe('left')
    expect(standingLegOf('none', 'movingLeg')).toBeNull()
    expect(standingLegOf('left', null)).toBeNull()
    const names = (change: Partial<Form>) =>
      readyRunner(aPlan([{ form: aForm({ stance: 'oneLeg', sides: 'oneThenOther', ...change }), count: 1 }])).timeline
        .occurrences[0]!.sideNames
    expect(names({})).toBe('movingLeg')
    expect(names({ sideNames: 'standingLeg' })).toBe('standingLeg')
    expect(names({ stance: 'wide' })).toBeNull()
    expect(names({ sides: 'bothDirections' })).toBeNull()
  })
})
