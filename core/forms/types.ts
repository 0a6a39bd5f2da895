/** The parts of a session's arc, in their order. */
export const ARC_PARTS = ['arrive', 'loosen', 'wake', 'work', 'stand', 'gather', 'settle'] as const
export type ArcPart = (typeof ARC_PARTS)[number]

/** The parts that close a session; everything before them is its moving time. */
export const CLOSING_PARTS: readonly ArcPart[] = ['gather', 'settle']
export const isClosingPart = (part: ArcPart) => CLOSING_PARTS.includes(part)

export const STANCES = [
  'together',
  'hipWidth',
  'shoulderWidth',
  'wide',
  'diagonalStep',
  'bow',
  'empty',
  'low',
  'tandem',
  'oneLeg',
  'seated',
  'lying',
] as const
export type Stance = (typeof STANCES)[number]

/** What stances are called, in lines and on the screen. */
export const STANCE_NAMES: Record<Stance, string> = {
  together: 'feet together',
  hipWidth: 'hip width',
  shoulderWidth: 'shoulder width',
  wide: 'wide stance',
  diagonalStep: 'diagonal step',
  bow: 'bow stance',
  empty: 'empty stance',
  low: 'low stance',
  tandem: 'heel to toe',
  oneLeg: 'one leg',
  seated: 'seated',
  lying: 'lying down',
}

/** What the breath does in a phase: `hold` is a short stop, `free` is unpaced breathing. */
export const BREATH_KINDS = ['in', 'out', 'hold', 'free'] as const
export type BreathKind = (typeof BREATH_KINDS)[number]

export const PHASE_UNITS = ['counts', 'seconds'] as const
/**
 * What a length is in, where it is not in my own breath: `counts` at my pace, four to my in-breath, whose proportion holds whatever my own
 * breath is; or `seconds`.
 */
export type PhaseUnit = (typeof PHASE_UNITS)[number]

/**
 * One phase of a repetition. Without a `unit`, `length` is relative: in units of my in-breath (`in`), my out-breath (`out`),
 * my in-breath again (`hold`), or one whole breath (`free`).
 */
export interface Phase {
  breath: BreathKind
  length: number
  unit?: PhaseUnit
  /** It lasts no longer than this, however slow my breath is. */
  mostSeconds?: number
  /** The one or two words said when the phase begins, such as "Rise". */
  cue: string
}

export const FIVE_PHASES = ['wood', 'fire', 'earth', 'metal', 'water'] as const
/** One of the tradition's five phases, in the order in which each brings forth the next. */
export type FivePhase = (typeof FIVE_PHASES)[number]

/** A named move: a form of one move is a single exercise, a form of several is a chain. */
export interface Move {
  name: string
  phases: Phase[]
  /** Where it differs from the form's own stance; null where it does not. */
  stance: Stance | null
  /**
   * Where the step goes, clockwise from straight ahead: 60 is two o'clock. For a form with sides it is said for the right one;
   * on the left it is mirrored. Null where nothing turns.
   */
  directionDegrees: number | null
  /** Where one faces in it, clockwise from where the form begins; mirrored like the step. */
  facingDegrees?: number
  /** A chain whose moves all have one begins where my cycle of the five begins. */
  phaseOfFive: FivePhase | null
  /** How often it is done in a row, where that is more than once. */
  times?: number
}

/** The five ways of counting. The unit of a count follows from it: repetitions, breaths, seconds, beats, seconds. */
export type Counting =
  | { by: 'breathRepetitions' }
  | { by: 'breathHold' }
  | { by: 'time' }
  | { by: 'beats'; beatsPerMinute: number }
  | { by: 'open' }
export type CountingKind = Counting['by']
export const COUNTING_KINDS = ['breathRepetitions', 'breathHold', 'time', 'beats', 'open'] as const

/** How the sides are taken: see `Side` for the names that follow. */
export const SIDE_ORDERS = ['none', 'alternate', 'oneThenOther', 'bothDirections'] as const
export type SideOrder = (typeof SIDE_ORDERS)[number]

/** A side of the body, or a direction of a circle. */
export const SIDES = ['none', 'left', 'right', 'oneWay', 'otherWay'] as const
export type Side = (typeof SIDES)[number]

/** The leg that a side names where one stands on one leg. */
export const SIDE_LEGS = ['movingLeg', 'standingLeg'] as const

/** Whether a count is meant for each side or for both together. */
export const COUNT_SCOPES = ['perSide', 'inAll'] as const
export type CountScope = (typeof COUNT_SCOPES)[number]

/** The counts that make sense for a form, in the unit of its counting. */
export interface AllowedCounts {
  least: number
  usual: number
  most: number
  step: number
}

export const AREAS = [
  'neck',
  'shoulders',
  'arms',
  'wrists',
  'chest',
  'upperBack',
  'lowBack',
  'spine',
  'belly',
  'hips',
  'legs',
  'knees',
  'ankles',
  'feet',
  'eyes',
  'breath',
  'balance',
] as const
export type Area = (typeof AREAS)[number]

/** What a form asks of a body that some bodies should not give. Usual cautions of the trade, never a diagnosis. */
export const FORM_CAUTIONS = [
  'breathHold',
  'deepFold',
  'headDown',
  'strongTwist',
  'oneLeg',
  'longStanding',
  'heelDrop',
  'heavyTapping',
  'deepKnees',
  'quickBreathing',
  'strongBelly',
  'wristWeights',
  'straining',
  'onToes',
  'heelToToe',
  'steppingBack',
  'crossSteps',
  'turningCircles',
  'quickRising',
  'bellyTapping',
  'lyingFlat',
  'kneeTwist',
  'hipTurn',
  'armsOverhead',
  'armSwing',
  'neckTurn',
] as const
/** Cautions that no form needs to say of itself: they follow from how it is done (see `cautionsOf`); `standing` is whatever is not done sitting. */
export const DERIVED_CAUTIONS = ['standing', 'unsteady'] as const
export const CAUTIONS = [...FORM_CAUTIONS, ...DERIVED_CAUTIONS] as const
export type FormCaution = (typeof FORM_CAUTIONS)[number]
export type Caution = (typeof CAUTIONS)[number]

/** Whether a form is for those who begin: simple and sure to stand in. What says nothing of it is. */
export const FORM_LEVELS = ['first', 'later'] as const
export type FormLevel = (typeof FORM_LEVELS)[number]

/** How much a form asks, each from 0 (nothing) to 3 (a lot). */
export interface Effort {
  legs: number
  shoulders: number
  spine: number
  balance: number
}

export const GAZES = ['ahead', 'far', 'frontHand', 'backHand', 'risingHand', 'palms', 'floor', 'inward'] as const
/** Where the eyes go in a form. */
export type Gaze = (typeof GAZES)[number]
/** The same in words that can be said, and written in plain lines in small letters. */
export const GAZE_WORDS: Record<Gaze, string> = {
  ahead: 'look straight ahead',
  far: 'look far away',
  frontHand: 'look over the hand in front',
  backHand: 'look to the hand behind',
  risingHand: 'the eyes follow the rising hand',
  palms: 'look into the palms',
  floor: 'look to the floor ahead',
  inward: 'look inward',
}

/** One named exercise, or a chain of moves done as one piece: what it is, before anyone's own way of doing it. */
export interface Form {
  id: string
  name: string
  /** Classical name in pinyin; empty when there is none. */
  pinyin: string
  /** The same in Chinese characters. */
  characters?: string
  /** The set that it belongs to and its place there, or null. */
  set: { name: string; place: number } | null
  /** Whose way of it this is, in plain words such as "northern"; empty where schools agree. */
  school: string
  part: ArcPart
  /** How it is done, in two or three sentences. */
  about: string
  stance: Stance
  counting: Counting
  sides: SideOrder
  countScope: CountScope
  counts: AllowedCounts
  moves: Move[]
  /** What schools do on different breaths, and on which one it is written down here; null where nothing differs. */
  meets: { what: MeetingMove; on: 'in' | 'out' } | null
  areas: Area[]
  cautions: FormCaution[]
  level?: FormLevel
  /** Comes at the very end, after all stillness, such as a bow. */
  comesLast?: boolean
  /** Where the eyes go, unless they are lowered or closed. */
  gaze?: Gaze
  /** Whether the body is still in it, where its counting and its part do not tell. */
  still?: boolean
  /** In- and out-breath are equally long, each half of my whole breath, whatever my own breath is. */
  evenBreath?: boolean
  /** What a side names in a form on one leg: the leg that moves (as usual), or the one that stands. */
  sideNames?: (typeof SIDE_LEGS)[number]
  /** A word for the movement, where other forms are the same one under another name. */
  alike?: string
  effort: Effort
  /** Other versions that it can be done in, each with what it changes. */
  versions: FormVersion[]
  /**
   * Levels that it climbs, lowest (or smallest) first: "lower belly", "heart", "head"; or "small", "large" for circles that
   * grow. Each repetition takes the next station. Empty for forms that stay where they are.
   */
  levels: string[]
  levelOrder: LevelOrder
  /** Of a diagonal step, from straight ahead: 60 is toward ten or two o'clock. Null elsewhere. */
  diagonalDegrees: number | null
  /** The tradition's words, shown as such; never medical claims. */
  tradition: TraditionWord[]
  /** What is needed besides the body. */
  equipment: string[]
  /** Posture reminders for a still hold, said in turn. */
  reminders: string[]
}

export const VERSION_KINDS = ['seated', 'supported', 'higher', 'imagined', 'weighted'] as const
export type VersionKind = (typeof VERSION_KINDS)[number]
export interface FormVersion {
  kind: VersionKind
  /** What is different, in a sentence. */
  change: string
}

/** `blocks`: each level takes its share of the count before the next one comes, such as all forward, then all back. */
export const LEVEL_ORDERS = ['up', 'upAndDown', 'blocks'] as const
export type LevelOrder = (typeof LEVEL_ORDERS)[number]

export const TRADITION_KINDS = ['phase', 'organ', 'meridian', 'season', 'feeling', 'other'] as const
export interface TraditionWord {
  kind: (typeof TRADITION_KINDS)[number]
  words: string
}

export const MEETING_MOVES = ['rise', 'strike', 'round'] as const
/** A movement that some schools do on the in-breath and some on the out-breath. `round` is rounding the back. */
export type MeetingMove = (typeof MEETING_MOVES)[number]

/** How a form is done in one place, besides my way of it: in a version, and with other choices. */
export interface Manner {
  /** `plain` is the form as it is; null leaves the version to my way of it. */
  version: VersionKind | 'plain' | null
  choices: Partial<Choices>
  /** Of each wrist weight, where it is done with them. */
  weightKg?: number
}

const ON_BREATH = ['asTaught', 'in', 'out'] as const

/** What schools and persons choose differently, with the values that each choice has; the first is the usual one. */
export const CHOICES = {
  firstSide: ['left', 'right'],
  /** `mirrored`: cues name the side of somebody who faces me, so my left is called right. */
  cueSides: ['own', 'mirrored'],
  /** A short hold after the in-breath: as the form has it, none, or one at every top. */
  topHold: ['asTaught', 'leaveOut', 'hold'],
  riseOn: ON_BREATH,
  strikeOn: ON_BREATH,
  roundOn: ON_BREATH,
  airway: ['asTaught', 'nose', 'noseMouth'],
  /** `natural`: the belly swells on the in-breath. `reverse`: it draws in, and the low back swells. */
  belly: ['asTaught', 'natural', 'reverse'],
  handOnTop: ['left', 'right'],
  heels: ['drop', 'quiet'],
  /** The side of the belly on which a rubbing hand goes up. */
  massageUp: ['right', 'left'],
  firstPhase: ['asTaught', ...FIVE_PHASES],
  eyes: ['asTaught', 'open', 'lowered', 'closed'],
} as const
export type ChoiceName = keyof typeof CHOICES
export type Choices = { [Name in ChoiceName]: (typeof CHOICES)[Name][number] }
export const CHOICE_NAMES = Object.keys(CHOICES) as ChoiceName[]

/** How one person does one form. What it leaves out of `choices` is left to the house rules. */
export interface Way {
  id: string
  formId: string
  name: string
  choices: Partial<Choices>
  /** Swap in- and out-breath, or keep them as taught whatever the house rules say; null leaves it to them. */
  swapBreath: boolean | null
  /** The version that I do; null for the form as it is. */
  version: VersionKind | null
  /** Of each wrist weight, where it is done with them. */
  weightKg?: number
  learnedFrom: string
  notes: string
  /** It came with a routine of somebody else: it holds only where a step names it, and is not how I do the form. */
  onlyWhereNamed?: boolean
}

/** What one person keeps the same for all forms. */
export interface HouseRules extends Choices {
  /** Time in which the next form is said, before it starts. */
  announceSeconds: number
  /** The least time before the first form: to put the device down and step back. */
  leadInSeconds: number
  stanceChangeSeconds: number
  sideChangeSeconds: number
  /** Least share of gathering and settling against the moving time, 0 to 0.5. */
  closingShare: number
}

/** The house rules of a person who has not chosen any. 30% closing is common practice, no source. */
export const USUAL_HOUSE_RULES: HouseRules = {
  firstSide: 'left',
  cueSides: 'own',
  topHold: 'asTaught',
  riseOn: 'asTaught',
  strikeOn: 'asTaught',
  roundOn: 'asTaught',
  airway: 'asTaught',
  belly: 'asTaught',
  handOnTop: 'left',
  heels: 'drop',
  massageUp: 'right',
  firstPhase: 'asTaught',
  eyes: 'asTaught',
  announceSeconds: 4,
  leadInSeconds: 8,
  stanceChangeSeconds: 4,
  sideChangeSeconds: 3,
  closingShare: 0.3,
}
