import { SHORT_OF_END_SECONDS } from '../basics'
import { endSeconds, segmentAt } from '../timeline'
import type { RunnerState } from './types'

/**
 * Where on the Timeline the session stands at a time between two ticks (milliseconds since 1970), in seconds: for what is drawn picture by
 * picture. What may be waited for is not run ahead of.
 */
export function positionSecondsAt(state: RunnerState, nowMs: number): number {
  const { timeline, positionSeconds } = state
  if (state.status !== 'running' || state.overrunSeconds > 0) return positionSeconds
  const segment = segmentAt(timeline, positionSeconds)
  const mayWait = segment !== null && (segment.openEnded || state.leader !== 'app')
  const mostSeconds = mayWait ? endSeconds(timeline, segment) - SHORT_OF_END_SECONDS : timeline.totalSeconds
  return Math.min(mostSeconds, positionSeconds + Math.max(0, (nowMs - state.clockMs) / 1000))
}
