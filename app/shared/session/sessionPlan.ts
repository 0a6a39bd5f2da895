import { shallowRef } from 'vue'
import { ledPlan, unadjusted, type LedPlan } from '#core/compose'
import { concernsOf } from '#core/forms'
import { asLearned, formIdsOf, inVersionToday, stepFor, type Routine, type TodayVersion } from '#core/routine'
import type { SessionPlan } from '#core/runner'
import type { Companion } from '#core/timeline'
import { SPARE_CLOSING } from '#data'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'

/** What a session can also be: the closing of practice done elsewhere, or a lesson of a series. */
export type Beside = Pick<SessionPlan, 'elsewhereSeconds' | 'lesson'>
/** How a session is done today. */
export interface Today {
  version: TodayVersion | null
  /** Of each wrist weight, with weights. */
  weightKg?: number
  /** Each form as far as it is learned. */
  leadsAsLearned?: boolean
  companions: readonly Companion[]
  /** Ignore the health settings this time. */
  asWritten?: boolean
}

/** The plan of the session that is prepared: its routine in the way of today, adjusted for the health settings. */
export function createSessionPlan() {
  const library = useLibraryStore()
  const { settings } = useSettingsStore()
  let planned: { routine: Routine; beside: Beside } | null = null
  /** The same routine as it is written, in the way of today. */
  const written = shallowRef<Routine | null>(null)
  /** The plan as adjusted for the health settings, and whether the person is asked before it starts. */
  const led = shallowRef<LedPlan | null>(null)

  /** The plan of a routine as it is planned. It may close what was practised elsewhere, or be a lesson of a series. */
  function planRoutine(routine: Routine, beside: Beside): SessionPlan {
    planned = { routine: asWritten(routine), beside }
    return lead({ ...planOf(planned.routine), ...beside })
  }
  /**
   * The same as it is done today: all of it in a version, wherever a form has that (as planned without one), each form as far as it is learned, and
   * with companions. Null where nothing is prepared.
   */
  function planToday({ version, weightKg, leadsAsLearned, companions, asWritten }: Today): SessionPlan | null {
    if (!planned) return null
    const learned = leadsAsLearned ? asLearned(planned.routine, library.stageOf) : planned.routine
    const routine = version ? inVersionToday(learned, library.setting, version, weightKg) : learned
    const together = companions.length > 0 ? { companions: companions.map((companion) => ({ ...companion })) } : {}
    return lead({ ...planOf(routine), ...planned.beside, ...together }, asWritten)
  }
  /**
   * The stored version of a routine. Today and the week suggest adjusted versions; with the stored one, the record can name the adjustments, and the
   * person can refuse them.
   */
  function asWritten(routine: Routine): Routine {
    const stored = library.routines.find(({ id }) => id === routine.id)
    const concerns = concernsOf(settings.conditions)
    return stored && concerns.size > 0 ? unadjusted({ ...library.setting, routine }, stored, concerns) : routine
  }
  /** Adjust a plan for the health settings; every session passes here. */
  function lead(plan: SessionPlan, isAsWritten = false): SessionPlan {
    written.value = plan.routine
    led.value = ledPlan(plan, concernsOf(settings.conditions), isAsWritten)
    return led.value.plan
  }
  /** The plan for following a routine, with a spare closing in case the routine has none. */
  function planOf(routine: Routine): SessionPlan {
    const { forms, ways, ...setting } = library.setting
    const used = new Set([...formIdsOf(routine), ...SPARE_CLOSING])
    const closing = SPARE_CLOSING.flatMap((formId) => library.formsById.get(formId) ?? [])
    return {
      ...setting,
      routine,
      forms: forms.filter((form) => used.has(form.id)),
      ways: ways.filter((way) => used.has(way.formId)),
      closing: closing.map((form) => ({ ...stepFor(form, `closing-${form.id}`), restBreaths: 0 })),
    }
  }
  return { written, led, planRoutine, planToday }
}
