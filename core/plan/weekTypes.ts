import type { FivePhase } from '../forms'

export const DAY_TIMES = ['morning', 'evening'] as const
/** When on a day practice is laid. */
export type DayTime = (typeof DAY_TIMES)[number]

/** What is laid on a day: a routine, whatever lesson of a series is next then, or the session of a season. */
export type PlannedWhat =
  { kind: 'routine'; routineId: string } | { kind: 'series'; seriesId: string } | { kind: 'season'; seasonId: string }

/** Practice that is laid on a day, or on the same day of every week. */
export interface PlannedSession {
  id: string
  kind: 'practice'
  /** Practice day; of what comes every week the first one. */
  day: string
  time: DayTime
  /** "07:30": when it begins, where that is not the usual hour of its time. */
  at?: string
  what: PlannedWhat
  /** What it is fitted to; null for as long as it is planned. */
  minutes: number | null
  weekly?: {
    /** The last day on which it may come; it goes on where it is left out. */
    untilDay?: string
    /** Days of it that were taken off, or moved. */
    notOn: string[]
  }
  /** How often it was changed since it was laid: the sequence of RFC 5545. */
  changes: number
}

export const PAUSE_REASONS = ['rest', 'holiday', 'illness'] as const
/** Days from one to another, both in it, on which nothing is asked: they are planned rest. */
export interface Pause {
  id: string
  kind: 'pause'
  day: string
  lastDay: string
  why: (typeof PAUSE_REASONS)[number]
}
/** What a person plans. */
export type Planned = PlannedSession | Pause

/** What is done about practice that was laid on a day and did not come: it moves to the next day with room, stays there open, or is dropped. */
export const MISSED_RULES = ['moves', 'stays', 'drops'] as const
export type MissedRule = (typeof MISSED_RULES)[number]

/** What turns from day to day: a phase, or a routine. */
export type Turn = { kind: 'phase'; phase: FivePhase } | { kind: 'routine'; routineId: string }
/** The first turn is on `startDay`, then one each day, again and again. */
export interface Rotation {
  startDay: string
  turns: Turn[]
}

/** A stretch of time by the clock on the wall, "2026-03-10T18:00": nothing can be laid there. */
export interface Busy {
  from: string
  to: string
}

/** What is said once of all weeks. */
export interface WeekRules {
  missed: MissedRule
  /** "07:00": when practice begins. */
  at: Record<DayTime, string>
  /** Minutes that I have on each day, from Monday; null where that was not said. */
  minutes: Record<DayTime, number[]> | null
  rotation: Rotation | null
  /** Forms that I want to come so many times a week. */
  forms: { formId: string; times: number }[]
  busy: Busy[]
  /** Minutes before which I am told, while the application is open and by the calendar; null for not at all. */
  reminds: number | null
  /** How often the hours or the reminding were changed: part of the sequence of RFC 5545. */
  changes: number
}

/** Nothing said: what is missed is dropped without a word. Seven in the morning and half past six in the evening are our choice. */
export const USUAL_WEEK: WeekRules = {
  missed: 'drops',
  at: { morning: '07:00', evening: '18:30' },
  minutes: null,
  rotation: null,
  forms: [],
  busy: [],
  reminds: null,
  changes: 0,
}

export const WEEK_LIMITS = { minutes: 240, notOn: 1000, forms: 40, turns: 60, busy: 4000, reminds: 120 }
