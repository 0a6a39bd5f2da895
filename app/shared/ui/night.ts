import { computed } from 'vue'
import { usePreferredDark } from '@vueuse/core'
import { useSettingsStore } from '~/shared/store/settings'

/** Whether it is shown as at night: as I set it, or as the device has it. */
export function useNight() {
  const { settings } = useSettingsStore()
  const deviceDark = usePreferredDark()
  return computed(() => (settings.theme === 'device' ? deviceDark.value : settings.theme === 'night'))
}
