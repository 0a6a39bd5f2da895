import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { usePlanStore } from '~/shared/store/plan'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'

/** All stores of the person's data, for tests that go through several. */
export const useStores = () => ({
  workspace: useWorkspaceStore(),
  library: useLibraryStore(),
  journal: useJournalStore(),
  plan: usePlanStore(),
  ...useSettingsStore(),
})
export type Stores = ReturnType<typeof useStores>
