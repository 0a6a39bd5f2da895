/** The journal: what was done, on which practice day, in which row of days, and how it felt. */
export * from './types'
export { addDays, dayOf, daysBetween, practiceDay, usualTime, weekday, weekStart } from './practiceDay'
export { isRestOn, rulesOn, steadiness, type Steadiness, type SteadinessRules } from './steadiness'
export { weekReports, weeksOfStones, type DayStone, type WeekReport } from './weeks'
export { journalTotals } from './totals'
export { elsewhereRecord, movedTo, recordOf } from './record'
export {
  backToRecorded,
  corrected,
  correctionsOf,
  joined,
  splitInTwo,
  undoOf,
  withCounts,
  type Corrected,
  type Correction,
  type JournalChange,
} from './correct'
export { restPlanSchema, sessionSchema, storedSession } from './schema'
export { filterChoices, filterSessions, type JournalFilter } from './filter'
export { findSessions } from './find'
export { ownSensations } from './ownSensations'
export { formHistory, longestStillSeconds } from './formHistory'
export { lastDone } from './lastDone'
export { isPractised, isPractisedStep } from './practised'
export { review, type Noticed, type Span } from './review'
export { growth, hasChanged, type Growth, type GrowthKind } from './growth'
export { ACTIVITY_GUIDELINE, activityOfWeek, coverage, type Coverage, type Neglected } from './coverage'
