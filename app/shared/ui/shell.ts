import { watch } from 'vue'
import { rememberShown } from '~/shared/store/lastAppearance'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'

/** Leave for the next start, before anything of the store is read, how the application is shown. */
export function rememberForShell() {
  const workspace = useWorkspaceStore()
  const { settings } = useSettingsStore()
  watch(
    () => workspace.opened && ([settings.theme, settings.dayEndsAtHour] as const),
    (isOpen) => void (isOpen && rememberShown(settings)),
    { immediate: true },
  )
}
