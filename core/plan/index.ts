/** The plan: what to practise now, and how far a series has come. */
export { learnedWith, seriesState, type SeriesState } from './series'
export { bodyOf, purposeNow, REST_FROM, type BodyNow } from './body'
export { latelyOf, type Lately } from './recentPractice'
export { middleMinutes } from './habit'
export { rankRoutines, MOST_OFFERED, offersFitted, prepareToday, type Prepared } from './judge'
export { offersNow } from './offersNow'
export type { TodayAgainst, TodayAsked, TodayJudgement, TodayOffer, TodayReason, TodayRequest } from './todayTypes'
export * from './weekTypes'
export { plannedSchema, weekRulesSchema } from './weekSchema'
export {
  changedFrom,
  daysOf,
  phasesFrom,
  relaid,
  plannedRoutineId,
  turnOn,
  weekOf,
  withoutDay,
  type PlannedDay,
  type PlannedPractice,
  type WeekRequest,
} from './week'
export { dayTimeOf } from './hours'
export { asksOfWeek, makeWeek, type MakeWeekRequest } from './makeWeek'
export { amountsDone, amountsInAll, amountsPlanned, NO_AMOUNTS, type Amounts } from './amounts'
export { generateSession, purposeMade, type MakeRequest } from './generateSession'
export { effectsSeen, type EffectSeen } from './effects'
export { canBeDone, possibleAmong } from './canBeDone'
export { AT_RISK_BELOW, keptForms, WANTED_RECALL, type Keeping, type KeptForm } from './keeping'
export { adjustments, sessionsOfAdjustments, withAdjustment } from './adjustment'
export type { Adjustment, AdjustmentChange, AdjustmentReason, AdjustmentRequest } from './adjustmentTypes'
export * from './seasonTypes'
export { seasonSchema } from './seasonSchema'
export { isPlannedFor, learnedInSeason, seasonPlan, seasonSessionOn, type SeasonRequest } from './season'
export { weekAt } from './seasonCourse'
export { seasonRoutine, type SeasonRoutineRequest } from './seasonRoutine'
export { hoursFor, type WeekHour } from './seasonHours'
