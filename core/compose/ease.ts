import type { BreathSeconds } from '../breath'
import type { Caution, Form } from '../forms'
import {
  activeSteps,
  changeGroup,
  changeStep,
  stepFor,
  type Between,
  type BreathRatio,
  type Group,
  type Layer,
  type Routine,
} from '../routine'
import { COUNTS_OF_IN_BREATH, type CompileInput } from '../timeline'
import { askedBy } from './checkRoutine'
import { mannerFor } from './mend'
import { routineFeatures } from './routineFeatures'

/** A routine as a body should do it now. */
export interface Eased {
  routine: Routine
  /** Forms that are done in a milder way than planned, and those that are left out, as nothing milder is known; by id, each once. */
  milder: string[]
  leftOut: string[]
}

/** A routine as it is led for somebody whose body asks for care. */
export interface HealthAdjusted extends Eased {
  /**
   * Why it is not led before the person was asked: too little of it is left, or nothing of its closing. Null where it can be led as it is
   * here.
   */
  asksFirst: 'nothingLeft' | 'unclosed' | null
}

/** With more than this part of its time left out, a routine is another one. Our choice. */
const MOST_LEFT_OUT = 0.4

/**
 * The one rule for every way into a session: what of a routine is done milder, what is left out, and whether the person is asked first,
 * given the cautions that matter (`concernsOf` of the declared conditions, `concernsNow` where the body was asked too). The same again for
 * what was adjusted already. Throws as compiling does.
 */
export function adjustForHealth(input: CompileInput, concerns: ReadonlySet<Caution>): HealthAdjusted {
  const eased = easeRoutine(input, concerns)
  if (eased.leftOut.length === 0) return { ...eased, asksFirst: null }
  const planned = routineFeatures(input)
  const left = routineFeatures({ ...input, routine: eased.routine })
  // A session that is all closing, such as one form for the evening, is measured by that.
  const measured = planned.movingSeconds > 0 ? 'movingSeconds' : 'closingSeconds'
  const isUnclosed = measured === 'movingSeconds' && planned.closingSeconds > 0 && left.closingSeconds === 0
  const isLittle = left[measured] === 0 || left[measured] < planned[measured] * (1 - MOST_LEFT_OUT)
  return { ...eased, asksFirst: isUnclosed ? 'unclosed' : isLittle ? 'nothingLeft' : null }
}

/**
 * A routine in which nothing asks what the body should not give: each step that does is done in a milder version, or left out where there
 * is none, and so is what lies between pieces. Where quick breathing is spared, nothing hurries the breath. Steps of forms that are not
 * known stay as they are.
 */
export function easeRoutine(input: CompileInput, concerns: ReadonlySet<Caution>): Eased {
  if (concerns.size === 0) return { routine: input.routine, milder: [], leftOut: [] }
  const known = new Map(input.forms.map((form) => [form.id, form]))
  const milder = new Set<string>()
  const leftOut = new Set<string>()
  const unhurried = concerns.has('quickBreathing') ? withoutHurry(input, known, milder) : input.routine
  let routine = withoutBetween(unhurried, (formId) => {
    const form = known.get(formId)
    if (!form || !askedBy(stepFor(form, 'between'), form, input).some((caution) => concerns.has(caution))) return false
    leftOut.add(formId)
    return true
  })
  for (const step of activeSteps(routine)) {
    const form = known.get(step.formId)
    if (!form) continue
    const isTooMuch = (each: typeof step) => askedBy(each, form, input).some((caution) => concerns.has(caution))
    if (!isTooMuch(step)) continue
    const change = mannerFor(step, form, input, concerns)
    const isEased = !isTooMuch({ ...step, ...change })
    routine = changeStep(routine, step.id, isEased ? change : { off: true })
    ;(isEased ? milder : leftOut).add(form.id)
  }
  return { routine, milder: [...milder], leftOut: [...leftOut] }
}

/** A breath of rest in place of each form between pieces that is to be left out. */
function withoutBetween(routine: Routine, isLeftOut: (formId: string) => boolean): Routine {
  const instead = (between: Between): Between =>
    between.by === 'form' && isLeftOut(between.formId) ? { by: 'rest', breaths: 1 } : between
  const hasForm = ({ between }: { between?: Between }) => between?.by === 'form'
  const changed = routine.entries
    .filter((entry): entry is Group => entry.kind === 'group' && !entry.off && hasForm(entry))
    .reduce((now, group) => changeGroup(now, group.id, { between: instead(group.between!) }), routine)
  return hasForm(changed) ? { ...changed, between: instead(changed.between!) } : changed
}

/** A led breath that is shorter than this part of my own is hurried. Our choice. */
const HURRIED_SHARE = 0.8
const isHurried = ({ inCounts, outCounts }: BreathRatio, { inSeconds, outSeconds }: BreathSeconds) =>
  ((inCounts + outCounts) * inSeconds) / COUNTS_OF_IN_BREATH < (inSeconds + outSeconds) * HURRIED_SHARE

/** The routine with nothing in it that leads the breath quicker than my own; `milder` learns the forms that this changes. */
function withoutHurry({ routine, pace }: CompileInput, known: ReadonlyMap<string, Form>, milder: Set<string>): Routine {
  const ledByBreath = ({ formId }: { formId: string }) => {
    const by = known.get(formId)?.counting.by
    return by === 'breathRepetitions' || by === 'breathHold'
  }
  const note = (steps: readonly { formId: string }[]) => {
    for (const step of steps) if (ledByBreath(step)) milder.add(step.formId)
  }
  let now = routine
  if (routine.ratio && isHurried(routine.ratio, pace.start)) {
    const { ratio: _, ...plain } = now
    now = plain
    note(activeSteps(routine))
  }
  for (const entry of routine.entries) {
    // A release begins quickly: its pieces are done at my own breath, one after the other.
    if (entry.kind !== 'group' || entry.off || entry.pattern !== 'release') continue
    if (!entry.steps.some((step) => !step.off && ledByBreath(step))) continue
    now = changeGroup(now, entry.id, { pattern: 'rounds' })
    note(entry.steps.filter(({ off }) => !off))
  }
  for (const step of activeSteps(now)) {
    const layers = step.layers && ledByBreath(step) ? unhurriedLayers(step.layers, pace.start) : step.layers
    if (layers === step.layers) continue
    now = changeStep(now, step.id, { layers })
    note([step])
  }
  return now
}

/** Layers without anything that quickens the breath; the same array if none does. */
function unhurriedLayers(layers: readonly Layer[], breath: BreathSeconds): Layer[] | undefined {
  const isQuick = ({ so: { paceScale = 1, paceScaleAtEnd = 1, ratio } }: Layer) =>
    paceScale < 1 || paceScaleAtEnd < 1 || (ratio !== undefined && isHurried(ratio, breath))
  if (!layers.some(isQuick)) return layers as Layer[]
  const kept = layers
    .map((layer): Layer => {
      if (!isQuick(layer)) return layer
      const { paceScale: _, paceScaleAtEnd: __, ratio, ...so } = layer.so
      return { from: layer.from, so: ratio && !isHurried(ratio, breath) ? { ...so, ratio } : so }
    })
    .filter(({ so }) => Object.keys(so).length > 0)
  return kept.length > 0 ? kept : undefined
}
