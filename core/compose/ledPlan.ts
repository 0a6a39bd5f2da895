import { dequal } from 'dequal/lite'
import type { Caution } from '../forms'
import { activeSteps, emptyRoutine, stepsOf, withEachStep, type Group, type Routine, type Step } from '../routine'
import type { HealthNote, SessionPlan } from '../runner'
import type { CompileInput } from '../timeline'
import { adjustForHealth, easeRoutine, type HealthAdjusted } from './ease'

/** A session as it is led for one person, and a question to ask before it starts. */
export interface LedPlan {
  plan: SessionPlan
  /** The adjustment for the declared conditions, applied or not. */
  adjusted: HealthAdjusted
  /** Not to be started before the person has chosen to do it as written. */
  asksFirst: HealthAdjusted['asksFirst']
}

/**
 * The plan that every session is led from, whichever way it was started: its routine adjusted for the cautions that matter, unless the
 * person chose to do it as written this time; its spare closing adjusted in any case; and a note of both for the record. Throws as
 * compiling does.
 */
export function ledPlan(plan: SessionPlan, concerns: ReadonlySet<Caution>, asWritten = false): LedPlan {
  const adjusted = adjustForHealth(plan, concerns)
  const health = healthNoteOf(plan, adjusted, asWritten)
  const { health: _, ...bare } = plan
  return {
    plan: {
      ...bare,
      routine: asWritten ? plan.routine : adjusted.routine,
      ...(plan.closing && { closing: easedSteps(plan, plan.closing, concerns) }),
      ...(health && { health }),
    },
    adjusted,
    asksFirst: asWritten ? null : adjusted.asksFirst,
  }
}

const isSameManner = (one: Step, other: Step) =>
  one.wayId === other.wayId &&
  one.off === other.off &&
  dequal(one.manner, other.manner) &&
  dequal(one.layers, other.layers)

/**
 * A routine that was proposed already adjusted, as it is written in the stored routine of the same id: steps and groups in the adjusted state are put back,
 * so that `ledPlan` can adjust them, note it, and offer them as written. Other differences, such as counts fitted to a time, stay.
 */
export function unadjusted(input: CompileInput, stored: Routine, concerns: ReadonlySet<Caution>): Routine {
  const { routine: adjusted } = easeRoutine({ ...input, routine: stored }, concerns)
  if (adjusted === stored) return input.routine
  const byId = <Item extends { id: string }>(items: readonly Item[]) => new Map(items.map((item) => [item.id, item]))
  const groupsOf = ({ entries }: Routine) => byId(entries.filter((entry): entry is Group => entry.kind === 'group'))
  const writtenSteps = byId(stepsOf(stored))
  const adjustedSteps = byId(stepsOf(adjusted))
  const writtenGroups = groupsOf(stored)
  const adjustedGroups = groupsOf(adjusted)
  const steps = withEachStep(input.routine, (step) => {
    const written = writtenSteps.get(step.id)
    const is = adjustedSteps.get(step.id)
    if (!written || !is || written.formId !== step.formId || !isSameManner(step, is)) return step
    const { manner: _, layers: __, ...rest } = step
    const { wayId, off, manner, layers } = written
    return { ...rest, wayId, off, ...(manner && { manner }), ...(layers && { layers }) }
  })
  const between = <Owner extends Pick<Routine | Group, 'between'>>(owner: Owner, written: Owner, is: Owner): Owner =>
    written.between && dequal(owner.between, is.between) ? { ...owner, between: written.between } : owner
  const entries = steps.entries.map((entry) => {
    const written = writtenGroups.get(entry.id)
    const is = adjustedGroups.get(entry.id)
    if (entry.kind !== 'group' || !written || !is) return entry
    return between(entry.pattern === is.pattern ? { ...entry, pattern: written.pattern } : entry, written, is)
  })
  const whole = between({ ...steps, entries }, stored, adjusted)
  return stored.ratio && dequal(whole.ratio, adjusted.ratio) ? { ...whole, ratio: stored.ratio } : whole
}

function easedSteps(plan: SessionPlan, steps: Step[], concerns: ReadonlySet<Caution>): Step[] {
  const routine = { ...emptyRoutine('closing', ''), entries: steps }
  return activeSteps(easeRoutine({ ...plan, routine }, concerns).routine)
}

function healthNoteOf({ forms }: SessionPlan, adjusted: HealthAdjusted, asWritten: boolean): HealthNote | null {
  if (adjusted.milder.length + adjusted.leftOut.length === 0) return null
  const names = (ids: readonly string[]) => forms.filter(({ id }) => ids.includes(id)).map(({ name }) => name)
  return { asWritten, milder: names(adjusted.milder), leftOut: names(adjusted.leftOut) }
}
