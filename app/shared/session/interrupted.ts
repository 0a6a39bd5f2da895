import { computed, shallowRef } from 'vue'
import type { StoredRunning } from '~/shared/store/database'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { recordOfStored, storedRunning } from './runningKeeper'
import { sessionsFollowed } from '~/shared/store/tabs'

/**
 * The sessions under way that this tab does not follow: one that another tab follows, and those that were interrupted when the application
 * was last closed, which are looked for, logged as far as they went, or forgotten.
 */
export function useInterrupted(isOtherUnderWay: () => boolean) {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const journal = useJournalStore()
  const all = shallowRef<StoredRunning[]>([])
  const elsewhere = shallowRef<StoredRunning | null>(null)
  const interrupted = computed(() => all.value[0] ?? null)

  async function lookForInterrupted() {
    if (isOtherUnderWay()) return
    const { sessions } = await storedRunning(workspace.kept)
    const followed = await sessionsFollowed()
    elsewhere.value = sessions.find(({ id }) => followed.has(id)) ?? null
    all.value = sessions.filter(({ id }) => !followed.has(id))
  }
  /** It is over, or taken up: the next one comes forward. */
  const leaveOut = (id: string) => void (all.value = all.value.filter((each) => each.id !== id))
  async function forgetInterrupted() {
    const stored = interrupted.value
    if (stored && (await workspace.kept.deleteRunning(stored.id))) leaveOut(stored.id)
  }
  /** Log it as far as it went. */
  async function logInterrupted() {
    const stored = interrupted.value
    if (!stored) return
    const logged = recordOfStored(stored)
    if (logged && !(await journal.putSession(logged))) return
    if (logged) await library.moveStages(logged)
    await forgetInterrupted()
  }
  workspace.tabs.listen((message) => {
    if (message.kind === 'changed' && (message.what === 'running' || message.what === 'all')) void lookForInterrupted()
  })
  return { interrupted, elsewhere, leaveOut, lookForInterrupted, logInterrupted, forgetInterrupted }
}
