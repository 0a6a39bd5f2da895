import type { Fault } from '#core/basics'
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { download } from '~/shared/ui/download'
import { noteSaved } from '~/shared/files/saved'

/** Give out everything as an archive, what is not kept yet among it; answers what the import would say to it. */
export async function exportAll(): Promise<Fault[]> {
  const workspace = useWorkspaceStore()
  await workspace.untilWhole()
  const text = await workspace.exportText()
  if (workspace.workspace === 'own') noteSaved()
  download(`pebblebrook-${useJournalStore().today}.json`, text)
  const check = await workspace.readText(text)
  return check.ok ? [] : check.faults
}
