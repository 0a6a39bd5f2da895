/** Routines: steps and patterns in their order, and the changes a person makes to them. */
export * from './types'
export { routineSchema, routineVersionSchema } from './schema'
export { changeGroup, changeStep, insertByPart, moveEntry, removeEntry } from './edit'
export {
  canMeet,
  missUnitSeconds,
  solveFit,
  type FitAnswer,
  type FitOption,
  type FitProblem,
  type FitSpan,
} from './fit'
export {
  EXACT_ENTRIES,
  ORDER_RULES,
  ORDER_WEIGHTS,
  suggestOrder,
  type OrderFaults,
  type OrderRule,
  type OrderSuggestion,
} from './order'
export {
  checkRoutine,
  FINDING_KINDS,
  type CheckFigures,
  type Finding,
  type FindingKind,
  type MendKind,
  type StepFigures,
} from './check'
export { duplicate, groupUp, placeBefore, setMark, splitStep, ungroup, type NewId } from './pieces'
