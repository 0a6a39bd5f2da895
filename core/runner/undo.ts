import { SAME_SECONDS } from '../basics'
import { scaleOf, withScale } from './changes'
import { scheduleAfter, currentPosition, abandonNow, unfinishedPart, timelineOf, withSchedule } from './schedule'
import { endSeconds } from '../timeline'
import type { DeviationKind, RunnerState, Undoable } from './types'

/** A change of mind can be undone for so long. */
export const UNDO_SECONDS = 10

/** What must be known to undo a command that is given to this state. */
export function undoable(state: RunnerState, what: DeviationKind, atMs: number): Undoable {
  const { schedule, leader, lingering } = state
  return { what, atMs, index: currentPosition(state)?.index ?? 0, schedule, scale: scaleOf(state), leader, lingering }
}

/** Seconds for which the last change of mind can still be undone; 0 when there is none. */
export function undoSecondsLeft({ undo }: Pick<RunnerState, 'undo'>, nowMs: number): number {
  return undo ? Math.max(0, UNDO_SECONDS - (nowMs - undo.atMs) / 1000) : 0
}

/**
 * The session as it was to go on before the last change of mind. What was done since then stays done; a performance that was abandoned is
 * taken up where it was left off.
 */
export function undone(state: RunnerState, nowMs: number): RunnerState {
  const { undo } = state
  if (!undo || undoSecondsLeft(state, nowMs) <= 0) return state
  const back = isAbandoned(state, undo) ? resumedAgain(state, undo) : asItWas(state, undo)
  if (back === state || !keepsWhatWasDone(state, back)) return state
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
  const { leader, lingering } = undo
  const scaledBack = scaleOf(awake) === undo.scale ? awake : withScale(awake, undo.scale)
  const last = state.deviations.findLastIndex(({ what }) => what === undo.what)
  const deviations = state.deviations.map((each, at) => (at === last ? { ...each, undone: true } : each))
  return { ...scaledBack, leader, lingering, fallenBack: false, deviations }
}

/** Whether all that is over is the same in both: an undo must not change what was done. */
function keepsWhatWasDone({ timeline, positionSeconds }: RunnerState, after: RunnerState): boolean {
  return timeline.segments
    .filter((segment) => endSeconds(timeline, segment) <= positionSeconds)
    .every(({ index, kind, cue, side, startSeconds }) => {
      const same = after.timeline.segments[index]
      return (
        same?.kind === kind &&
        same.cue === cue &&
        same.side === side &&
        Math.abs(same.startSeconds - startSeconds) < SAME_SECONDS
      )
    })
}

/** Whether the performance in which the command was given lies behind, because of it. */
function isAbandoned(state: RunnerState, undo: Undoable): boolean {
  const then = undo.schedule[undo.index]!
  const now = state.schedule[undo.index]!
  return now.abandoned !== null && then.abandoned === null && currentPosition(state)?.index !== undo.index
}

/** Nothing was left yet: what comes is as it was. What has been begun since cannot be taken back. */
function asItWas(state: RunnerState, undo: Undoable): RunnerState {
  const here = currentPosition(state)
  const at = here ? undo.schedule.findIndex(({ id }) => id === here.item.id) : -1
  if (!here || at < 0) return state
  const present = { ...undo.schedule[at]!, actualSeconds: here.item.actualSeconds }
  const schedule = [...state.schedule.slice(0, here.index), present, ...undo.schedule.slice(at + 1)]
  const back = withSchedule(state, schedule)
  const occurrence = back.timeline.occurrences[here.index]!
  const isBehind = occurrence.startSeconds + occurrence.lengthSeconds <= back.positionSeconds
  return isBehind && state.status !== 'ended' ? state : back
}

/** Leave what the command led to, and take up what it made one leave. */
function resumedAgain(state: RunnerState, undo: Undoable): RunnerState {
  const here = currentPosition(state)
  if (!here) return state
  const then = timelineOf(state.plan, undo.schedule, state.paceScales)
  const marked = state.schedule.map((item, at) =>
    at === undo.index && item.abandoned
      ? { ...item, abandoned: { ...item.abandoned, why: 'toResume' as const } }
      : item,
  )
  const present = { ...state, schedule: marked }
  const leaving = here.index === undo.index ? present : abandonNow(present, currentPosition(present)!, 'toResume')
  const rest = unfinishedPart(then, leaving, undo.index, 'short')
  const later = undo.schedule.slice(undo.index + 1)
  return scheduleAfter(leaving, here.index, rest ? [rest, ...later] : later, true)
}
