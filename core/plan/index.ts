/** The plan: what to practise now, and how far a series has come. */
export { learnedWith, seriesState, type SeriesState } from './series'
export { bodyOf, purposeNow } from './body'
export { latelyOf, type Lately } from './lately'
export { judgeToday, MOST_OFFERED, offersFitted, prepareToday, type Prepared } from './judge'
export type { TodayAgainst, TodayJudgement, TodayOffer, TodayReason, TodayRequest } from './todayTypes'
export { makeToday, purposeMade, type MakeRequest } from './made'
export { effectsSeen, type EffectSeen } from './effects'
export { AT_RISK_BELOW, keptForms, WANTED_RECALL, type Keeping, type KeptForm } from './keeping'
