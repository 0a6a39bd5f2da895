import { computed } from 'vue'
import type { KnownPerson } from '#core/compose'
import { latestStages } from '#core/forms'
import { daysBetween, lastDone, longestStillSeconds } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'

/** What the composer may know of the person: declared conditions, stages, and the longest stillness in the journal. */
export function useKnownPerson() {
  const library = useLibraryStore()
  const journal = useJournalStore()
  const { settings } = useSettingsStore()
  return computed<KnownPerson>(() => {
    const stages = latestStages(library.stages)
    return {
      conditions: settings.conditions,
      stageOf: (formId) => stages.get(formId) ?? null,
      longestStillSeconds: longestStillSeconds(journal.sessions),
    }
  })
}

/** Days since every form was last done, and the forms that count as learned: followed, at a stage, or my own. */
export function useLearnedForms() {
  const library = useLibraryStore()
  const journal = useJournalStore()
  const { settings } = useSettingsStore()
  return computed(() => {
    const { dayEndsAtHour } = settings
    const last = lastDone(journal.sessions, dayEndsAtHour)
    const days = [...last].map(([formId, day]): [string, number] => [formId, daysBetween(day, journal.today)])
    const staged = library.stages.map(({ formId }) => formId)
    const own = library.ownForms.map(({ id }) => id)
    return { days, learnedIds: [...new Set([...last.keys(), ...staged, ...own])] }
  })
}
