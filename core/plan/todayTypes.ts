import type { Outcome } from '../evidence'
import type { ArcPart, Area, Condition, LearningStage, Side } from '../forms'
import type { Routine } from '../routine'
import type { PracticeSetting } from '../timeline'
import type { BodyNow } from './body'
import type { EffectSeen } from './effects'
import type { KeptForm } from './keeping'
import type { Lately } from './recentPractice'

/** Who asks for a routine today: a trial, a series, what is laid on this day, what turns, or a form that I aim at. */
export interface TodayAsked {
  routineId: string
  by: 'trial' | 'series' | 'plan' | 'turn' | 'form'
  /** The name of the trial or the series, the phase, or the form. */
  name: string
  /** What it was laid for; it is brought to these where no other minutes are asked for. */
  minutes?: number | null
}

/** What Today is judged by. It can be sent to a worker; the setting's forms are all that routines name. */
export interface TodayRequest extends PracticeSetting {
  routines: readonly Routine[]
  lately: Lately
  stages: Readonly<Record<string, LearningStage>>
  /** The forms that are being learned or kept, by their id. */
  kept: Readonly<Record<string, KeptForm>>
  /** What the journal finds of routines and forms; nothing while it has not been asked. */
  effects: readonly EffectSeen[]
  conditions: readonly Condition[]
  body: BodyNow
  /** The minutes at hand; null for as long as each routine is planned. */
  minutes: number | null
  /** The practice day. */
  today: string
  /** What the clock on the wall shows, 0 to 24. */
  hour: number
  /** What was planned asks for these today. */
  asks: readonly TodayAsked[]
  /** Minutes that this week lacks of what I aim at; null where nothing is aimed at. */
  minutesLacking: number | null
}

/** Why a routine is offered, or rather not; the screen puts it into words. */
export type TodayReason =
  | { kind: 'asked'; by: TodayAsked['by']; name: string }
  | { kind: 'habit'; times: number }
  | { kind: 'learning'; formIds: string[] }
  /** The one that was practised longest ago first; so many days ago. */
  | { kind: 'due'; formIds: string[]; days: number }
  /** So many sessions with it (or with the form) say how that was before and after, and in so many it was better or worse. */
  | { kind: 'good'; formIds: string[]; outcome: Outcome; sessions: number; better: number; worse: number }
  | { kind: 'areas' | 'short'; areas: Area[] }
  | { kind: 'aim'; minutes: number }
  | { kind: 'parts'; parts: ArcPart[] }
  | { kind: 'sides'; formIds: string[]; side: Side }
  | { kind: 'gentle' | 'wakes' | 'back' | 'seated' | 'evening' }
  | { kind: 'recent'; daysAgo: number }
  | { kind: 'new' }
  /** It was made for this, for what an own routine cannot be. */
  | { kind: 'made' }
export type TodayAgainst =
  | {
      kind: 'doneToday' | 'heavy' | 'stirs' | 'forEvening' | 'unknownForm' | 'tooLong' | 'nothingLeft' | 'unclosed'
    }
  | { kind: 'repeated'; days: number }
  /** With it the last seven days ask so much more of the legs than a usual week, as a share of that. */
  | { kind: 'legs'; moreShare: number }
  | { kind: 'hurts'; areas: Area[] }
  | { kind: 'leftOut'; formIds: string[] }
  /** Mean change in the sessions with it, and in the others. */
  | { kind: 'notGood'; formIds: string[]; outcome: Outcome; sessions: number; gain: number; othersGain: number }
  /** How near it was brought; whether nothing nearer exists. */
  | { kind: 'cannotFit'; seconds: number; proven: boolean }

export interface TodayOffer {
  routineId: string
  /** It is no routine of mine: it was made for this. */
  isMade: boolean
  /** As it would be followed now: eased, and fitted to the minutes once that is done. */
  routine: Routine
  seconds: number
  /** Its counts are other than planned. */
  refitted: boolean
  /** Forms in a milder version, and forms put off, by id. */
  milder: string[]
  leftOut: string[]
  /** The weightiest first. */
  reasons: TodayReason[]
  against: TodayAgainst[]
  worth: number
}

export interface TodayJudgement {
  /** The best first. */
  offers: TodayOffer[]
  /** Routines that are not offered, and why. */
  unsuited: { routineId: string; against: TodayAgainst[] }[]
  /** Why rest comes before practice, or would do as well; null where nothing says so. */
  rest: { first: boolean; why: 'pain' | 'lightHeaded' | 'spent' | 'doneToday' } | null
}
