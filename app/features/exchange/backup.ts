import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { computed, ref, shallowRef } from 'vue'
import { noteSaved, readSaved, rememberSaved, saved } from '~/shared/files/saved'
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'

/** A file that a browser lets a page write again; not every browser has it. */
interface KeptFile extends FileSystemFileHandle {
  queryPermission?: (how: { mode: 'readwrite' }) => Promise<PermissionState>
  requestPermission?: (how: { mode: 'readwrite' }) => Promise<PermissionState>
}
type Picker = (options: object) => Promise<KeptFile>
const picker = () => (window as { showSaveFilePicker?: Picker }).showSaveFilePicker
interface BackupSchema extends DBSchema {
  files: { key: 'chosen'; value: KeptFile }
}
async function inFiles<Answer>(work: (files: IDBPDatabase<BackupSchema>) => Promise<Answer>): Promise<Answer> {
  const files = await openDB<BackupSchema>('pebblebrook-backup', 1, {
    upgrade: (database) => void database.createObjectStore('files'),
  })
  try {
    return await work(files)
  } finally {
    files.close()
  }
}

/** With so many sessions in no file it is said; put off, after so many more. Our choice. */
const REMIND_FROM = 10
const REMIND_AGAIN = 5
/** An emptied store must not take the place of years in a file by itself: with less than this part of the sessions it is asked first. Our choice. */
const FEWER = 0.8
const file = shallowRef<KeptFile | null>(null)
/** Why the chosen file was not written: the browser wants to be asked again, there are far fewer sessions than in it, or it could not be. */
const fault = ref<'' | 'notAllowed' | 'fewer' | 'failed'>('')

/** What keeps the records beyond this browser: a chosen file that is written after every session, or a word when many sessions are in none. */
export function useBackup() {
  const workspace = useWorkspaceStore()
  const journal = useJournalStore()
  const unsaved = computed(
    () => journal.sessions.filter(({ startedAt }) => Date.parse(startedAt) > saved.value.atMs).length,
  )
  const isDue = computed(
    () =>
      workspace.workspace === 'own' &&
      workspace.isFullyLoaded &&
      file.value === null &&
      unsaved.value >= Math.max(REMIND_FROM, saved.value.later),
  )

  async function look() {
    readSaved()
    // Without a readable choice, no file is chosen.
    file.value = (await inFiles((files) => files.get('files', 'chosen')).catch(() => null)) ?? null
  }
  /** Choose the file, and write it at once. False where none was chosen. */
  async function choose(): Promise<boolean> {
    const chosen = await picker()?.({
      suggestedName: 'pebblebrook.json',
      types: [{ description: 'Pebblebrook’s archive', accept: { 'application/json': ['.json'] } }],
    }).catch(() => null)
    if (!chosen) return false
    await inFiles((files) => files.put('files', chosen, 'chosen'))
    file.value = chosen
    return write(true)
  }
  async function forget() {
    await inFiles((files) => files.delete('files', 'chosen'))
    file.value = null
    fault.value = ''
  }
  /** Write the chosen file; `mayAsk` where a press stands behind it, which a browser wants to see before it asks. */
  async function write(mayAsk: boolean): Promise<boolean> {
    const chosen = file.value
    if (!chosen || workspace.workspace !== 'own') return false
    const how = { mode: 'readwrite' } as const
    try {
      let allowed = (await chosen.queryPermission?.(how)) ?? 'granted'
      if (allowed !== 'granted' && mayAsk) allowed = (await chosen.requestPermission?.(how)) ?? 'denied'
      fault.value = allowed === 'granted' ? '' : 'notAllowed'
      if (allowed !== 'granted') return false
      await workspace.untilWhole()
      if (!mayAsk && journal.sessions.length < saved.value.inFile * FEWER) {
        fault.value = 'fewer'
        return false
      }
      // What is written stands beside the old file until it is closed: it never is half a file.
      const writing = await chosen.createWritable()
      await writing.write(await workspace.exportText())
      await writing.close()
      noteSaved()
      rememberSaved({ inFile: journal.sessions.length })
      return true
    } catch {
      fault.value = 'failed'
      return false
    }
  }
  return {
    saved,
    file,
    fault,
    unsaved,
    isDue,
    look,
    choose,
    forget,
    write,
    canChoose: () => picker() !== undefined,
    later: () => rememberSaved({ later: unsaved.value + REMIND_AGAIN }),
  }
}
