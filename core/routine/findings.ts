import { ARC_PARTS, isClosingPart, type ArcPart, type Caution, type CautionForMe } from '../forms'
import { closingSecondsWanted, keepsClosing } from './closing'
import { activeSteps, type Routine } from './types'
import { FAST_BEATS, LONG_OUT_SECONDS, LOOSE_SECONDS, wiseStillSeconds } from './wiseBounds'

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
  /** Done sitting. */
  seated: boolean
  /** All cautions of it as it is done, whoever does it. */
  asks: readonly Caution[]
  /** Its longest out-breath in seconds; null where none is led. */
  longestOutSeconds: number | null
  beatsPerMinute: number | null
  comesLast: boolean
  set: { name: string; place: number } | null
  /** What movement it is, where others are the same one under another name. */
  alike: string | null
}

/** The facts of a whole routine, and what is known of the person. */
export interface CheckFacts {
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
  mend: MendKind | null
}
export type MendKind =
  | 'addClosing'
  | 'lengthenClosing'
  | 'evenSides'
  | 'addLoosening'
  | 'shorten'
  | 'putBetween'
  | 'milder'
  | 'takeOutOfFlow'
  | 'bothDirections'

const DEEP = 2
/** So much hard work of legs or shoulders in one row is piled up, and so many pieces on one leg. Our choice. */
const LOAD_SECONDS = 480
const MOST_BALANCE_IN_ROW = 3
/** Breaths outside this are too quick or too long to be led for long. Our choice, from the slow-breathing range near 6 a minute. */
const QUICK_BREATH_SECONDS = 2.5
const LONG_BREATH_SECONDS = 20
const QUICK_FOR_SECONDS = 60

/** All findings, those silenced for this routine left out; the order is that of `FINDING_KINDS`. */
export function findingsOf(routine: Routine, facts: CheckFacts): Finding[] {
  if (activeSteps(routine).length === 0) return []
  const { steps } = facts
  const found = [
    ...closing(facts),
    ...each(
      steps.filter(({ sidesEven }) => !sidesEven),
      'unevenSides',
      'evenSides',
    ),
    ...coldStart(steps),
    ...stillness(facts),
    ...legLoad(steps),
    ...breath(steps),
    ...inArc(steps),
    ...ofSets(steps),
    ...cautions(steps),
    ...each(
      steps.filter(({ learned, inFlow }) => inFlow && learned === false),
      'notLearned',
      'takeOutOfFlow',
    ),
    ...each(
      steps.filter(({ oneDirection }) => oneDirection),
      'oneDirection',
      'bothDirections',
    ),
  ]
  return found.filter(({ key }) => !routine.silenced.includes(key))
}

const finding = (kind: FindingKind, about: readonly StepFacts[], more: Partial<Finding> = {}): Finding => ({
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
const each = (steps: readonly StepFacts[], kind: FindingKind, mend: MendKind) =>
  steps.map((step) => finding(kind, [step], { mend }))

function closing({ steps, movingSeconds, closingSeconds, closingShareWanted }: CheckFacts): Finding[] {
  if (movingSeconds === 0) return []
  if (!steps.some(({ part }) => isClosingPart(part))) return [finding('noClosing', [], { mend: 'addClosing' })]
  const span = { movingSeconds, closingSeconds }
  if (keepsClosing(span, closingShareWanted)) return []
  const missing = closingSecondsWanted(span, closingShareWanted)
  return [finding('shortClosing', [], { seconds: missing, against: closingShareWanted, mend: 'lengthenClosing' })]
}

/** Deep work of legs or spine before the body was loosened. */
function coldStart(steps: readonly StepFacts[]): Finding[] {
  const deep = steps.findIndex(
    ({ effort, part }) =>
      Math.max(effort.legs, effort.spine) >= DEEP && ARC_PARTS.indexOf(part) >= ARC_PARTS.indexOf('work'),
  )
  if (deep < 0) return []
  const loosened = steps
    .slice(0, deep)
    .filter(({ part, effort }) => part === 'loosen' || part === 'wake' || Math.max(effort.legs, effort.spine) === 1)
    .reduce((sum, { seconds }) => sum + seconds, 0)
  return loosened >= LOOSE_SECONDS ? [] : [finding('coldStart', [steps[deep]!], { mend: 'addLoosening' })]
}

/** Rows of steps, one right after the other, that are all so. */
function rowsOf(steps: readonly StepFacts[], isSo: (step: StepFacts) => boolean): StepFacts[][] {
  const rows: StepFacts[][] = [[]]
  for (const step of steps) {
    if (isSo(step)) rows.at(-1)!.push(step)
    else if (rows.at(-1)!.length > 0) rows.push([])
  }
  return rows.filter((row) => row.length > 0)
}
const secondsOf = (steps: readonly StepFacts[]) => steps.reduce((sum, { seconds }) => sum + seconds, 0)

/** Posts that follow one another are one stillness. */
function stillness({ steps, longestStillSeconds }: CheckFacts): Finding[] {
  const most = wiseStillSeconds(longestStillSeconds)
  const stands = ({ still, part, seated, effort }: StepFacts) =>
    still && part !== 'settle' && !seated && (effort.legs > 0 || part === 'stand')
  return rowsOf(steps, stands)
    .filter((row) => secondsOf(row) > most)
    .map((row) =>
      finding('longStillness', row, { seconds: secondsOf(row), against: longestStillSeconds ?? 0, mend: 'shorten' }),
    )
}

/** Hard work of the legs or the shoulders, or on one leg, in one row for too long. */
function legLoad(steps: readonly StepFacts[]): Finding[] {
  const hard = (what: 'legs' | 'shoulders', kind: FindingKind) =>
    rowsOf(steps, ({ effort }) => effort[what] >= DEEP)
      .filter((row) => row.length > 1 && secondsOf(row) > LOAD_SECONDS)
      .map((row) => finding(kind, row, { seconds: secondsOf(row), mend: 'putBetween' }))
  const balance = rowsOf(steps, ({ effort }) => effort.balance >= DEEP)
    .filter((row) => row.length > MOST_BALANCE_IN_ROW)
    .map((row) => finding('balanceInRow', row, { mend: 'putBetween' }))
  return [...hard('legs', 'legLoad'), ...hard('shoulders', 'shoulderLoad'), ...balance]
}

/** What stands in a wrong place of the arc, or beside what it should not stand beside. */
function inArc(steps: readonly StepFacts[]): Finding[] {
  const found: Finding[] = []
  const [first] = steps
  if (first?.quickBreathing) found.push(finding('quickOpening', [first], { mend: 'putBetween' }))
  steps.forEach((step, at) => {
    const next = steps[at + 1]
    const isLow = step.asks.includes('headDown') || step.asks.includes('deepFold')
    const isFast = next && (next.beatsPerMinute ?? 0) > FAST_BEATS
    if (isLow && step.asks.includes('headDown') && isFast) found.push(finding('quickRise', [step, next]))
    if (step.comesLast && next) found.push(finding('notLast', [step], { mend: 'putBetween' }))
    const isLate = steps.slice(0, at).some(({ part }) => isClosingPart(part))
    if (isLate && !isClosingPart(step.part) && ((step.beatsPerMinute ?? 0) > FAST_BEATS || step.quickBreathing)) {
      found.push(finding('stirsLate', [step], { mend: 'putBetween' }))
    }
  })
  const fold = steps.findLastIndex(({ asks }) => asks.includes('deepFold'))
  const after = steps.slice(fold + 1).filter(({ part }) => part !== 'settle')
  if (fold >= 0 && !after.some(({ asks }) => !asks.includes('deepFold'))) {
    found.push(finding('foldUnanswered', [steps[fold]!]))
  }
  // The last rest may be on a chair.
  const upright = steps.slice(0, steps.findLastIndex(({ part }) => part !== 'settle') + 1)
  const changes = upright.filter(({ seated }, at) => at > 0 && seated !== upright[at - 1]!.seated)
  if (changes.length > 1) found.push(finding('hopping', changes))
  return found
}

/** Sets of which so many pieces are meant to be the whole. */
const WHOLE_FROM = 4
const SET_SIZES: readonly [RegExp, number][] = [
  [/^The eight pieces/, 8],
  [/^Five-phase/, 5],
]

/** Sets that are incomplete or mixed of two schools, and one movement under two names. */
function ofSets(steps: readonly StepFacts[]): Finding[] {
  const found: Finding[] = []
  for (const [name, size] of SET_SIZES) {
    const pieces = steps.filter(({ set }) => set !== null && name.test(set.name))
    const places = new Set(pieces.map(({ set }) => set!.place))
    const schools = new Set(pieces.map(({ set }) => set!.name))
    if (schools.size > 1 || (pieces.length >= WHOLE_FROM && places.size < size)) {
      found.push(finding('setBroken', pieces, { seconds: places.size, against: size }))
    }
  }
  const byMovement = new Map<string, StepFacts[]>()
  for (const step of steps) {
    if (step.alike) byMovement.set(step.alike, [...(byMovement.get(step.alike) ?? []), step])
  }
  for (const same of byMovement.values()) {
    if (new Set(same.map(({ formName }) => formName)).size > 1) found.push(finding('doubled', same))
  }
  return found
}

function breath(steps: readonly StepFacts[]): Finding[] {
  return steps.flatMap((step) => {
    const { shortestBreathSeconds: shortest, longestBreathSeconds: longest, seconds } = step
    const quick = step.quickBreathing || (shortest !== null && shortest < QUICK_BREATH_SECONDS)
    if (quick && seconds > QUICK_FOR_SECONDS) {
      return [finding('quickBreath', [step], { seconds, against: QUICK_FOR_SECONDS, mend: 'shorten' })]
    }
    if (longest !== null && longest > LONG_BREATH_SECONDS) {
      return [finding('longBreath', [step], { seconds: longest, against: LONG_BREATH_SECONDS })]
    }
    const out = step.longestOutSeconds
    if (out !== null && out > LONG_OUT_SECONDS + 0.05) {
      return [finding('longOutBreath', [step], { seconds: out, against: LONG_OUT_SECONDS })]
    }
    return []
  })
}

function cautions(steps: readonly StepFacts[]): Finding[] {
  return steps.flatMap((step) =>
    step.cautions
      .filter(({ milder }) => milder !== 'done')
      .map(({ milder, ...caution }) => ({
        ...finding('caution', [step], {
          caution,
          mend: milder === 'possible' ? 'milder' : null,
        }),
        key: `caution/${caution.caution}/${step.stepId}`,
      })),
  )
}
