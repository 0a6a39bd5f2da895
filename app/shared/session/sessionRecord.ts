import { shallowRef, watch } from 'vue'
import type { SessionRecord } from '#core/journal'
import type { RunnerState } from '#core/runner'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { createRunningKeeper, recordFrom } from './runningKeeper'
import { deletionOf } from '~/shared/store/saving'

/** A session of less is not stored. Our choice. */
const NOTHING_BELOW_SECONDS = 1

/**
 * What of the followed session is stored: the session itself as it goes, and its record at the end, with the stages of learning that it moves. `about` says
 * which session it is.
 */
export function createSessionRecord(about: () => Parameters<typeof createRunningKeeper>[1]) {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const journal = useJournalStore()
  const record = shallowRef<SessionRecord | null>(null)
  /** Whether the record of the session that has ended is in the journal yet. */
  const kept = shallowRef<'being written' | 'kept' | 'not kept' | 'nothing'>('being written')
  /** Stages of learning that this session has moved: taken back with its end. */
  let movedStages: string[] = []
  let keeper: ReturnType<typeof createRunningKeeper> | null = null

  /** Store the session as far as it has gone. */
  function write(state: RunnerState) {
    keeper ??= createRunningKeeper(workspace.kept, about())
    void keeper.keep(state)
  }
  /** Wait until all that was written of it is stored. */
  const settled = async () => {
    await keeper?.finally(() => Promise.resolve())
  }
  /** The next session is stored apart from this one. */
  const letGo = () => void (keeper = null)

  /** Store the record of a session that has ended. False where there is nothing to record. */
  function finish(state: RunnerState): boolean {
    record.value = recordFrom(state, about())
    const finished = record.value
    if (!finished) return false
    keeper ??= createRunningKeeper(workspace.kept, about())
    kept.value = 'being written'
    const endedId = about().id
    void keeper.finally(async () => {
      // A session that ended at once is not stored.
      if (finished.practisedSeconds < NOTHING_BELOW_SECONDS) {
        kept.value = 'nothing'
        await workspace.kept.deleteRunning(endedId)
        return
      }
      const isKept = await journal.putSession(finished)
      movedStages = isKept ? await library.moveStages(finished) : []
      if (record.value?.id === endedId) kept.value = isKept ? 'kept' : 'not kept'
      // What it was followed from goes only when its record is there.
      if (isKept) await workspace.kept.deleteRunning(endedId)
    })
    return true
  }
  /** A session out of the journal, with the stages that it moved. */
  const withoutRecord = (sessionId: string) => [
    deletionOf('sessions', sessionId),
    ...movedStages.map((stageId) => deletionOf('stages', stageId)),
  ]
  /** The end was taken back: its record goes, and the session is stored as it goes again. */
  function takeBack() {
    record.value = null
    const { id } = about()
    void keeper?.finally(async () => {
      await workspace.change(withoutRecord(id))
    })
    keeper = null
  }
  /** Take the session that has ended out of the journal, with the stages that it moved. */
  async function discard() {
    if (!record.value) return
    const { id: discardedId } = record.value
    await settled()
    await workspace.change(withoutRecord(discardedId))
    movedStages = []
  }
  /** Add how it felt to the record that was stored at the end. */
  async function note(said: Pick<SessionRecord, 'after' | 'exertion' | 'recall' | 'sensations' | 'words'>) {
    if (!record.value || kept.value === 'nothing') return
    await settled()
    record.value = { ...record.value, ...said }
    const noted = record.value
    kept.value = (await journal.putSession(noted)) ? 'kept' : 'not kept'
    // What had to be looked up may move no form on that was moved on by the session's end.
    if (said.recall === undefined || movedStages.length === 0) return
    await workspace.change(movedStages.map((stageId) => deletionOf('stages', stageId)))
    movedStages = await library.moveStages(noted)
  }

  // A database that was deleted under the session, and one that was written back, gets all of the session anew.
  watch(() => workspace.wasDeleted, letGo)
  // What could not be written at first may be written later.
  watch(
    () => record.value !== null && workspace.isRefused('sessions', record.value.id),
    (isUnkept, wasUnkept) => {
      if (!wasUnkept || isUnkept || kept.value !== 'not kept' || !record.value) return
      kept.value = 'kept'
      void workspace.kept.deleteRunning(record.value.id)
    },
  )
  return { record, kept, write, settled, letGo, finish, takeBack, discard, note }
}
