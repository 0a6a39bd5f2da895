import type { Caution } from '../forms'
import { activeSteps, changeStep, type Routine } from '../routine'
import type { CompileInput } from '../timeline'
import { askedBy } from './checkRoutine'
import { mannerFor } from './mend'

/** A routine as a body should do it now. */
export interface Eased {
  routine: Routine
  /** Forms that are done in a milder way than planned, and those that are put off, as nothing milder is known; by id, each once. */
  milder: string[]
  leftOut: string[]
}

/**
 * A routine in which nothing asks what the body should not give now: each step that does is done in a milder version, or put off where there
 * is none. Steps of forms that are not known stay as they are.
 */
export function easeRoutine(input: CompileInput, concerns: ReadonlySet<Caution>): Eased {
  const known = new Map(input.forms.map((form) => [form.id, form]))
  const milder = new Set<string>()
  const leftOut = new Set<string>()
  let { routine } = input
  for (const step of concerns.size > 0 ? activeSteps(routine) : []) {
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
