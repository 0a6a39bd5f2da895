import type { Proposal, ProposeRequest } from '#core/compose'
import { STATE_CONCERNS } from '#core/compose'
import { CARE, cautionsOf, wayFor, type Caution } from '#core/forms'
import { activeSteps } from '#core/routine'
import { compileTimeline } from '#core/timeline'

/**
 * What of a proposal is done against a declared condition or state: once by the cautions of each step as it is done, and once, for what can be
 * seen there, by the Timeline alone: holds of the breath, and who stands.
 */
export function unsafeSteps({ routine }: Proposal, request: ProposeRequest): string[] {
  const { conditions, states, forms, ways, rules, purpose } = request
  const concerns = new Set<Caution>([
    ...conditions.flatMap((condition) => Object.keys(CARE[condition]) as Caution[]),
    ...states.flatMap((state) => STATE_CONCERNS[state]),
  ])
  const sits = purpose === 'seated' || conditions.includes('seatedOnly')
  if (sits) concerns.add('standing')
  const byForm = new Map(forms.map((form) => [form.id, form]))
  const byCautions = activeSteps(routine).flatMap((step) => {
    const form = byForm.get(step.formId)!
    return cautionsOf(form, wayFor(step, ways), rules)
      .filter((caution) => concerns.has(caution))
      .map((caution) => `${step.formId}: ${caution}`)
  })
  const { occurrences, segments } = compileTimeline({ ...request, routine })
  const byTimeline = [
    ...(concerns.has('breathHold')
      ? segments.filter(({ breath }) => breath === 'hold').map(({ move }) => `${move}: holds`)
      : []),
    ...(sits
      ? occurrences.filter(({ stance }) => stance !== 'seated').map(({ formName }) => `${formName}: stands`)
      : []),
    ...(sits
      ? segments.filter(({ stance }) => stance !== null && stance !== 'seated').map(({ move }) => `${move}: stands`)
      : []),
    ...(concerns.has('unsteady')
      ? occurrences.filter(({ effort }) => effort.balance >= 2).map(({ formName }) => `${formName}: unsteady`)
      : []),
  ]
  return [...byCautions, ...byTimeline]
}
