import { computed } from 'vue'
import { newWayOf, wayFor, type Choices, type Form, type Way } from '#core/forms'
import { useLibraryStore } from '~/shared/store/library'

/** A change of a way. A choice given as undefined goes back to the house rules. */
export type WayChange = Partial<Omit<Way, 'id' | 'formId' | 'name' | 'choices'>> & {
  choices?: { [Name in keyof Choices]?: Choices[Name] | undefined }
}

/** My way of a form, and the change of it; a way comes to be with the first thing that is chosen. */
export function useMyWay(form: () => Form | null) {
  const library = useLibraryStore()
  const way = computed<Way | undefined>(() => {
    const current = form()
    return current ? wayFor({ formId: current.id }, library.ways) : undefined
  })

  /** The way as it would be with a change; nothing is kept. */
  function changed(part: WayChange): Way | null {
    const current = form()
    if (!current) return null
    const base = way.value ?? newWayOf(current.id)
    const choices = Object.fromEntries(
      Object.entries({ ...base.choices, ...part.choices }).filter(([, value]) => value !== undefined),
    ) as Partial<Choices>
    return { ...base, ...part, choices }
  }
  async function change(part: WayChange) {
    const next = changed(part)
    if (next) await library.putWay(next)
  }
  return { way, changed, change }
}
