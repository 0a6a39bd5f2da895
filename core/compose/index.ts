/** Composing: a routine fitted to the minutes, ordered, looked over, proposed and compared, always by its Timeline. */
export { fitRoutine, type FitBinding, type FitChange, type FitResult } from './fitRoutine'
export type { FitRequest } from './fitChoices'
export { checkRoutine, UNKNOWN_PERSON, type KnownPerson } from './checkRoutine'
export { mend } from './mend'
export { PURPOSES, TODAY_STATES, type Purpose, type TodayState } from './purposes'
export { propose, type Proposal, type ProposeReason, type ProposeRequest } from './propose'
export { routineSummary } from './routineSummary'
export { closeNow, refitRemainder } from './minutesLeft'
