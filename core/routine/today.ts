import { wayFor, type Form, type LearningStage, type VersionKind, type Way } from '../forms'
import type { Layer, LayerSo } from './layers'
import { LIMITS } from './schema'
import { stepsOf, withEachStep, type Routine, type Step } from './types'

/** How all of a session is done today, wherever a form has that: sitting, with weights or without, higher, holding on. */
export type TodayVersion = Exclude<VersionKind, 'imagined'> | 'plain'

/** Versions that at least one form of a routine has, in this order. */
export function versionsIn(routine: Routine, forms: readonly Form[]): VersionKind[] {
  const kinds = new Set(stepsWith(routine, forms).flatMap(({ form }) => form?.versions.map(({ kind }) => kind) ?? []))
  return (['seated', 'supported', 'higher', 'weighted'] as const).filter((kind) => kinds.has(kind))
}

function stepsWith(routine: Routine, forms: readonly Form[]): { step: Step; form: Form | undefined }[] {
  const known = new Map(forms.map((form) => [form.id, form]))
  return stepsOf(routine).map((step) => ({ step, form: known.get(step.formId) }))
}

/** How a form that stands at a stage of learning is led from the first repetition on; null for what is done as ever. Common practice, no source. */
function soLearned(stage: LearningStage | null): LayerSo | null {
  switch (stage) {
    case 'watch':
      return { stage: 'watch' }
    case 'handsOnly':
      return { stage: 'handsOnly' }
    case 'slow':
      return { stage: 'movement', paceScale: SLOW_SCALE }
    case 'whole':
      return { stage: 'movement' }
    default:
      return null
  }
}
/** Slow is half as slow again. Our choice. */
const SLOW_SCALE = 1.5

/** Whether any form of a routine is still led otherwise by how far it is learned. */
export const hasUnlearned = (routine: Routine, stageOf: (formId: string) => LearningStage | null): boolean =>
  stepsOf(routine).some(({ formId }) => soLearned(stageOf(formId)) !== null)

/**
 * A routine with each form led as far as it is learned: watched once before it is done, hands only, slowly and without breath, the movement
 * while the breath is free, or whole. What the layers of a step say still holds, and comes after it.
 */
export function asLearned(routine: Routine, stageOf: (formId: string) => LearningStage | null): Routine {
  return withFirstLayers(routine, ({ formId, count }) => {
    const so = soLearned(stageOf(formId))
    if (so?.stage !== 'watch') return so ? [{ from: {}, so }] : []
    // Watched once, and then done by the hands: a count of one is only watched.
    const then: Layer[] = count > 1 ? [{ from: { repetition: 2 }, so: { stage: 'handsOnly' } }] : []
    return [{ from: {}, so }, ...then]
  })
}

/** A routine with layers put before those of each step, where there is room for them. */
export function withFirstLayers(routine: Routine, firstOf: (step: Step) => Layer[]): Routine {
  const change = (step: Step): Step => {
    const first = firstOf(step)
    const layers = [...first, ...(step.layers ?? [])]
    return first.length === 0 || layers.length > LIMITS.layers ? step : { ...step, layers }
  }
  return withEachStep(routine, change)
}

/**
 * A routine as it is done today: each form that has the version in it (with weights of so many kilograms), whatever its layers said of
 * versions; others as they were. `plain` takes weights off, and nothing else. What is planned sitting stays so: nobody is stood up by weights.
 */
export function inVersionToday(
  routine: Routine,
  { forms, ways }: { forms: readonly Form[]; ways: readonly Way[] },
  version: TodayVersion,
  weightKg?: number,
): Routine {
  const has = new Map(stepsWith(routine, forms).map(({ step, form }) => [step.id, form]))
  const change = (step: Step): Step => {
    const form = has.get(step.id)
    const planned = wayFor(step, ways)?.version
    if (planned === 'seated') return step
    const offers = form?.versions.some(({ kind }) => kind === version) ?? false
    if (version === 'plain' ? planned !== 'weighted' : !offers) return step
    const layers = step.layers?.map(({ from, so: { version: _, ...so } }) => ({
      from,
      so: version === 'seated' && so.stage === 'whole' ? { ...so, stage: 'seated' as const } : so,
    }))
    const weight = version === 'weighted' && weightKg !== undefined ? { weightKg } : {}
    const manner = { version, choices: step.manner?.choices ?? {}, ...weight }
    return { ...step, manner, ...(layers && { layers }) }
  }
  return withEachStep(routine, change)
}
