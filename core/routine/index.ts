/** Routines: steps and patterns in their order, and the changes a person makes to them. */
export * from './buildStages'
export * from './types'
export * from './layers'
export { asLearned, hasUnlearned, inVersionToday, versionsIn, type TodayVersion } from './today'
export { inStage, LEARNED_PARTS, LED_STAGES, SERIES_LIMITS, type LedStage, type Lesson, type Series } from './series'
export { seriesSchema } from './seriesSchema'
export { LIMITS, routineSchema, routineVersionSchema } from './schema'
export {
  changeGroup,
  changeStep,
  insertByPart,
  moveEntry,
  removeEntry,
  replaceForm,
  unknownFormIds,
  withoutUnknown,
} from './edit'
export {
  closingSecondsWanted,
  closingShareOf,
  closingShareWanted,
  keepsClosing,
  type MovingAndClosing,
} from './closing'
export { canMeet, solveFit } from './fit'
export { missUnitSeconds } from './fitSearch'
export type { FitAnswer, FitOption, FitProblem } from './fitProblem'
export { EXACT_ENTRIES, ORDER_RULES, ORDER_WEIGHTS, suggestOrder, type OrderFaults, type OrderRule } from './order'
export { stirs } from './arcFindings'
export { findingsOf } from './findings'
export type { CheckFacts, Finding, FindingKind, QuickFixKind, StepFacts } from './finding'
export { withGroupSteps, withTopLevel } from './reorder'
export { duplicate, groupSteps, moveBefore, restEach, setMark, splitStep, ungroup, type NewId } from './editMany'
export * from './wiseBounds'
