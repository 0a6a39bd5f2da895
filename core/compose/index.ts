/** Composing: a routine fitted to the minutes, ordered, looked over, proposed and compared, always by its Timeline. */
export {
  fitRoutine,
  halfShortestRepetition,
  type ComposeInput,
  type FitBinding,
  type FitChange,
  type FitReason,
  type FitRequest,
  type FitResult,
} from './fitRoutine'
export { figuresOf, lookOver, NOBODY_KNOWN, wayOf, type KnownPerson } from './figures'
export { mend } from './mend'
export { PURPOSES, TODAY_STATES, type Purpose, type TodayState } from './purposes'
export { propose, type Proposal, type ProposeReason, type ProposeRequest } from './propose'
export { routineFigures, type RoutineFigures } from './compare'
export { closeNow, refitRest } from './refit'
