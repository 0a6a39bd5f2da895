/** The Timeline: a session on one axis. Every duration, count and side is answered here. */
export * from './types'
export { plainPerformance, type Performance } from './performances'
export {
  compileSchedule,
  compileTimeline,
  measurePiece,
  type PieceLength,
  measureSchedule,
  scheduleItem,
  scheduleOf,
  scheduleOfEntry,
  type StartingPoint,
} from './compile'
export { compileAlone, formDifference, type FormDifference, type FormDescription } from './formDifference'
export {
  completedRepetitions,
  countsMoves,
  endSeconds,
  isBody,
  isOnSecondSide,
  isStill,
  momentAt,
  presentCount,
  reminderAt,
  reminderTimes,
  segmentAt,
  standingLegOf,
  type Moment,
  type PresentCount,
} from './moment'
export { companionsSchema } from './companionsSchema'
export { COUNTS_OF_IN_BREATH } from './builder'
export { COMPANION_LIMITS, companionGroups } from './companions'
export { totalsOf, type Totals } from './totals'
export { easedShare, levelIn, risesOf } from './breathLevel'
export { breathLine } from './breathLine'
export { chaptersOf, type Chapter } from './chapters'
