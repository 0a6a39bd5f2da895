import { computed } from 'vue'
import type { KnownPerson } from '#core/compose'
import { latestStages } from '#core/forms'
import { daysBetween, formHistory, longestStillSeconds } from '#core/journal'
import { usePersonStore } from '~/shared/store/person'

/** What the composer may know of the person: declared conditions, stages, and the longest stillness in the journal. */
export function useKnownPerson() {
  const person = usePersonStore()
  return computed<KnownPerson>(() => {
    const stages = latestStages(person.person.stages)
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
    const done = new Set(person.sessions.flatMap((session) => session.done.map(({ formId }) => formId)))
    const days = [...done].flatMap((formId): [string, number][] => {
      const last = formHistory(person.sessions, formId, dayEndsAtHour).days.at(-1)
      return last ? [[formId, daysBetween(last, person.today)]] : []
    })
    const staged = person.person.stages.map(({ formId }) => formId)
    const own = person.person.forms.map(({ id }) => id)
    return { days, learnedIds: [...new Set([...done, ...staged, ...own])] }
  })
}
