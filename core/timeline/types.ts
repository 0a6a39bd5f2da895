import type { Pace } from '../breath'
import type {
  ArcPart,
  BreathKind,
  CountingKind,
  Effort,
  Form,
  HouseRules,
  Side,
  SideOrder,
  Stance,
  VersionKind,
  Way,
} from '../forms'
import type { BuildStage, Pattern, Routine } from '../routine'
import type { Performance } from './performances'

export const SEGMENT_KINDS = [
  'announce',
  'stanceChange',
  'phase',
  'hold',
  'rest',
  'sideChange',
  'settle',
  'watch',
] as const
/**
 * What a stretch of time is. `phase` is movement, `hold` stillness that is counted or timed, `settle` timed stillness in
 * the last part of the arc, `rest` breaths between forms or rounds, `watch` a movement that is only looked at.
 */
export type SegmentKind = (typeof SEGMENT_KINDS)[number]

/** Whether a segment of this kind is of the exercise itself, in which something is counted. */
export const isBodyKind = (kind: SegmentKind) => kind === 'phase' || kind === 'hold' || kind === 'settle'

/** A stretch of time in which one thing happens. Sides are the body's own; `saidSide` is how the cue names it. */
export interface Segment {
  index: number
  startSeconds: number
  lengthSeconds: number
  kind: SegmentKind
  /** Index into `Timeline.occurrences`, and its slot there. Slots count segments without length too, so that they never shift. */
  occurrence: number
  slot: number
  side: Side
  saidSide: Side
  /** Repetition k of n on this side; 0 of 0 where nothing is counted. Breaths of a hold and beats count likewise. */
  repetition: number
  repetitions: number
  /** Repetitions still to come after this one: on this side, and in the whole step. */
  remainingOnSide: number
  remainingInStep: number
  /** Whether a repetition (a breath of a hold, a beat, a stretch of time) begins with this segment, and is complete when it ends. */
  beginsRepetition: boolean
  endsRepetition: boolean
  /** Whether it belongs to the last of several repetitions: on its side, and in the whole step. */
  isLastOnSide: boolean
  isLastInStep: boolean
  /**
   * The move of a chain that it belongs to (0 is the first), and the time k of n that this move is done in a row; in a hold the position and
   * its breath k of n, in beats the word and its beat k of n. 0 of 0 where there is nothing of the kind.
   */
  moveIndex: number
  moveRepetition: number
  moveRepetitions: number
  /** Whether that time of the move (or position, or word) is complete when it ends. */
  endsMove: boolean
  /** The segment lasts until the practitioner says enough; its length is only what is expected. */
  openEnded: boolean
  breath: BreathKind
  cue: string
  move: string
  /** The stance of this move where it is not the form's, and where its step goes, clockwise from straight ahead. */
  stance: Stance | null
  directionDegrees: number | null
  /** Where one faces, clockwise from where the form begins; null where that is not said. */
  facingDegrees: number | null
  /** The station of a form that climbs, such as "heart", or what a layer names; empty elsewhere. */
  level: string
  /** How it is led, and in which version: both may change within a step. */
  stage: BuildStage
  version: VersionKind | null
  /** In is out and out is in, as a layer says. */
  breathTurned: boolean
}

/** One performance of a step: a step in a group of three rounds occurs three times. */
export interface Occurrence {
  index: number
  stepId: string
  groupId: string | null
  /** The pattern of its group, and the stage of building up in which it begins. */
  pattern: Pattern | null
  stage: BuildStage
  announce: Performance['announce']
  /** It lies between two pieces, and the next one is said while it is done. */
  isBetween: boolean
  /** In which version it begins, and whether and why it was left before its end. */
  version: VersionKind | null
  /** Of each wrist weight, where that is said; null elsewhere. */
  weightKg: number | null
  abandoned: AbandonReason | null
  /** Round k of n; 1 of 1 outside groups. */
  round: number
  rounds: number
  formId: string
  formName: string
  part: ArcPart
  /** The stance in which it begins, and that of its moves which have none of their own. */
  stance: Stance
  formStance: Stance
  /** Of a form on one leg whose sides are left and right: whether the side is that of the leg that stands. */
  sideNames: NonNullable<Form['sideNames']> | null
  /** What is said before it begins, besides its name. */
  spokenNotes: string[]
  counting: CountingKind
  sideOrder: SideOrder
  effort: Effort
  reminders: string[]
  /** How each of those who practise with me does it. */
  companions: CompanionHere[]
  /** What was asked for, by side, in the unit of the counting. */
  counts: SideCounts
  /** From the announcement to the end of the rest after it. */
  startSeconds: number
  lengthSeconds: number
  /** Where within it something becomes otherwise, as its layers say. */
  turnsAtSeconds: number[]
  /** Only the exercise itself, side changes included. */
  bodyStartSeconds: number
  bodySeconds: number
}

/** A count for each side, in the order in which they are taken. */
export type SideCounts = { side: Side; count: number }[]

/** A whole session on one axis: segments without gap or overlap from 0 to `totalSeconds`. */
export interface Timeline {
  segments: Segment[]
  occurrences: Occurrence[]
  totalSeconds: number
}

/** Added to (or taken from) the count of one performance, for the first and the second side. */
export interface CountChange {
  first: number
  second: number
}
/**
 * A move of a chain, a position of a hold or a word of beats is done so many times (breaths, beats) more, or fewer: in one unit of a chain,
 * told by its number, or on one side of a hold or of beats.
 */
export interface MoveChange {
  where: number | Side
  move: number
  more: number
}
export const NO_CHANGE: CountChange = { first: 0, second: 0 }

/** Why something was abandoned before its end: for good, or to be resumed further on. */
export type AbandonReason = 'forGood' | 'toResume'

/**
 * One performance in a session's schedule, with what is known of how it really went. What lies behind the follower never changes: a
 * change of mind only changes what comes, so that the axis of a schedule is the time that has passed.
 */
export interface ScheduleItem {
  id: number
  performance: Performance
  change: CountChange
  /** Real lengths in seconds of its segments that went otherwise than planned, by their slot in it. */
  actualSeconds: Record<number, number>
  /** It was left with this segment, at its end or midway; nothing of it comes after. */
  abandoned: { slot: number; midway: boolean; why: AbandonReason } | null
  /** It takes up where an earlier item left off: so many units, and so many seconds of the next one, are done already. */
  doneUnits: number
  /** Of the first of those units so many moves are done already, each time of a move by itself. */
  doneMoves: number
  /** Moves of a chain (or positions of a hold) that are done more or fewer times than the form has them. */
  moveChanges: MoveChange[]
  doneSeconds: number
}

/** From a moment on, everything paced takes so many times as long. */
export interface PaceScale {
  fromSeconds: number
  scale: number
}

/** A person's forms, ways, breath and rules: with these, any routine of theirs becomes a Timeline. */
export interface PracticeSetting {
  /** At least the forms that are named. */
  forms: readonly Form[]
  /** See `wayFor` for which of them holds. */
  ways: readonly Way[]
  pace: Pace
  rules: HouseRules
  /** Who practises with me. */
  companions?: readonly Companion[]
}

/** The setting of a session under way, in which things may be asked to go slower or faster. */
export interface ScheduleSetting extends PracticeSetting {
  paceScales?: readonly PaceScale[]
}

/** Somebody who practises with me in one room, and how: as I do, sitting, holding a chair, standing higher. */
export interface Companion {
  name: string
  version: CompanionVersion
}
export const COMPANION_VERSIONS = ['plain', 'seated', 'supported', 'higher'] as const
export type CompanionVersion = (typeof COMPANION_VERSIONS)[number]

/** How a companion does one form: `rests` where one who sits has no version of it. `change` is what that version changes, in a sentence. */
export interface CompanionHere {
  name: string
  version: CompanionVersion | 'rests'
  change: string
}

/** All that the Timeline of a routine follows from. */
export interface CompileInput extends PracticeSetting {
  routine: Routine
}

/** A routine names a form that is not at hand. */
export class UnknownFormError extends Error {
  constructor(
    readonly stepId: string,
    readonly formId: string,
  ) {
    super(`The step ${stepId} uses the form ${formId}, which is not known.`)
    this.name = 'UnknownFormError'
  }
}

/** Beyond this a session is a mistake, or an attack on the memory: a whole day of beats at 120 a minute has fewer. */
export const MOST_SEGMENTS = 200_000

/** A routine asks for more than any session can hold. */
export class TooLongError extends Error {
  constructor(readonly stepId: string) {
    super(`The routine is too long: it passes ${MOST_SEGMENTS} phases in the step ${stepId}.`)
    this.name = 'TooLongError'
  }
}
