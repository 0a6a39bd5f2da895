import { computed } from 'vue'
import { lastDone, longestStillSeconds } from '#core/journal'
import { keptForms } from '#core/plan'
import { usePersonStore } from '~/shared/store/person'

/** What is usual is read from so many sessions; nothing shorter is made. */
const LATEST = 30
const LEAST_MINUTES = 3

/** The forms that I learn and keep, and what a session that is made of them has to know. */
export function useKept() {
  const person = usePersonStore()
  const resting = computed(() => new Set(person.settings.resting ?? []))
  const kept = computed(() => {
    const { dayEndsAtHour } = person.settings
    const isKept = (formId: string) => !resting.value.has(formId) && person.isPossible(formId)
    return keptForms(person.sessions, person.person.stages, { today: person.today, dayEndsAtHour, isKept })
  })
  const keptById = computed(() => Object.fromEntries(kept.value.map((form) => [form.formId, form])))
  const learnedIds = computed(() => [
    ...new Set([
      ...lastDone(person.sessions, person.settings.dayEndsAtHour).keys(),
      ...person.person.stages.map(({ formId }) => formId),
      ...person.person.forms.map(({ id }) => id),
    ]),
  ])
  /** Of the latest sessions the one in the middle; null before any. */
  const usualMinutes = computed(() => {
    const lengths = person.sessions.slice(0, LATEST).map(({ practisedSeconds }) => practisedSeconds)
    const middle = lengths.sort((one, other) => one - other)[Math.floor(lengths.length / 2)]
    return middle ? Math.max(LEAST_MINUTES, Math.round(middle / 60)) : null
  })
  const longestStill = computed(() => longestStillSeconds(person.sessions))
  return { kept, keptById, resting, learnedIds, usualMinutes, longestStill }
}
