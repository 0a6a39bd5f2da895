import { courseOf, endSeconds, segmentAt } from '../timeline'
import { changeOfMind, relayed, takesUp } from './changes'
import { calledOff, ended, hereOf, leaveNow, restOf, follow, endSegmentNow, timelineOf } from './course'
import { patienceSeconds, signalled, turned, waitsAtEnd } from './lead'
import {
  CHANGES_OF_MIND,
  nameOf,
  type Aside,
  type AsideName,
  type ChangeOfMind,
  type Command,
  type RunnerState,
  type SessionPlan,
} from './types'
import { undoable, undone } from './undo'

/** A session that has not begun. Throws `UnknownFormError` as compiling does. */
export function readyRunner(plan: SessionPlan): RunnerState {
  const course = courseOf(plan.routine)
  return {
    plan,
    course,
    paceScales: [],
    timeline: timelineOf(plan, course, []),
    status: 'ready',
    positionSeconds: 0,
    clockMs: 0,
    startedAtMs: null,
    endedAtMs: null,
    pausedSeconds: 0,
    overrunSeconds: 0,
    lead: 'it',
    fallenBack: false,
    lingering: false,
    undo: null,
    asides: [],
    given: [],
  }
}

/**
 * Let time pass until `nowMs`. Ticking twice is the same as ticking once at the later time, so ticks need not be stored
 * or evenly spaced. A clock that went backwards changes nothing.
 */
export function tick(state: RunnerState, nowMs: number): RunnerState {
  if (nowMs <= state.clockMs) return state
  const passed = (nowMs - state.clockMs) / 1000
  if (state.status === 'paused' || state.status === 'dizzy') {
    const asides = lasting(state.asides, state.status === 'dizzy' ? 'dizzy' : 'pause', passed)
    return { ...state, asides, clockMs: nowMs, pausedSeconds: state.pausedSeconds + passed }
  }
  return state.status === 'running' ? advance(state, passed, nowMs) : state
}

/** The last aside of this kind lasts on. */
function lasting(asides: readonly Aside[], what: AsideName, seconds: number): Aside[] {
  const place = asides.findLastIndex((aside) => aside.what === what)
  const aside = asides[place]
  return aside ? asides.with(place, { ...aside, lastsSeconds: aside.lastsSeconds + seconds }) : [...asides]
}

function advance(before: RunnerState, passedSeconds: number, nowMs: number): RunnerState {
  let state = before
  let left = passedSeconds
  while (left > 0) {
    const segment = segmentAt(state.timeline, state.positionSeconds)
    const end = segment ? endSeconds(state.timeline, segment) : 0
    // The last moment of all belongs to the last segment, which is over there.
    if (!segment || state.positionSeconds >= state.timeline.totalSeconds) break
    const toEnd = end - state.positionSeconds
    if (left < toEnd) return { ...state, positionSeconds: state.positionSeconds + left, clockMs: nowMs }

    const wait = waitsAtEnd(state, segment)
    if (wait === 'forGood' || wait === 'forBreath') {
      // The place stays just short of the end, and the time counts.
      const position = Math.max(state.positionSeconds, end - 1e-6)
      const waited = state.overrunSeconds + left - (position - state.positionSeconds)
      const patience = wait === 'forBreath' ? patienceSeconds(segment) : Infinity
      if (waited < patience) return { ...state, positionSeconds: position, overrunSeconds: waited, clockMs: nowMs }
      const atSeconds = position + patience
      left = waited - patience
      const late = { ...state, positionSeconds: position, overrunSeconds: patience, fallenBack: true }
      state = noted(endSegmentNow(late, hereOf(late)!), 'fellBack', atSeconds)
      continue
    }
    if (wait === 'byOneMore') state = changeOfMind(state, 'oneMore', nowMs)
    left -= toEnd
    state = { ...state, positionSeconds: endSeconds(state.timeline, segment) }
  }
  if (state.positionSeconds >= state.timeline.totalSeconds)
    return ended({ ...state, clockMs: nowMs }, nowMs - left * 1000)
  return { ...state, clockMs: nowMs }
}

function noted(state: RunnerState, what: AsideName, atSeconds: number): RunnerState {
  const rounded = Math.round(atSeconds * 1000) / 1000
  return { ...state, asides: [...state.asides, { what, atSeconds: rounded, lastsSeconds: 0, undone: false }] }
}

/** Carry out a command at a time. A command that makes no sense now changes nothing but the clock. */
export function reduce(before: RunnerState, command: Command, nowMs: number): RunnerState {
  const state = tick(before, nowMs)
  const obeyed = obey(state, command, nowMs)
  if (obeyed === state) return state
  const after = waitOver(obeyed)
  const name = nameOf(command)
  const asNoted = isAside(name) ? noted(after, name, state.positionSeconds + state.overrunSeconds) : after
  return {
    ...asNoted,
    undo: isAside(name) && name !== 'pause' ? undoable(state, name, nowMs) : name === 'undo' ? null : after.undo,
    given: [...state.given, { command, atMs: nowMs }],
  }
}

/** Where nothing is waited for any more, what was waited has been lived. */
function waitOver(state: RunnerState): RunnerState {
  const here = state.overrunSeconds > 0 ? hereOf(state) : null
  return here && !waitsAtEnd(state, here.segment) ? endSegmentNow(state, here) : state
}

const isChange = (name: string): name is ChangeOfMind => CHANGES_OF_MIND.includes(name as ChangeOfMind)
const isAside = (name: string): name is AsideName =>
  isChange(name) || name === 'pause' || name === 'minutesLeft' || name === 'closeNow'

function obey(state: RunnerState, command: Command, nowMs: number): RunnerState {
  if (command === 'start') return state.status === 'ready' ? started(state, nowMs) : state
  if (state.status === 'ready') {
    return command === 'leadIt' || command === 'leadMe' || command === 'leadBreath'
      ? changeOfMind(state, command, nowMs)
      : state
  }
  if (command === 'undo') return undone(state, nowMs)
  if (state.status === 'ended') return state
  if (typeof command !== 'string') return relayed(state, command)
  if (isChange(command)) return changeOfMind(state, command, nowMs)
  switch (command) {
    case 'pause':
      return state.status === 'running' ? { ...state, status: 'paused' } : state
    case 'resume':
      return resumed(state)
    case 'endNow':
      return endedNow(state, nowMs)
    case 'signal':
      return signalled(state)
    case 'breathIn':
      return turned(state, 'in')
    case 'breathOut':
      return turned(state, 'out')
  }
}

function started(state: RunnerState, nowMs: number): RunnerState {
  const empty = state.timeline.segments.length === 0
  const status = empty ? 'ended' : 'running'
  return { ...state, status, startedAtMs: nowMs, endedAtMs: empty ? nowMs : null, clockMs: nowMs }
}

/** After a pause one goes on where one was; after dizziness the form is announced again and its repetition begun anew. */
function resumed(state: RunnerState): RunnerState {
  if (state.status === 'paused') return { ...state, status: 'running' }
  const then = hereOf(state)
  if (state.status !== 'dizzy' || !then) return state
  const seated = state.course
    .slice(then.index + 1)
    .some(({ doing }) => doing.stage === 'seated' && doing.step.id === then.item.doing.step.id)
  const running = calledOff({ ...state, status: 'running', undo: null }, then)
  const here = hereOf(running)
  if (!here || !takesUp(here.segment)) return running
  if (here.item.left?.why === 'left') return leaveNow(running, here, 'left')
  const leftOff = leaveNow(running, here, 'takenUp')
  const rest = restOf(running.timeline, leftOff, here.index, 'full')
  if (!rest) return leftOff
  return follow(leftOff, here.index, [
    seated && rest.doing.stage !== 'watch' ? { ...rest, doing: { ...rest.doing, stage: 'seated' } } : rest,
  ])
}

function endedNow(state: RunnerState, nowMs: number): RunnerState {
  const here = hereOf(state)
  const left = here ? leaveNow(state, here, 'left') : state
  return { ...left, status: 'ended', endedAtMs: nowMs }
}
