import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import type { PlanFacts } from './facts'
import { possibleNow } from './possible'

/** The current facts of the stores. They are getters, so that a computed value depends only on the facts that it reads. */
export function factsNow(): PlanFacts {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const journal = useJournalStore()
  const { settings } = useSettingsStore()
  return {
    person: workspace.data,
    settings,
    isPossible: possibleNow(),
    get sessions() {
      return journal.sessions
    },
    get isFullyLoaded() {
      return workspace.isFullyLoaded
    },
    get routines() {
      return library.routines
    },
    get formsById() {
      return library.formsById
    },
    get today() {
      return journal.today
    },
    get steadinessRules() {
      return journal.steadinessRules
    },
  }
}
