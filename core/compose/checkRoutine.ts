import {
  cautionsForMe,
  FIVE_PHASES,
  type FivePhase,
  cautionsOf,
  formMyWay,
  hasChairAtHand,
  isStillForm,
  LEARNING_STAGES,
  milderState,
  wayFor,
  withManner,
  type Caution,
  type Condition,
  type Form,
  type LearningStage,
  type Way,
} from '../forms'
import {
  closingShareWanted,
  activeSteps,
  findingsOf,
  type CheckFacts,
  type Finding,
  type Routine,
  type Step,
  type StepFacts,
} from '../routine'
import { compileTimeline, totalsOf, type Timeline, type CompileInput } from '../timeline'

/** What is known of the person who will follow it. */
export interface KnownPerson {
  conditions: readonly Condition[]
  /** The stage at which a form stands; null when nothing is said of it. */
  stageOf: (formId: string) => LearningStage | null
  longestStillSeconds: number | null
}

export const UNKNOWN_PERSON: KnownPerson = { conditions: [], stageOf: () => null, longestStillSeconds: null }

/** Look a routine over as it will be followed. Throws as compiling does. */
export function checkRoutine(input: CompileInput, person: KnownPerson): Finding[] {
  return findingsOf(input.routine, checkFactsOf(input, person, compileTimeline(input)))
}

/** What a routine is called that is for the end of the day. */
export const isForEvening = ({ name, purpose }: Pick<Routine, 'name' | 'purpose'>) => EVENING.test(`${name} ${purpose}`)
const EVENING = /\b(evening|night|bed ?time|before bed|sleep|late)\b/i

/** A form counts as learned, for a flow, from the whole movement on. */
const LEARNED_FROM = LEARNING_STAGES.indexOf('whole')

/** The figures that the check looks at, all taken from the Timeline. */
export function checkFactsOf(input: CompileInput, person: KnownPerson, timeline: Timeline): CheckFacts {
  const totals = totalsOf(timeline)
  const breaths = breathLengths(timeline)
  const longestOut = longestOutBreaths(timeline)
  const steps = activeSteps(input.routine).flatMap((step): StepFacts[] => {
    const form = input.forms.find(({ id }) => id === step.formId)
    const total = totals.bySteps.find(({ stepId }) => stepId === step.id)
    if (!form || !total) return []
    const way = wayFor(step, input.ways)
    const mine = formMyWay(form, way, input.rules).form
    const ways = waysOf(step, way)
    const asked = askedBy(step, form, input)
    const wayWith = (caution: Caution) => ways.find((each) => cautionsOf(form, each, input.rules).includes(caution))
    const occurrences = timeline.occurrences.filter(({ stepId }) => stepId === step.id)
    const length = breaths.get(step.id)
    const stage = person.stageOf(form.id)
    return [
      {
        stepId: step.id,
        formName: total.formName,
        part: step.part,
        seconds: total.seconds,
        sidesEven: total.sidesEven,
        still: isStillForm(form),
        effort: mine.effort,
        oneDirection: form.sides === 'bothDirections' && total.counts.some(({ count }) => count === 0),
        shortestBreathSeconds: length?.shortest ?? null,
        longestBreathSeconds: length?.longest ?? null,
        quickBreathing: asked.includes('quickBreathing'),
        cautions: cautionsForMe(asked, person.conditions).map((each) => ({
          ...each,
          milder: milderState(form, each.caution, wayWith(each.caution), input.rules),
        })),
        learned: stage === null ? null : LEARNING_STAGES.indexOf(stage) >= LEARNED_FROM,
        seated: mine.stance === 'seated',
        asks: asked,
        longestOutSeconds: longestOut.get(step.id) ?? null,
        beatsPerMinute: form.counting.by === 'beats' ? form.counting.beatsPerMinute : null,
        comesLast: form.comesLast ?? false,
        set: form.set,
        areas: form.areas,
        stance: mine.stance,
        equipment: form.equipment,
        alike: form.alike ?? null,
        inFlow: occurrences.some(({ pattern }) => pattern === 'rounds' || pattern === 'link'),
      },
    ]
  })
  return {
    movingSeconds: totals.movingSeconds,
    closingSeconds: totals.closingSeconds,
    closingShareWanted: closingShareWanted(input.routine, input.rules),
    steps,
    longestStillSeconds: person.longestStillSeconds,
    chairAtHand: hasChairAtHand(person.conditions),
    forEvening: isForEvening(input.routine),
    firstPhasePlace: Math.max(1, FIVE_PHASES.indexOf(input.rules.firstPhase as FivePhase) + 1),
  }
}

/** All cautions of a step as it is done, in whatever way some part of it is. */
export function askedBy(step: Step, form: Form, { ways, rules }: Pick<CompileInput, 'ways' | 'rules'>): Caution[] {
  return [...new Set(waysOf(step, wayFor(step, ways)).flatMap((each) => cautionsOf(form, each, rules)))]
}

/** The ways in which a step is done: its own, and those of its layers. */
function waysOf({ formId, layers = [] }: Step, way: Way | undefined): (Way | undefined)[] {
  const versions = layers.flatMap(({ so }) => {
    if (so.version) return [so.version]
    return so.stage === 'seated' ? (['seated'] as const) : []
  })
  return [way, ...versions.map((version) => withManner(formId, way, { version, choices: {} }))]
}

/** The longest out-breath that each step leads, phases that follow one another taken together, in seconds. */
function longestOutBreaths({ segments, occurrences }: Timeline): Map<string, number> {
  const longest = new Map<string, number>()
  let seconds = 0
  segments.forEach((segment, at) => {
    const before = segments[at - 1]
    const goesOn = before?.breath === 'out' && before.occurrence === segment.occurrence && !before.endsRepetition
    if (segment.breath !== 'out' || (segment.kind !== 'phase' && segment.kind !== 'hold')) return
    seconds = (goesOn ? seconds : 0) + segment.lengthSeconds
    const { stepId } = occurrences[segment.occurrence]!
    longest.set(stepId, Math.max(longest.get(stepId) ?? 0, seconds))
  })
  return longest
}

/** The shortest and the longest led breath of each step: the time between the starts of two in-breaths of one repetition, or its whole. */
function breathLengths(timeline: Timeline): Map<string, { shortest: number; longest: number }> {
  const lengths = new Map<string, { shortest: number; longest: number }>()
  const note = (stepId: string, seconds: number) => {
    const known = lengths.get(stepId)
    lengths.set(stepId, {
      shortest: Math.min(known?.shortest ?? Infinity, seconds),
      longest: Math.max(known?.longest ?? 0, seconds),
    })
  }
  let breath = 0
  timeline.segments.forEach((segment, at) => {
    const { kind, breath: now, lengthSeconds, endsRepetition } = segment
    if ((kind !== 'phase' && kind !== 'hold') || now === 'free') return
    const before = timeline.segments[at - 1]
    const stepId = timeline.occurrences[segment.occurrence]!.stepId
    if (now === 'in' && before && before.breath !== 'in' && breath > 0 && before.occurrence === segment.occurrence) {
      note(stepId, breath)
      breath = 0
    }
    breath += lengthSeconds
    if (!endsRepetition) return
    note(stepId, breath)
    breath = 0
  })
  return lengths
}
