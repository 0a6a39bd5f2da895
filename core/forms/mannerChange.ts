import { cautionsOf } from './conditions'
import { isPacedCounting } from './counts'
import { formMyWay } from './way'
import type { Caution, Form, HouseRules, Stance, Way } from './types'

/** What doing a form in another way changes of stance, breath and cautions; nothing of what stays. */
export interface MannerChange {
  stance: { from: Stance; to: Stance } | null
  /** Cautions that it takes away, and those that it brings. */
  eased: Caution[]
  added: Caution[]
  /** So many phases of a repetition are left out; below zero, put in. */
  phasesFewer: number
}

/** What changes between two ways of a form under the house rules. */
export function mannerChange(
  form: Form,
  before: Way | undefined,
  after: Way | undefined,
  rules: HouseRules,
): MannerChange {
  const was = formMyWay(form, before, rules).form
  const will = formMyWay(form, after, rules).form
  const asked = cautionsOf(form, before, rules)
  const asks = cautionsOf(form, after, rules)
  const phases = ({ moves }: Form) => moves.reduce((sum, move) => sum + move.phases.length, 0)
  return {
    stance: was.stance === will.stance ? null : { from: was.stance, to: will.stance },
    eased: asked.filter((caution) => !asks.includes(caution)),
    added: asks.filter((caution) => !asked.includes(caution)),
    phasesFewer: isPacedCounting(form.counting.by) ? phases(was) - phases(will) : 0,
  }
}
