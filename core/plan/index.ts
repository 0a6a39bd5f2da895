/** The plan: what to practise now, and how far a series has come. */
export { learnedWith, seriesState, type SeriesState } from './series'
export { bodyOf, purposeNow } from './body'
export { latelyOf, type Lately } from './lately'
export { judgeToday, MOST_OFFERED, offersFitted, prepareToday, type Prepared } from './judge'
export type { TodayAgainst, TodayJudgement, TodayOffer, TodayReason, TodayRequest } from './todayTypes'
