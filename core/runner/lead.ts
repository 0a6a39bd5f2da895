import { COUNT_UNITS } from '../forms'
import { endSeconds, isBody, segmentAt, type Segment } from '../timeline'
import { hereOf, withCourse, type Here } from './course'
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
  return isBody(segment) && (counting === 'breathRepetitions' || counting === 'breathHold')
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
    if (state.lead === 'me' && segment.endsRepetition) return 'forGood'
    if (state.lead === 'breath' && !state.fallenBack && endsBreathing(state, segment)) return 'forBreath'
  }
  return state.lingering && segment.endsRepetition ? 'byOneMore' : null
}

/** So far ahead it is looked for something that is waited for. */
const LOOK_AHEAD_SECONDS = 20

/** From where on the axis nothing has a time yet, as something is waited for before it; null when nothing soon is. */
export function waitsFrom(state: RunnerState): number | null {
  const { timeline, positionSeconds } = state
  let segment = segmentAt(timeline, positionSeconds)
  while (segment && segment.startSeconds < positionSeconds + LOOK_AHEAD_SECONDS) {
    const wait = waitsAtEnd(state, segment)
    if (wait === 'forGood' || wait === 'forBreath') return endSeconds(timeline, segment) - 1e-6
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

/** My signal: this repetition is done, or I am ready for the next thing. */
export function signalled(state: RunnerState): RunnerState {
  const here = hereOf(state)
  if (state.status !== 'running' || !here || here.into < LEAST_SECONDS) return state
  const { segment } = here
  if (!isBody(segment) || segment.openEnded) return toEndOf(state, here, segment)
  if (state.lead !== 'me' || !isCounted(state, segment)) return state
  const { segments } = state.timeline
  let last = segment
  while (!last.endsRepetition && segments[last.index + 1]) last = segments[last.index + 1]!
  return toEndOf(state, here, last)
}

/** The breath has turned: on to the next phase that goes that way. */
export function turned(state: RunnerState, to: 'in' | 'out'): RunnerState {
  const here = hereOf(state)
  if (state.status !== 'running' || state.lead !== 'breath' || !here) return state
  const { segment } = here
  if (!isCounted(state, segment)) return state
  const heard = state.fallenBack ? { ...state, fallenBack: false } : state
  if (segment.breath === to || here.into < LEAST_SECONDS) return heard
  const { segments } = state.timeline
  let last = segment
  for (;;) {
    const next = segments[last.index + 1]
    if (!next || next.occurrence !== segment.occurrence || !isBody(next) || next.breath === to) break
    last = next
  }
  return toEndOf(heard, here, last)
}

/** What is lived of the present segment is all of it, and the ones after it up to `last` are passed over. */
function toEndOf(state: RunnerState, { index, item, segment, into }: Here, last: Segment): RunnerState {
  const lived = { ...item.lived, [segment.place]: into }
  for (let place = segment.place + 1; place <= last.place; place += 1) lived[place] = 0
  const course = state.course.with(index, { ...item, lived })
  const next = withCourse(state, course, { overrunSeconds: 0, positionSeconds: segment.startSeconds + into })
  const now = next.timeline.segments[segment.index]
  return now ? { ...next, positionSeconds: endSeconds(next.timeline, now) } : next
}
