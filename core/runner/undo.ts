import { scaleOf, withScale } from './changes'
import { follow, hereOf, leaveNow, restOf, timelineOf, withCourse } from './course'
import { endSeconds } from '../timeline'
import type { AsideName, RunnerState, Undoable } from './types'

/** Seconds of rounding. */
const EPSILON = 1e-6
/** A change of mind can be undone for so long. */
export const UNDO_SECONDS = 10

/** What must be known to undo a command that is given to this state. */
export function undoable(state: RunnerState, what: AsideName, atMs: number): Undoable {
  const { course, lead, lingering } = state
  return { what, atMs, index: hereOf(state)?.index ?? 0, course, scale: scaleOf(state), lead, lingering }
}

/** Seconds for which the last change of mind can still be undone; 0 when there is none. */
export function undoSecondsLeft({ undo }: Pick<RunnerState, 'undo'>, nowMs: number): number {
  return undo ? Math.max(0, UNDO_SECONDS - (nowMs - undo.atMs) / 1000) : 0
}

/**
 * The session as it was to go on before the last change of mind. What was lived since then stays lived; a doing that was left is
 * taken up where it was left off.
 */
export function undone(state: RunnerState, nowMs: number): RunnerState {
  const { undo } = state
  if (!undo || undoSecondsLeft(state, nowMs) <= 0) return state
  const back = isLeft(state, undo) ? takenUpAgain(state, undo) : asItWas(state, undo)
  if (back === state || !keepsLived(state, back)) return state
  const awake: RunnerState =
    state.status === 'ended'
      ? {
          ...back,
          status: 'running',
          endedAtMs: null,
          clockMs: nowMs,
          pausedSeconds: back.pausedSeconds + (nowMs - (state.endedAtMs ?? nowMs)) / 1000,
        }
      : { ...back, status: state.status === 'dizzy' ? 'running' : state.status }
  const { lead, lingering } = undo
  const scaledBack = scaleOf(awake) === undo.scale ? awake : withScale(awake, undo.scale)
  const place = state.asides.findLastIndex(({ what }) => what === undo.what)
  const asides = state.asides.map((aside, at) => (at === place ? { ...aside, undone: true } : aside))
  return { ...scaledBack, lead, lingering, fallenBack: false, asides }
}

/** Whether all that is over is the same in both: an undo must not change what was done. */
function keepsLived({ timeline, positionSeconds }: RunnerState, after: RunnerState): boolean {
  return timeline.segments
    .filter((segment) => endSeconds(timeline, segment) <= positionSeconds)
    .every(({ index, kind, cue, side, startSeconds }) => {
      const same = after.timeline.segments[index]
      return (
        same?.kind === kind &&
        same.cue === cue &&
        same.side === side &&
        Math.abs(same.startSeconds - startSeconds) < EPSILON
      )
    })
}

/** Whether the doing in which the command was given lies behind, because of it. */
function isLeft(state: RunnerState, undo: Undoable): boolean {
  const then = undo.course[undo.index]!
  const now = state.course[undo.index]!
  return now.left !== null && then.left === null && hereOf(state)?.index !== undo.index
}

/** Nothing was left yet: what comes is as it was. What has been begun since cannot be taken back. */
function asItWas(state: RunnerState, undo: Undoable): RunnerState {
  const here = hereOf(state)
  const place = here ? undo.course.findIndex(({ id }) => id === here.item.id) : -1
  if (!here || place < 0) return state
  const present = { ...undo.course[place]!, lived: here.item.lived }
  const course = [...state.course.slice(0, here.index), present, ...undo.course.slice(place + 1)]
  const back = withCourse(state, course)
  const occurrence = back.timeline.occurrences[here.index]!
  const isBehind = occurrence.startSeconds + occurrence.lengthSeconds <= back.positionSeconds
  return isBehind && state.status !== 'ended' ? state : back
}

/** Leave what the command led to, and take up what it made one leave. */
function takenUpAgain(state: RunnerState, undo: Undoable): RunnerState {
  const here = hereOf(state)
  if (!here) return state
  const then = timelineOf(state.plan, undo.course, state.paceScales)
  const marked = state.course.map((item, place) =>
    place === undo.index && item.left ? { ...item, left: { ...item.left, why: 'takenUp' as const } } : item,
  )
  const present = { ...state, course: marked }
  const left = here.index === undo.index ? present : leaveNow(present, hereOf(present)!, 'takenUp')
  const rest = restOf(then, left, undo.index, 'short')
  const later = undo.course.slice(undo.index + 1)
  return follow(left, here.index, rest ? [rest, ...later] : later, true)
}
