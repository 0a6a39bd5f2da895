import type { KnownPerson } from '#core/compose'
import { COUNT_UNITS, type LearningStage } from '#core/forms'
import { daysBetween, formHistory } from '#core/journal'

/** What the composer may know of the person: declared conditions, stages, and the longest stillness in the journal. */
export function useKnownPerson() {
  const person = usePersonStore()
  return computed<KnownPerson>(() => {
    const stages = new Map<string, LearningStage>()
    for (const { formId, stage } of [...person.person.stages].sort((one, other) => one.day.localeCompare(other.day))) {
      stages.set(formId, stage)
    }
    const stills = person.sessions.flatMap(({ done }) =>
      done
        .filter(
          ({ part, counting }) =>
            part !== 'settle' && (COUNT_UNITS[counting] === 'seconds' || counting === 'breathHold'),
        )
        .map(({ seconds }) => seconds),
    )
    return {
      conditions: person.settings.conditions,
      stageOf: (formId) => stages.get(formId) ?? null,
      longestStillSeconds: stills.length > 0 ? Math.max(...stills) : null,
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
