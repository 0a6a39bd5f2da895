import type { Form, LearningStage } from '#core/forms'
import type {
  AdjustmentRequest,
  MakeRequest,
  MakeWeekRequest,
  SeasonRoutineRequest,
  TodayAgainst,
  TodayJudgement,
  TodayOffer,
} from '#core/plan'
import type { Routine } from '#core/routine'

/** The routines, forms and settings that plans are made from. They change seldom, so the worker gets them once and again after a change. */
export type TodaySetting = Pick<MakeRequest, 'routines' | 'forms' | 'ways' | 'pace' | 'rules' | 'conditions'>
/** The setting as it is sent to the worker. Shipped forms and routines are sent as their ids. */
export type SentSetting = Omit<TodaySetting, 'forms' | 'routines'> & {
  forms: (Form | string)[]
  routines: (Routine | string)[]
}
/** A request for adjustments, in addition to the setting. Only the routines in `routineIds` are considered. */
export interface AdjustmentAsk extends Pick<AdjustmentRequest, 'sessions' | 'today' | 'dayEndsAtHour'> {
  routineIds: readonly string[]
  stages: [formId: string, stage: LearningStage][]
}
/** A request for a suggested week, in addition to the setting. */
export type WeekAsk = Omit<MakeWeekRequest, keyof TodaySetting>
/** A request for what to practise today, in addition to the setting. */
export type TodayAsk = Omit<MakeRequest, keyof TodaySetting>
/** The result so far. Offers are added one by one until `isDone`. */
export interface TodayFound {
  offers: TodayOffer[]
  /** The number of steps in each offer, by routine id. */
  stepsOf: Record<string, number>
  /** The routines that are not offered, with the reasons. */
  others: { routineId: string; against: TodayAgainst[] }[]
  rest: TodayJudgement['rest']
  isDone: boolean
}

/** A request for a session of a season, in addition to the setting. */
export type SeasonAsk = Omit<SeasonRoutineRequest, keyof TodaySetting>
