import { SHORT_OF_END_SECONDS } from '../basics'
import { COUNT_UNITS, isPacedCounting } from '../forms'
import { countsMoves, endSeconds, isBody, segmentAt, type Segment } from '../timeline'
import { currentPosition, withSchedule, type Here } from './schedule'
import type { RunnerState } from './types'

/** My breath is waited for at the turn so long: as long again as the phase, and at least this. Then the pace goes on. Our choice. */
const LEAST_PATIENCE_SECONDS = 4
/** A turn or a signal sooner than this after the last is taken for a stumble of the sensor or the hand. */
const LEAST_SECONDS = 0.5

/** How long the breath is waited for at the end of a phase. */
export const patienceSeconds = ({ lengthSeconds }: Segment) => Math.max(LEAST_PATIENCE_SECONDS, lengthSeconds)

/** Whether repetitions or breaths are counted in a segment, so that a signal can end one. */
function isCounted(state: RunnerState, segment: Segment): boolean {
  const { counting } = state.timeline.occurrences[segment.occurrence]!
  return isBody(segment) && isPacedCounting(counting)
}

/**
 * What happens at the end of a segment: nothing; it is waited until something is said (`forGood`) or the breath turns; or one more is
 * added, as I linger.
 */
export function waitsAtEnd(state: RunnerState, segment: Segment): 'forGood' | 'forBreath' | 'byOneMore' | null {
  if (segment.openEnded) return 'forGood'
  if (!isBody(segment)) return null
  const { counting } = state.timeline.occurrences[segment.occurrence]!
  if (state.lingering && COUNT_UNITS[counting] === 'seconds') return 'forGood'
  if (isCounted(state, segment)) {
    if (state.leader === 'self' && endsMove(state, segment)) return 'forGood'
    if (state.leader === 'breath' && !state.fallenBack && endsBreathing(state, segment)) return 'forBreath'
  }
  const endsOne = countsMoves(state.timeline.occurrences[segment.occurrence]!, segment)
    ? segment.endsMove
    : segment.endsRepetition
  return state.lingering && endsOne ? 'byOneMore' : null
}

/** So far ahead it is looked for something that is waited for. */
const LOOK_AHEAD_SECONDS = 20

/** From where on the axis nothing has a time yet, as something is waited for before it; null when nothing soon is. */
export function waitsFrom(state: RunnerState): number | null {
  const { timeline, positionSeconds } = state
  let segment = segmentAt(timeline, positionSeconds)
  while (segment && segment.startSeconds < positionSeconds + LOOK_AHEAD_SECONDS) {
    const wait = waitsAtEnd(state, segment)
    if (wait === 'forGood' || wait === 'forBreath') return endSeconds(timeline, segment) - SHORT_OF_END_SECONDS
    segment = timeline.segments[segment.index + 1] ?? null
  }
  return null
}

const isPaced = ({ breath }: Segment) => breath === 'in' || breath === 'out'

/** Whether the breath turns after this segment; a short hold belongs to the breath before it. */
function endsBreathing(state: RunnerState, segment: Segment): boolean {
  const next = state.timeline.segments[segment.index + 1]
  if (!next || next.occurrence !== segment.occurrence || !isBody(next)) return isPaced(segment)
  return next.breath !== segment.breath && next.breath !== 'hold' && segment.breath !== 'free'
}

/** Whether a move is over with this segment: a repetition of a single exercise or a breath of a hold, or one move of a chain. */
function endsMove({ timeline }: RunnerState, segment: Segment): boolean {
  const next = timeline.segments[segment.index + 1]
  return segment.endsMove || segment.endsRepetition || !next || next.occurrence !== segment.occurrence
}

/** My signal: this repetition (or this move of a chain) is done, or I am ready for the next thing. */
export function afterSignal(state: RunnerState): RunnerState {
  const here = currentPosition(state)
  if (state.status !== 'running' || !here || here.intoSeconds < LEAST_SECONDS) return state
  const { segment } = here
  if (!isBody(segment) || segment.openEnded) return toEndOf(state, here, segment)
  if (state.leader !== 'self' || !isCounted(state, segment)) return state
  const { segments } = state.timeline
  let last = segment
  while (!endsMove(state, last)) last = segments[last.index + 1]!
  return toEndOf(state, here, last)
}

/** The breath has turned: on to the next phase that goes that way. */
export function afterBreathTurn(state: RunnerState, to: 'in' | 'out'): RunnerState {
  const here = currentPosition(state)
  if (state.status !== 'running' || state.leader !== 'breath' || !here) return state
  const { segment } = here
  if (!isCounted(state, segment)) return state
  const heard = state.fallenBack ? { ...state, fallenBack: false } : state
  if (segment.breath === to || here.intoSeconds < LEAST_SECONDS) return heard
  const { segments } = state.timeline
  let last = segment
  for (;;) {
    const next = segments[last.index + 1]
    if (!next || next.occurrence !== segment.occurrence || !isBody(next) || next.breath === to) break
    last = next
  }
  return toEndOf(heard, here, last)
}

/** What was done of the present segment is all of it, and the ones after it up to `last` are passed over. */
function toEndOf(state: RunnerState, { index, item, segment, intoSeconds }: Here, last: Segment): RunnerState {
  const actualSeconds = { ...item.actualSeconds, [segment.slot]: intoSeconds }
  for (let slot = segment.slot + 1; slot <= last.slot; slot += 1) actualSeconds[slot] = 0
  const schedule = state.schedule.with(index, { ...item, actualSeconds })
  const next = withSchedule(state, schedule, { overrunSeconds: 0, positionSeconds: segment.startSeconds + intoSeconds })
  const now = next.timeline.segments[segment.index]
  return now ? { ...next, positionSeconds: endSeconds(next.timeline, now) } : next
}
