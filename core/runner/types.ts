import type { BreathSeconds } from '../breath'
import type { ArcPart, CountingKind, VersionKind } from '../forms'
import type { Step } from '../routine'
import type { CompileInput, CountChange, ScheduleItem, Performance, PaceScale, SideCounts, Timeline } from '../timeline'

/** All that a session is followed from, taken down at its start so that later edits do not reach into it. */
export interface SessionPlan extends CompileInput {
  /** Closes a session whose routine has no closing of its own, when it is to be closed early. */
  closing?: Step[]
  /** Seconds that were practised elsewhere just before: this session closes them, and they are recorded with it. */
  elsewhereSeconds?: number
  /** The lesson of a series that it is. */
  lesson?: LessonTaken
  /** Changes for the declared conditions; missing if there are none. */
  health?: HealthNote
}

/** Changes to a session for the person's declared conditions, by the names of its forms. */
export interface HealthNote {
  /** It was led as written all the same, as the person chose this time. */
  asWritten: boolean
  milder: string[]
  leftOut: string[]
}

/** Which lesson of which series a session is. */
export interface LessonTaken {
  seriesId: string
  lessonId: string
}

/** Who leads: the application at my pace, I by a signal for each repetition, or my breath by its turns. */
export const LEADERS = ['app', 'self', 'breath'] as const
export type Leader = (typeof LEADERS)[number]

/** A change of mind; each can be undone for ten seconds and lands in the record. */
export const CHANGES_OF_MIND = [
  'next',
  'back',
  'again',
  'oneMore',
  'oneFewer',
  'linger',
  'slower',
  'faster',
  'shakeOut',
  'rest',
  'sitDown',
  'standUp',
  'standHigher',
  'standLower',
  'otherSide',
  'watchFirst',
  'dizzy',
  'leadIt',
  'leadMe',
  'leadBreath',
] as const
export type ChangeOfMind = (typeof CHANGES_OF_MIND)[number]

/** `signal` is mine when I lead, `breathIn` and `breathOut` are the turns of my breath when it leads. */
export const COMMANDS = [
  'start',
  'pause',
  'resume',
  ...CHANGES_OF_MIND,
  'signal',
  'breathIn',
  'breathOut',
  'undo',
  'endNow',
] as const
export type PlainCommand = (typeof COMMANDS)[number]

/** A new rest of the session, worked out beforehand: what becomes of the present performance, and all that comes after it. */
export interface NewRemainder {
  refit: 'minutesLeft' | 'closeNow'
  /** The item of the schedule that it was worked out in; in any other it is not carried out. */
  itemId: number
  /** The present performance is left at the end of this breath, or goes on with a changed count. */
  abandonsPresent: boolean
  change: CountChange
  items: { performance: Performance; change: CountChange }[]
}

export type Command = PlainCommand | NewRemainder
export type CommandName = PlainCommand | NewRemainder['refit']
export const nameOf = (command: Command): CommandName => (typeof command === 'string' ? command : command.refit)

/** A command and when it was given (milliseconds since 1970). */
export interface GivenCommand {
  command: Command
  atMs: number
}

export const DEVIATIONS = ['pause', ...CHANGES_OF_MIND, 'minutesLeft', 'closeNow', 'fellBack'] as const
export type DeviationKind = (typeof DEVIATIONS)[number]
/** Something that happened besides the plan. `atSeconds` of practised time; a pause or dizziness lasts, the others do not. */
export interface Deviation {
  what: DeviationKind
  atSeconds: number
  lastsSeconds: number
  undone: boolean
}

/** What the last change of mind changed, for as long as it can be undone. */
export interface Undoable {
  what: DeviationKind
  atMs: number
  /** The index in the schedule at which it was given, and what was to be followed then. */
  index: number
  schedule: ScheduleItem[]
  scale: number
  leader: Leader
  lingering: boolean
}

export interface RunnerState {
  plan: SessionPlan
  schedule: ScheduleItem[]
  paceScales: PaceScale[]
  timeline: Timeline
  /** `dizzy`: all pacing is dropped until I go on, close or end. */
  status: 'ready' | 'running' | 'paused' | 'dizzy' | 'ended'
  /** Where on the Timeline, which is the time practised, and the clock at which that was true. */
  positionSeconds: number
  clockMs: number
  startedAtMs: number | null
  endedAtMs: number | null
  pausedSeconds: number
  /** Time spent in a segment beyond its expected length: open practice, lingering, waiting for a signal or for the breath. */
  overrunSeconds: number
  leader: Leader
  /** My breath leads, but has not been heard: the pace leads meanwhile. */
  fallenBack: boolean
  /** The count left stays where it is until I go on. */
  lingering: boolean
  undo: Undoable | null
  deviations: Deviation[]
  given: GivenCommand[]
}

/** One step as it was planned or as it was done. Rounds are added up. */
export interface StepRecord {
  stepId: string
  formId: string
  formName: string
  part: ArcPart
  counting: CountingKind
}
export interface PlannedStep extends StepRecord {
  counts: SideCounts
  seconds: number
}
export interface DoneStep extends StepRecord {
  /** Repetitions, breaths or beats finished, or seconds held, by side. */
  counts: SideCounts
  /** All time spent in the step, announcement and rest included, as in the plan. */
  seconds: number
  outcome: 'done' | 'cutShort' | 'skipped'
  /** The version in which it was done at the end. */
  version: VersionKind | null
  /** Of each wrist weight. */
  weightKg?: number
  /** How long its in- and out-breaths really were, in the mean; null where none was paced. */
  breath: BreathSeconds | null
  /** Of a chain that was left in its midst: how many moves of its last repetition were done, and how many it has. */
  leftAfter?: { movesDone: number; moves: number }
}

/** Plan and fact of one session, apart. */
export interface SessionOutcome {
  startedAtMs: number
  endedAtMs: number
  /** Time from start to end without the pauses. */
  practisedSeconds: number
  pausedSeconds: number
  plannedSeconds: number
  /** Practised elsewhere just before it began; not in the seconds above. */
  elsewhereSeconds: number
  planned: PlannedStep[]
  done: DoneStep[]
  /** Seconds really spent in the closing, and before it. */
  closingSeconds: number
  movingSeconds: number
  deviations: Deviation[]
}
