import { ARC_PARTS, isClosingPart } from '../forms'
import { atHand, inArc, ofSets, phaseOrder, stirsEvening } from './arcFindings'
import {
  finding,
  rowsOf,
  secondsOf,
  type CheckFacts,
  type Finding,
  type FindingKind,
  type QuickFixKind,
  type StepFacts,
} from './finding'
import { closingSecondsWanted, keepsClosing } from './closing'
import { activeSteps, type Routine } from './types'
import { areasToLoosen, DEEP, LONG_OUT_SECONDS, LOOSE_SECONDS, wiseStillSeconds } from './wiseBounds'

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
    ...stirsEvening(facts),
    ...phaseOrder(facts),
    ...atHand(facts),
    ...steps
      .filter(({ learned }) => learned === false)
      .map((step) => finding('notLearned', [step], { mend: step.inFlow ? 'takeOutOfFlow' : null })),
    ...each(
      steps.filter(({ oneDirection }) => oneDirection),
      'oneDirection',
      'bothDirections',
    ),
  ]
  return found.filter(({ key }) => !routine.silenced.includes(key))
}

const each = (steps: readonly StepFacts[], kind: FindingKind, mend: QuickFixKind) =>
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
  const loosening = steps
    .slice(0, deep)
    .filter(({ part, effort }) => part === 'loosen' || part === 'wake' || Math.max(effort.legs, effort.spine) === 1)
  if (secondsOf(loosening) < LOOSE_SECONDS) return [finding('coldStart', [steps[deep]!], { mend: 'addLoosening' })]
  // Loose, but elsewhere: wrists do not make ready for a deep stance.
  const wanted = areasToLoosen(steps[deep]!.effort)
  const fits = loosening.some(({ areas }) => areas.some((area) => wanted.includes(area)))
  return fits ? [] : [finding('unfitLoosening', [steps[deep]!], { mend: 'addLoosening' })]
}

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
