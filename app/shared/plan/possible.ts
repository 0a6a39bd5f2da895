import { canBeDone } from '#core/plan'
import type { usePersonStore } from '~/shared/store/person'

/** Whether a form can be done, in some version, with what I declare. */
export const possibleNow = (person: ReturnType<typeof usePersonStore>) => (formId: string) => {
  const form = person.formsById.get(formId)
  return form !== undefined && canBeDone(form, person.setting, person.settings.conditions)
}
