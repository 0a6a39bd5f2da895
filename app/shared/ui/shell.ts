import { watch } from 'vue'
import { rememberShown } from '~/shared/store/lastAppearance'
import { usePersonStore } from '~/shared/store/person'

/** Leave for the next start, before anything of the store is read, how the application is shown. */
export function rememberForShell() {
  const person = usePersonStore()
  watch(
    () => person.opened && ([person.settings.theme, person.settings.dayEndsAtHour] as const),
    (isOpen) => void (isOpen && rememberShown(person.settings)),
    { immediate: true },
  )
}
