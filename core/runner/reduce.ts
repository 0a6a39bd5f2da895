import { SAME_SECONDS, SHORT_OF_END_SECONDS } from '../basics'
import { scheduleOf, endSeconds, segmentAt } from '../timeline'
import { changeOfMind, takeOverRemainder, needsResuming } from './changes'
import {
  withoutInterruption,
  ended,
  currentPosition,
  abandonNow,
  unfinishedPart,
  scheduleAfter,
  endSegmentNow,
  timelineOf,
} from './schedule'
import { patienceSeconds, afterSignal, afterBreathTurn, waitsAtEnd } from './leading'
import {
  CHANGES_OF_MIND,
  nameOf,
  type Deviation,
  type DeviationKind,
  type ChangeOfMind,
  type Command,
  type RunnerState,
  type SessionPlan,
} from './types'
import { undoable, undone } from './undo'

/** A session that has not begun. Throws `UnknownFormError` as compiling does. */
export function readyRunner(plan: SessionPlan): RunnerState {
  const schedule = scheduleOf(plan.routine, plan.forms)
  return {
    plan,
    schedule,
    paceScales: [],
    timeline: timelineOf(plan, schedule, []),
    status: 'ready',
    positionSeconds: 0,
    clockMs: 0,
    startedAtMs: null,
    endedAtMs: null,
    pausedSeconds: 0,
    overrunSeconds: 0,
    leader: 'app',
    fallenBack: false,
    lingering: false,
    undo: null,
    deviations: [],
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
    const deviations = lasting(state.deviations, state.status === 'dizzy' ? 'dizzy' : 'pause', passed)
    return { ...state, deviations, clockMs: nowMs, pausedSeconds: state.pausedSeconds + passed }
  }
  return state.status === 'running' ? advance(state, passed, nowMs) : state
}

/** The last deviation of this kind lasts on. */
function lasting(deviations: readonly Deviation[], what: DeviationKind, seconds: number): Deviation[] {
  const index = deviations.findLastIndex((deviation) => deviation.what === what)
  const last = deviations[index]
  return last ? deviations.with(index, { ...last, lastsSeconds: last.lastsSeconds + seconds }) : [...deviations]
}

function advance(before: RunnerState, passedSeconds: number, nowMs: number): RunnerState {
  let state = before
  let remainingSeconds = passedSeconds
  while (remainingSeconds > 0) {
    const segment = segmentAt(state.timeline, state.positionSeconds)
    const end = segment ? endSeconds(state.timeline, segment) : 0
    // The last moment of all belongs to the last segment, which is over there.
    if (!segment || state.positionSeconds >= state.timeline.totalSeconds) break
    const toEnd = end - state.positionSeconds
    // The end is met by the same tick however many ticks came before: else a command given at that very moment could be obeyed here
    // and refused when the session is replayed.
    if (remainingSeconds < toEnd - SAME_SECONDS)
      return { ...state, positionSeconds: state.positionSeconds + remainingSeconds, clockMs: nowMs }

    const wait = waitsAtEnd(state, segment)
    if (wait === 'forGood' || wait === 'forBreath') {
      // The position stays just short of the end, and the time counts.
      const position = Math.max(state.positionSeconds, end - SHORT_OF_END_SECONDS)
      const waited = state.overrunSeconds + remainingSeconds - (position - state.positionSeconds)
      const patience = wait === 'forBreath' ? patienceSeconds(segment) : Infinity
      if (waited < patience) return { ...state, positionSeconds: position, overrunSeconds: waited, clockMs: nowMs }
      const atSeconds = position + patience
      remainingSeconds = waited - patience
      const late = { ...state, positionSeconds: position, overrunSeconds: patience, fallenBack: true }
      state = noted(endSegmentNow(late, currentPosition(late)!), 'fellBack', atSeconds)
      continue
    }
    if (wait === 'byOneMore') state = changeOfMind(state, 'oneMore', nowMs)
    remainingSeconds -= toEnd
    state = { ...state, positionSeconds: endSeconds(state.timeline, segment) }
  }
  if (state.positionSeconds >= state.timeline.totalSeconds)
    return ended({ ...state, clockMs: nowMs }, nowMs - remainingSeconds * 1000)
  return { ...state, clockMs: nowMs }
}

function noted(state: RunnerState, what: DeviationKind, atSeconds: number): RunnerState {
  const rounded = Math.round(atSeconds * 1000) / 1000
  return { ...state, deviations: [...state.deviations, { what, atSeconds: rounded, lastsSeconds: 0, undone: false }] }
}

/** Carry out a command at a time. A command that makes no sense now changes nothing but the clock. */
export function reduce(before: RunnerState, command: Command, nowMs: number): RunnerState {
  const state = tick(before, nowMs)
  const obeyed = obey(state, command, nowMs)
  if (obeyed === state) return state
  const after = waitOver(obeyed)
  const name = nameOf(command)
  const withDeviation = isDeviation(name) ? noted(after, name, state.positionSeconds + state.overrunSeconds) : after
  return {
    ...withDeviation,
    undo: isDeviation(name) && name !== 'pause' ? undoable(state, name, nowMs) : name === 'undo' ? null : after.undo,
    given: [...state.given, { command, atMs: nowMs }],
  }
}

/** Where nothing is waited for any more, what was waited is time that has passed. */
function waitOver(state: RunnerState): RunnerState {
  const here = state.overrunSeconds > 0 ? currentPosition(state) : null
  return here && !waitsAtEnd(state, here.segment) ? endSegmentNow(state, here) : state
}

const isChange = (name: string): name is ChangeOfMind => CHANGES_OF_MIND.includes(name as ChangeOfMind)
const isDeviation = (name: string): name is DeviationKind =>
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
  if (typeof command !== 'string') return takeOverRemainder(state, command)
  if (isChange(command)) return changeOfMind(state, command, nowMs)
  switch (command) {
    case 'pause':
      return state.status === 'running' ? { ...state, status: 'paused' } : state
    case 'resume':
      return resumed(state)
    case 'endNow':
      return endedNow(state, nowMs)
    case 'signal':
      return afterSignal(state)
    case 'breathIn':
      return afterBreathTurn(state, 'in')
    case 'breathOut':
      return afterBreathTurn(state, 'out')
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
  const then = currentPosition(state)
  if (state.status !== 'dizzy' || !then) return state
  const seated = state.schedule
    .slice(then.index + 1)
    .some(({ performance }) => performance.stage === 'seated' && performance.step.id === then.item.performance.step.id)
  const running = withoutInterruption({ ...state, status: 'running', undo: null }, then)
  const here = currentPosition(running)
  if (!here || !needsResuming(here.segment)) return running
  if (here.item.abandoned?.why === 'forGood') return abandonNow(running, here, 'forGood')
  const leftOff = abandonNow(running, here, 'toResume')
  const rest = unfinishedPart(running.timeline, leftOff, here.index, 'full')
  if (!rest) return leftOff
  return scheduleAfter(leftOff, here.index, [
    seated && rest.performance.stage !== 'watch'
      ? { ...rest, performance: { ...rest.performance, stage: 'seated' } }
      : rest,
  ])
}

function endedNow(state: RunnerState, nowMs: number): RunnerState {
  const here = currentPosition(state)
  const abandoned = here ? abandonNow(state, here, 'forGood') : state
  return { ...abandoned, status: 'ended', endedAtMs: nowMs }
}
