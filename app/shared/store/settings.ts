import { defineStore } from 'pinia'
import { settingsByField } from './byField'
import { useWorkspaceStore } from './workspace'

/** The person's settings. Each field is followed by itself: what depends on one is not computed anew when another changes. */
export const useSettingsStore = defineStore('settings', () => {
  const workspace = useWorkspaceStore()
  return { settings: settingsByField(() => workspace.data.settings), saveSettings: workspace.saveSettings }
})
