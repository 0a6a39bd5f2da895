import { watch } from 'vue'
import { usePersonStore } from '~/shared/store/person'

const SHELL_KEY = 'pebblebrook.shell'

/** What stands before the application is there (app/spa-loading-template.html) must know: whether it is night, and when my day ends. */
export function rememberForShell() {
  const person = usePersonStore()
  watch(
    () => JSON.stringify({ theme: person.settings.theme, dayEndsAtHour: person.settings.dayEndsAtHour }),
    (now) => {
      try {
        localStorage.setItem(SHELL_KEY, now)
      } catch {
        // A browser that keeps nothing shows the first moment by day.
      }
    },
    { immediate: true },
  )
}
