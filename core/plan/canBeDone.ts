import { concernsOf, milderManner, wayFor, type Condition, type Form } from '../forms'
import type { PracticeSetting } from '../timeline'

/** Whether a form can be done, in some version at least, by whoever has declared these conditions: what cannot is not said to be due. */
export function canBeDone(
  form: Form,
  { ways, rules }: Pick<PracticeSetting, 'ways' | 'rules'>,
  conditions: readonly Condition[],
): boolean {
  return milderManner(form, wayFor({ formId: form.id }, ways), rules, concernsOf(conditions)) !== null
}

/** `canBeDone` of one of these forms, by its id; a form that is not among them cannot be done. */
export const possibleAmong =
  (
    forms: ReadonlyMap<string, Form>,
    setting: Pick<PracticeSetting, 'ways' | 'rules'>,
    conditions: readonly Condition[],
  ): ((formId: string) => boolean) =>
  (formId) => {
    const form = forms.get(formId)
    return form !== undefined && canBeDone(form, setting, conditions)
  }
