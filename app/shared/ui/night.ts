import { computed } from 'vue'
import { usePreferredDark } from '@vueuse/core'
import { usePersonStore } from '~/shared/store/person'

/** Whether it is shown as at night: as I set it, or as the device has it. */
export function useNight() {
  const person = usePersonStore()
  const deviceDark = usePreferredDark()
  return computed(() => (person.settings.theme === 'device' ? deviceDark.value : person.settings.theme === 'night'))
}
