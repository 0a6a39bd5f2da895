import { computed } from 'vue'
import type { KnownPerson } from '#core/compose'
import { latestStages } from '#core/forms'
import { daysBetween, lastDone, longestStillSeconds } from '#core/journal'
import { usePersonStore } from '~/shared/store/person'

/** What the composer may know of the person: declared conditions, stages, and the longest stillness in the journal. */
export function useKnownPerson() {
  const person = usePersonStore()
  return computed<KnownPerson>(() => {
    const stages = latestStages(person.profile.stages)
    return {
      conditions: person.settings.conditions,
      stageOf: (formId) => stages.get(formId) ?? null,
      longestStillSeconds: longestStillSeconds(person.sessions),
    }
  })
}

/** Days since every form was last done, and the forms that count as learned: followed, at a stage, or my own. */
export function useLearnedForms() {
  const person = usePersonStore()
  return computed(() => {
    const { dayEndsAtHour } = person.settings
    const last = lastDone(person.sessions, dayEndsAtHour)
    const days = [...last].map(([formId, day]): [string, number] => [formId, daysBetween(day, person.today)])
    const staged = person.profile.stages.map(({ formId }) => formId)
    const own = person.profile.forms.map(({ id }) => id)
    return { days, learnedIds: [...new Set([...last.keys(), ...staged, ...own])] }
  })
}
