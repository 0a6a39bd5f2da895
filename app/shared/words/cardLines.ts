import type { Form } from '#core/forms'
import type { Timeline, Totals } from '#core/timeline'
import { countPhrase, STANCE_WORDS } from './practice'

/** A line of the card: a step, how often, in which stance. */
export interface CardLine {
  stepId: string
  part: Totals['bySteps'][number]['part']
  form: Form
  formName: string
  count: string
  stance: string
  rounds: number
}

/** The card of a routine: a step that occurs in several rounds stands once, with its rounds. */
export function cardLines(timeline: Timeline, totals: Totals, formsById: ReadonlyMap<string, Form>): CardLine[] {
  return totals.bySteps.flatMap(({ stepId, part, formName }) => {
    const first = timeline.occurrences.find((each) => each.stepId === stepId)
    const form = first && formsById.get(first.formId)
    if (!first || !form) return []
    const each = first.counts[0]?.count ?? 0
    const count = form.countScope === 'inAll' ? first.counts.reduce((sum, side) => sum + side.count, 0) : each
    const said = { count: countPhrase(form, count), stance: STANCE_WORDS[first.stance], rounds: first.rounds }
    return [{ stepId, part, form, formName, ...said }]
  })
}
