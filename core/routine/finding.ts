import type { Area, ArcPart, Caution, CautionForMe, Stance } from '../forms'

/** What the check sees of one step: facts of the Timeline, and of its form as it is done. */
export interface StepFacts {
  stepId: string
  formName: string
  part: ArcPart
  seconds: number
  sidesEven: boolean
  still: boolean
  effort: { legs: number; shoulders: number; spine: number; balance: number }
  /** Only one direction of a form that has two is done. */
  oneDirection: boolean
  /** The quickest breath that it leads, in seconds; null where none is led. */
  shortestBreathSeconds: number | null
  longestBreathSeconds: number | null
  quickBreathing: boolean
  /** Cautions that concern this person, and whether the milder version is already done or can be. */
  cautions: (CautionForMe & { milder: 'done' | 'possible' | 'none' })[]
  /** How far it is learned; `null` when nothing is said. */
  learned: boolean | null
  /** Part of a flow of rounds or a link. */
  inFlow: boolean
  /** Done sitting, and with what besides the body. */
  seated: boolean
  stance: Stance
  equipment: readonly string[]
  /** All cautions of it as it is done, whoever does it. */
  asks: readonly Caution[]
  /** Its longest out-breath in seconds; null where none is led. */
  longestOutSeconds: number | null
  beatsPerMinute: number | null
  comesLast: boolean
  set: { name: string; place: number } | null
  areas: readonly Area[]
  /** What movement it is, where others are the same one under another name. */
  alike: string | null
}

/** The facts of a whole routine, and what is known of the person. */
export interface CheckFacts {
  /** By its name or purpose it is for the evening or the night. */
  forEvening: boolean
  /** The place of the phase with which this house begins the five; 1 where it has not chosen. */
  firstPhasePlace: number
  /** By what this person has declared, a chair is there anyway. */
  chairAtHand: boolean
  movingSeconds: number
  closingSeconds: number
  closingShareWanted: number
  steps: StepFacts[]
  /** The longest stillness of this person so far; null without any. */
  longestStillSeconds: number | null
}

export const FINDING_KINDS = [
  'noClosing',
  'shortClosing',
  'unevenSides',
  'coldStart',
  'longStillness',
  'legLoad',
  'quickBreath',
  'longBreath',
  'longOutBreath',
  'quickOpening',
  'balanceInRow',
  'shoulderLoad',
  'quickRise',
  'foldUnanswered',
  'hopping',
  'notLast',
  'stirsLate',
  'setBroken',
  'doubled',
  'caution',
  'notLearned',
  'unfitLoosening',
  'stirsEvening',
  'needsChair',
  'needsFloor',
  'phaseOrder',
  'oneDirection',
] as const
export type FindingKind = (typeof FINDING_KINDS)[number]

/** Something that a good teacher would point out. The words are the screen's; `key` silences it for this routine. */
export interface Finding {
  key: string
  kind: FindingKind
  /** The steps that it is about. */
  stepIds: string[]
  names: string[]
  /** Seconds, where the kind has some: missing closing, the stillness, the breath. */
  seconds: number
  /** What it is compared with: the share wanted, the longest stillness so far. */
  against: number
  caution: CautionForMe | null
  /** What the one-key mend does; null where only the person can mend it. */
  mend: QuickFixKind | null
}
export type QuickFixKind =
  | 'addClosing'
  | 'lengthenClosing'
  | 'evenSides'
  | 'addLoosening'
  | 'shorten'
  | 'putBetween'
  | 'milder'
  | 'takeOutOfFlow'
  | 'bothDirections'
  | 'orderPhases'

/** A finding about some steps. */
export const finding = (kind: FindingKind, about: readonly StepFacts[], more: Partial<Finding> = {}): Finding => ({
  key: [kind, ...about.map(({ stepId }) => stepId)].join('/').slice(0, 160),
  kind,
  stepIds: about.map(({ stepId }) => stepId),
  names: about.map(({ formName }) => formName),
  seconds: 0,
  against: 0,
  caution: null,
  mend: null,
  ...more,
})
/** Rows of steps, one right after the other, that are all so. */
export function rowsOf(steps: readonly StepFacts[], isSo: (step: StepFacts) => boolean): StepFacts[][] {
  const rows: StepFacts[][] = [[]]
  for (const step of steps) {
    if (isSo(step)) rows.at(-1)!.push(step)
    else if (rows.at(-1)!.length > 0) rows.push([])
  }
  return rows.filter((row) => row.length > 0)
}
export const secondsOf = (steps: readonly StepFacts[]) => steps.reduce((sum, { seconds }) => sum + seconds, 0)
