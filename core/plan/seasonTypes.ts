import type { Purpose } from '../compose'
import type { LearningStage } from '../forms'

/** How far a season of learning leads. */
export const SEASON_STAGES = ['withBreath', 'fromMemory', 'linked'] as const satisfies readonly LearningStage[]

/** What a season is for: forms that are learned in this order; a hold or count that grows; or practice for a purpose, that lasts longer by and by. */
export type SeasonGoal =
  | { kind: 'learn'; formIds: string[]; stage: (typeof SEASON_STAGES)[number] }
  /** Counts in the form's unit and scope. */
  | { kind: 'grow'; formId: string; from: number; to: number }
  | { kind: 'purpose'; purpose: Purpose; fromMinutes: number; toMinutes: number }
export type SeasonKind = SeasonGoal['kind']

/** A course of weeks towards one goal. When its sessions are, and how long, is what is laid for it in the weeks. */
export interface Season {
  id: string
  name: string
  /** A Monday: its weeks are weeks of the plan. */
  startDay: string
  weeks: number
  goal: SeasonGoal
}

export const SEASON_LIMITS = {
  weeks: { least: 1, most: 52 },
  forms: 60,
  minutes: { least: 3, most: 120 },
  count: { least: 1, most: 100_000 },
}

/** A day that something is laid on for a season, and its minutes; null where none were said. */
export interface SeasonDay {
  day: string
  minutes: number | null
}

/** What a week brings. Counts in the form's unit. */
export type SeasonAdd =
  | { kind: 'begins'; formId: string }
  | { kind: 'stage'; formId: string; stage: LearningStage }
  | { kind: 'count'; formId: string; from: number; to: number }
  | { kind: 'minutes'; from: number; to: number }
  /** It goes on as it was: why it does not go further. */
  | { kind: 'stays'; why: SeasonStay }
  /** It goes back: why. */
  | { kind: 'back'; formId: string | null; from: number; to: number; why: 'pain' | 'hard' | 'gap' }
/**
 * Few sessions were as planned, none was said to be easy, one was hard; it hurt or was let be, but there is nothing less to go back to; the next step
 * waits for more such weeks; or the goal is there.
 */
export type SeasonStay = 'few' | 'unsaid' | 'hard' | 'pain' | 'gap' | 'step' | 'there'

export interface SeasonWeek {
  /** From 0. */
  at: number
  monday: string
  when: 'past' | 'now' | 'ahead'
  days: SeasonDay[]
  /** Whether something is laid for it, but a pause lies over all of it. */
  isPaused: boolean
  /** Days of this week on which the season's session was done. */
  done: number
  /** What it was to bring, as planned when it began; and what came. */
  adds: SeasonAdd[]
  came: SeasonAdd[]
  /** The count or the minutes of each of its sessions, where that is what grows. */
  asks: number | null
  /** How far, 0 to 1, at its end: as planned when the season began; and as it was done, or as it is planned now. */
  plannedReach: number
  reach: number
}

/** Where the weeks ahead lead: how far, what is not there by the end, and how many weeks more that would take (null: none, or too many). */
export interface SeasonOutlook {
  reach: number
  missing: string[]
  weeksMore: number | null
}

export interface SeasonPlan {
  weeks: SeasonWeek[]
  when: 'ahead' | 'now' | 'over'
  /** The last day. */
  lastDay: string
  /** How far it was when it began, and how far it has come; forms that are not at the goal yet. */
  startReach: number
  reach: number
  missing: string[]
  /** If all that is laid is done. */
  outlook: SeasonOutlook
  /** If as much of it is done as in the last weeks; null where that is nearly all, or where there are none to tell by. */
  asLately: (SeasonOutlook & { done: number; laid: number }) | null
  /** Forms that now begin in another week than they were to when the last week began. */
  moved: { formId: string; from: number; to: number | null }[]
  /** Forms of the goal that declared conditions forbid in every version; they are left out. */
  forbidden: string[]
}

/** What a season's session is made for. */
export type SeasonSession =
  /** Forms in the order in which they matter, each led as far as it is learned; `later` are those whose turn has not come. */
  | { kind: 'learn'; tasks: { formId: string; stage: LearningStage }[]; later: string[]; minutes: number }
  | { kind: 'grow'; formId: string; count: number; minutes: number }
  | { kind: 'purpose'; purpose: Purpose; minutes: number }
