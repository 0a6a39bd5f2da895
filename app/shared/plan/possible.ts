import { possibleAmong } from '#core/plan'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'

/** Whether a form can be done, in some version, with the person's health settings as they are at each call. */
export function possibleNow(): (formId: string) => boolean {
  const library = useLibraryStore()
  const { settings } = useSettingsStore()
  return (formId) => possibleAmong(library.formsById, library.setting, settings.conditions)(formId)
}
