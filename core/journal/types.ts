import type { Deviation, DoneStep, HealthNote, LessonTaken, PlannedStep } from '../runner'
import type { Companion } from '../timeline'

/** The quick scales asked before and after. Each runs from 1 to 5 in words; null is "not said". */
export const FEELING_SCALES = ['energy', 'calm', 'ease'] as const
/** Words that each scale has, from the worst to the best. */
export const FEELING_STEPS = 5
export type FeelingScale = (typeof FEELING_SCALES)[number]
export interface Felt extends Record<FeelingScale, number | null> {
  /** Where it hurt, each place once; left out where nothing was said. */
  pain?: Pain[]
}

/** Where it can hurt: mine, so that left is my left. */
export const PAIN_PLACES = [
  'head',
  'neck',
  'leftShoulder',
  'rightShoulder',
  'leftArm',
  'rightArm',
  'leftWrist',
  'rightWrist',
  'leftHand',
  'rightHand',
  'chest',
  'belly',
  'upperBack',
  'spine',
  'lowBack',
  'hips',
  'leftLeg',
  'rightLeg',
  'leftKnee',
  'rightKnee',
  'leftAnkle',
  'rightAnkle',
  'leftFoot',
  'rightFoot',
] as const
export type PainPlace = (typeof PAIN_PLACES)[number]
export interface Pain {
  place: PainPlace
  /** See `PAIN`. */
  level: number
}
/**
 * The numeric rating scale of pain, from 0 (none) to 10 (the worst that can be imagined), after Jensen, Karoly and Braver, "The measurement of
 * clinical pain intensity: a comparison of six methods", Pain 27 (1986). From memory.
 */
export const PAIN = { least: 0, most: 10 }

export const NOT_SAID: Felt = { energy: null, calm: null, ease: null }

export const SENSATIONS = ['warmth', 'tingling', 'trembling', 'ache', 'lightHeaded', 'heaviness', 'ease'] as const
export type Sensation = (typeof SENSATIONS)[number]
/** Sensations of one's own are words of so many letters at most; so many may be said of a session. */
export const SENSATION_LIMITS = { letters: 40, most: 24 }

export const RECALLS = ['fromMemory', 'lookedUp'] as const
/** Whether a session's forms were done from memory, or something had to be looked up. */
export type Recall = (typeof RECALLS)[number]

/** One session as it is kept: plan and fact apart, and how it felt. Times are instants; the zone is where it was done. */
export interface SessionRecord {
  id: string
  /** `followed` here, or practised `elsewhere` and entered by hand. */
  source: 'followed' | 'elsewhere'
  routineId: string | null
  title: string
  /** ISO 8601 instant in UTC. */
  startedAt: string
  endedAt: string
  timeZone: string
  practisedSeconds: number
  pausedSeconds: number
  plannedSeconds: number
  movingSeconds: number
  closingSeconds: number
  /** Of all this, what was practised elsewhere before the session began, which closed it. */
  elsewhereSeconds?: number
  /** The lesson of a series that it was. */
  lesson?: LessonTaken
  /** Who practised with me, and how. Their practice is theirs: no figure of mine counts it. */
  companions?: Companion[]
  /** Changes for the declared conditions, and whether they were applied; missing if there were none. */
  health?: HealthNote
  planned: PlannedStep[]
  done: DoneStep[]
  /** Pauses, skips, additions and other changes of mind, in order. */
  asides: Deviation[]
  before: Felt
  after: Felt
  /** How hard it was, 0 to 10 (see `EXERTION`); left out where that was not said. */
  exertion?: number
  /** Whether it went by heart; left out where that was not said. */
  recall?: Recall
  /** Those known by name, and others in one's own words; each once. */
  sensations: string[]
  words: string
  /** What was recorded, whole, where the entry was put right since: one session, or those that were joined. */
  recorded?: RecordedSession[]
}
/** A session as it was recorded, before anything in it was put right. */
export type RecordedSession = Omit<SessionRecord, 'recorded'>

/**
 * A category-ratio scale of perceived exertion from 0 (nothing at all) to 10 (as hard as can be), after Borg, "Psychophysical bases of
 * perceived exertion", Medicine & Science in Sports & Exercise 14 (1982). From memory.
 */
export const EXERTION = { least: 0, most: 10 }

/** The rules of steadiness from a day on. Old entries stay, so that the past keeps its rules. */
export interface RestPlanEntry {
  fromDay: string
  /** 1 Monday to 7 Sunday, on which rest is planned. */
  weekdays: number[]
  /** Days of a week, from Monday, that may be left out besides; none where it is left out. */
  restDaysAWeek?: number
  /** From so many minutes on, a day counts as practised; any practice where it is left out. */
  leastMinutes?: number
  /** What I aim at in a week. */
  aimDaysAWeek?: number
  aimMinutesAWeek?: number
}
export type RestPlan = RestPlanEntry[]
