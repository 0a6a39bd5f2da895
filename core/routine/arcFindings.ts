import { isClosingPart, piecesOf, setFamilyOf } from '../forms'
import { finding, type CheckFacts, type Finding, type StepFacts } from './finding'
import { FAST_BEATS } from './wiseBounds'

/** What stands in a wrong place of the arc, or beside what it should not stand beside. */
export function inArc(steps: readonly StepFacts[]): Finding[] {
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
const WHOLE_SETS = ['eightPieces', 'fivePhases'] as const

/** Sets that are incomplete or mixed of two schools, and one movement under two names. */
export function ofSets(steps: readonly StepFacts[]): Finding[] {
  const found: Finding[] = []
  for (const family of WHOLE_SETS) {
    const size = piecesOf(family)
    const pieces = steps.filter((step) => setFamilyOf(step) === family)
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

const PHASES = piecesOf('fivePhases')

/** The five phases in another order than this house's; where all five are there, each once. */
export function phaseOrder({ steps, firstPhasePlace }: CheckFacts): Finding[] {
  const pieces = steps.filter((step) => setFamilyOf(step) === 'fivePhases')
  if (new Set(pieces.map(({ set }) => set!.place)).size !== PHASES || pieces.length !== PHASES) return []
  const isInOrder = pieces.every(({ set }, at) => set!.place === ((firstPhasePlace - 1 + at) % PHASES) + 1)
  return isInOrder ? [] : [finding('phaseOrder', pieces, { mend: 'orderPhases' })]
}

/** What stirs, in a routine for the evening. */
export const stirsEvening = ({ steps, forEvening }: CheckFacts): Finding[] =>
  forEvening ? steps.filter(stirs).map((step) => finding('stirsEvening', [step])) : []
/** Whether something stirs too much for the end of a day. */
export const stirs = ({ beatsPerMinute, asks }: Pick<StepFacts, 'beatsPerMinute' | 'asks'>) =>
  (beatsPerMinute ?? 0) > FAST_BEATS || asks.includes('quickBreathing') || asks.includes('heavyTapping')

/** What must be at hand besides the body: a chair in a session that is not all sitting, or the floor. */
export function atHand({ steps, chairAtHand }: CheckFacts): Finding[] {
  const needsChair = ({ seated, equipment, part }: StepFacts) =>
    (seated && part !== 'settle') || equipment.some((each) => each.startsWith('a chair'))
  const onChair = chairAtHand || steps.every(({ seated }) => seated) ? [] : steps.filter(needsChair)
  const onFloor = steps.filter(({ stance }) => stance === 'lying')
  return [
    ...(onChair.length > 0 ? [finding('needsChair', onChair)] : []),
    ...(onFloor.length > 0 ? [finding('needsFloor', onFloor)] : []),
  ]
}
