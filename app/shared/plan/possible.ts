import { possibleAmong } from '#core/plan'
import type { usePersonStore } from '~/shared/store/person'

/** Whether a form can be done, in some version, with what I declare: asked of the store as it is at each call. */
export const possibleNow = (person: ReturnType<typeof usePersonStore>) => (formId: string) =>
  possibleAmong(person.formsById, person.setting, person.settings.conditions)(formId)
