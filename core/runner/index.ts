/** The runner: following a Timeline as a pure reducer, from which the record of what was done falls out. */
export * from './types'
export { readyRunner, reduce, tick } from './reduce'
export { replay, toRunning, type RunningSession } from './replay'
export { isLost, leadingClockMs, shownAfter, shownState, type Shown, type ShownMessage } from './secondScreen'
export { outcomeOf } from './outcome'
export { lingerAhead, takeOverRemainder } from './changes'
export { endOfBreath, currentPosition, settingOf, type Here } from './schedule'
export { positionSecondsAt } from './position'
export { undoSecondsLeft } from './undo'
export * from './remote'
export {
  driftMs,
  audioSecondsOf,
  clockAt,
  clockSetRight,
  readClock,
  type ClockReading,
  type SessionClock,
} from './clock'
export { waitsAtEnd, waitsFrom } from './leading'
