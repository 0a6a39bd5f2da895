import { stateAfter } from './replay'
import { reduce, tick } from './reduce'
import type { GivenCommand, RunnerState, SessionPlan } from './types'

/** What the window that leads a session tells those that only show it. `clockMs` is its clock as it tells it. */
export type ShownMessage =
  /** All of it: as it is laid out, and whenever a window asks. */
  | { kind: 'session'; sessionId: string; plan: SessionPlan; given: GivenCommand[]; clockMs: number }
  /** What was said since, after so many commands; now and then none, so that it is known that the session is still led. */
  | { kind: 'commands'; sessionId: string; from: number; given: GivenCommand[]; clockMs: number }
  | { kind: 'left'; sessionId: string }

/** What a window knows of the session that it shows. */
export interface Shown {
  sessionId: string
  /** Right after the last command. */
  atCommands: RunnerState
  /** By how much the clock that leads was ahead of the clock here, as far as the last messages say; each of them came a little late. */
  aheadMs: readonly number[]
  heardAtMs: number
}

/** The clocks are compared by so many messages. */
const COMPARED = 5
/** Not heard for so long, the window that leads is closed, or asleep. Our choice: five of its signs of life. */
const LOST_MS = 5000

/**
 * What is shown after a message that came at `hereMs` on the clock here; `ask` where all of it must be asked for. A session that is under way and
 * heard of is not given up for another. Throws what the runner throws at commands that it does not know.
 */
export function shownAfter(
  shown: Shown | null,
  message: ShownMessage,
  hereMs: number,
): { shown: Shown | null; ask?: true } {
  const isOther = shown !== null && shown.sessionId !== message.sessionId
  if (isOther && !isLost(shown, hereMs) && (isUnderWay(shown, hereMs) || isUntouched(message))) return { shown }
  if (message.kind === 'left') return { shown: isOther ? shown : null }
  if (message.kind === 'session') {
    const { sessionId, plan, given, clockMs } = message
    return { shown: { sessionId, atCommands: stateAfter(plan, given), aheadMs: [clockMs - hereMs], heardAtMs: hereMs } }
  }
  if (shown === null || isOther) return { shown, ask: true }
  if (shown.atCommands.given.length !== message.from) return { shown, ask: true }
  const atCommands = message.given.reduce((state, { command, atMs }) => reduce(state, command, atMs), shown.atCommands)
  const aheadMs = [...shown.aheadMs, message.clockMs - hereMs].slice(-COMPARED)
  return { shown: { ...shown, atCommands, aheadMs, heardAtMs: hereMs } }
}

const isUnderWay = (shown: Shown, hereMs: number) => {
  const { status } = shownState(shown, hereMs)
  return status !== 'ready' && status !== 'ended'
}
/** Only a sign of life of a session that lies ready: another one that lies ready does not give way to it again and again. */
const isUntouched = (message: ShownMessage) =>
  message.kind === 'commands' && message.from === 0 && message.given.length === 0

/** Whether nothing was heard for so long that what is shown may no longer be so. */
export const isLost = ({ heardAtMs }: Shown, hereMs: number): boolean => hereMs - heardAtMs > LOST_MS

/** What the clock that leads shows when the one here shows `hereMs`: by the message that came with the least delay. */
export const leadingClockMs = ({ aheadMs }: Shown, hereMs: number): number => hereMs + Math.max(...aheadMs)

/** The session at a moment of the clock here. */
export function shownState(shown: Shown, hereMs: number): RunnerState {
  const { atCommands } = shown
  return atCommands.status === 'running'
    ? tick(atCommands, Math.max(atCommands.clockMs, leadingClockMs(shown, hereMs)))
    : atCommands
}
