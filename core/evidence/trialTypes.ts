import type { FeelingScale } from '../journal'

/** One of the two that are compared. */
export type TrialArm = 'one' | 'other'

/** What is compared, all else alike: two routines, a routine with a form and without it, or a routine in the morning and in the evening. */
export type TrialCompares =
  { kind: 'routines'; otherRoutineId: string } | { kind: 'form'; formId: string } | { kind: 'times' }

/** A question put to oneself over some weeks, with chance to choose what is done on which day. */
export interface Trial {
  id: string
  name: string
  routineId: string
  compares: TrialCompares
  outcome: FeelingScale
  /** Practice day on which it begins. */
  firstDay: string
  /** 1 Monday to 7 Sunday, on which it asks for something. */
  weekdays: number[]
  /** Pairs of days, one of each. */
  pairs: number
  /** What chance is drawn from. */
  seed: number
  /** Whether what it shows so far may be looked at before its end. */
  open: boolean
}

export const TRIAL_LIMITS = { leastPairs: 6, mostPairs: 60 }
