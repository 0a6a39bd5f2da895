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

/** What changes seldom: it is sent once, and again when it has changed. */
export type TodaySetting = Pick<MakeRequest, 'routines' | 'forms' | 'ways' | 'pace' | 'rules' | 'conditions'>
/** The same as it is sent: what ships is named by its id. */
export type SentSetting = Omit<TodaySetting, 'forms' | 'routines'> & {
  forms: (Form | string)[]
  routines: (Routine | string)[]
}
/** What small changes are asked by, besides the setting; only these of its routines are looked at. */
export interface AdjustmentAsk extends Pick<AdjustmentRequest, 'sessions' | 'today' | 'dayEndsAtHour'> {
  routineIds: readonly string[]
  stages: [formId: string, stage: LearningStage][]
}
/** What a week is made by, besides the setting. */
export type WeekAsk = Omit<MakeWeekRequest, keyof TodaySetting>
export type TodayAsk = Omit<MakeRequest, keyof TodaySetting>
/** What was found so far; the offers come one by one. */
export interface TodayFound {
  offers: TodayOffer[]
  /** How many steps each of these is led in, by its routine. */
  stepsOf: Record<string, number>
  /** Why not each of the others. */
  others: { routineId: string; against: TodayAgainst[] }[]
  rest: TodayJudgement['rest']
  isDone: boolean
}

/** What a season's session is made from, besides the setting. */
export type SeasonAsk = Omit<SeasonRoutineRequest, keyof TodaySetting>
