import type { Caution } from '../forms'
import { activeSteps, emptyRoutine, type Step } from '../routine'
import type { HealthNote, SessionPlan } from '../runner'
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

function easedSteps(plan: SessionPlan, steps: Step[], concerns: ReadonlySet<Caution>): Step[] {
  const routine = { ...emptyRoutine('closing', ''), entries: steps }
  return activeSteps(easeRoutine({ ...plan, routine }, concerns).routine)
}

function healthNoteOf({ forms }: SessionPlan, adjusted: HealthAdjusted, asWritten: boolean): HealthNote | null {
  if (adjusted.milder.length + adjusted.leftOut.length === 0) return null
  const names = (ids: readonly string[]) => forms.filter(({ id }) => ids.includes(id)).map(({ name }) => name)
  return { asWritten, milder: names(adjusted.milder), leftOut: names(adjusted.leftOut) }
}
