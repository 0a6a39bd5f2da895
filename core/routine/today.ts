import { wayFor, type Form, type VersionKind, type Way } from '../forms'
import type { Routine, Step } from './types'

/** How all of a session is done today, wherever a form has that: sitting, with weights or without, higher, holding on. */
export type TodayVersion = Exclude<VersionKind, 'imagined'> | 'plain'

/** Versions that at least one form of a routine has, in this order. */
export function versionsIn(routine: Routine, forms: readonly Form[]): VersionKind[] {
  const kinds = new Set(stepsWith(routine, forms).flatMap(({ form }) => form?.versions.map(({ kind }) => kind) ?? []))
  return (['seated', 'supported', 'higher', 'weighted'] as const).filter((kind) => kinds.has(kind))
}

function stepsWith({ entries }: Routine, forms: readonly Form[]): { step: Step; form: Form | undefined }[] {
  const known = new Map(forms.map((form) => [form.id, form]))
  return entries
    .flatMap((entry) => (entry.kind === 'step' ? [entry] : entry.steps))
    .map((step) => ({ step, form: known.get(step.formId) }))
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
  const entries = routine.entries.map((entry) =>
    entry.kind === 'step' ? change(entry) : { ...entry, steps: entry.steps.map(change) },
  )
  return { ...routine, entries }
}
