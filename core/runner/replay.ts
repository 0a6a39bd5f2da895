import { readyRunner, reduce, tick } from './reduce'
import type { GivenCommand, RunnerState, SessionPlan } from './types'

/** What must be stored to bring a running session back: everything else follows by replaying it. */
export interface RunningSession {
  plan: SessionPlan
  given: GivenCommand[]
  /** When the application was last seen alive. */
  aliveAtMs: number
}

/** The state to store while a session runs. */
export function toRunning(state: RunnerState): RunningSession {
  return { plan: state.plan, given: state.given, aliveAtMs: state.clockMs }
}

/** The runner as it stands right after these commands, whatever time has passed since. */
export function stateAfter(plan: SessionPlan, given: readonly GivenCommand[]): RunnerState {
  return given.reduce((state, { command, atMs }) => reduce(state, command, atMs), readyRunner(plan))
}

/** The runner as it stood when it was last seen alive; a session that was running is paused there. */
export function replay(running: RunningSession): RunnerState {
  const alive = tick(stateAfter(running.plan, running.given), running.aliveAtMs)
  return alive.status === 'running' ? reduce(alive, 'pause', running.aliveAtMs) : alive
}
