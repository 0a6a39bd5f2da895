import { computed } from 'vue'
import { prepareToday } from '#core/plan'
import type { Routine } from '#core/routine'
import type { PracticeSetting } from '#core/timeline'
import { usePersonStore } from '~/shared/store/person'
import { listPhrase } from '~/shared/words/numbers'

/** A routine as it would be led with what I declared, and in words what that changes; nothing where nothing was declared. */
export function useEased(routine: () => Routine | null, setting?: () => PracticeSetting) {
  const person = usePersonStore()
  const used = () => setting?.() ?? person.setting
  const eased = computed(() => {
    const { conditions } = person.settings
    const kept = routine()
    if (!kept || conditions.length === 0) return null
    const body = { states: [], pain: [] }
    return prepareToday({ ...used(), conditions, routines: [kept], body })[0] ?? null
  })
  const nameOf = (formId: string) => used().forms.find(({ id }) => id === formId)?.name ?? formId
  const milderWords = computed(() => {
    const one = eased.value
    if (!one) return null
    if ('not' in one)
      return 'With what you declared, too little of it is left to be led. Ask your doctor or teacher before you practise it as it is.'
    return [
      one.milder.length > 0 && `Milder: ${listPhrase(one.milder.map(nameOf))}.`,
      one.leftOut.length > 0 && `Left out: ${listPhrase(one.leftOut.map(nameOf))}.`,
    ]
      .filter(Boolean)
      .join(' ')
  })
  return { eased, milderWords }
}
