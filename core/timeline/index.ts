/** The Timeline: a session on one axis. Every duration, count and side is answered here. */
export * from './types'
export { plainDoing, type Doing } from './doings'
export {
  compileCourse,
  compileTimeline,
  courseItem,
  courseOf,
  measureCourse,
  measurePiece,
  type PieceLength,
  type Standing,
} from './compile'
export {
  compileAlone,
  formDifference,
  howItGoes,
  type DoneUnder,
  type FormDifference,
  type HeardPhase,
  type HowItGoes,
} from './difference'
export { endSeconds, isBody, momentAt, reminderAt, reminderTimes, segmentAt, type Moment } from './query'
export { totalsOf, type StepTotal, type Totals } from './totals'
export { levelIn, risesOf, type Rise } from './level'
