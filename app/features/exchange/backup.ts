import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { computed, ref, shallowRef } from 'vue'
import { wallMs } from '~/shared/sound/clock'
import type { usePersonStore } from '~/shared/store/person'

type Person = ReturnType<typeof usePersonStore>

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
const SAVED_KEY = 'pebblebrook.saved'
/** An emptied store must not take the place of years in a file by itself: with less than this part of the sessions it is asked first. Our choice. */
const FEWER = 0.8
/** When all was last written to some file, how many sessions are in the chosen one, and from how many unsaved ones it is to be said again. */
const NEVER_SAVED = { atMs: 0, inFile: 0, later: 0 }
type Saved = typeof NEVER_SAVED

function readSaved(): Saved {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(SAVED_KEY) ?? 'null')
    const read = { ...NEVER_SAVED, ...(found as object | null) }
    return Object.values(read).every(Number.isFinite) ? read : NEVER_SAVED
  } catch {
    return NEVER_SAVED
  }
}
const saved = ref<Saved>(NEVER_SAVED)
const file = shallowRef<KeptFile | null>(null)
/** Why the chosen file was not written: the browser wants to be asked again, there are far fewer sessions than in it, or it could not be. */
const fault = ref<'' | 'notAllowed' | 'fewer' | 'failed'>('')

function remember(change: Partial<Saved>) {
  saved.value = { ...saved.value, ...change }
  localStorage.setItem(SAVED_KEY, JSON.stringify(saved.value))
}
/** Everything that is here lies in a file now. */
export const noteSaved = () => remember({ atMs: wallMs(), later: 0 })

/** What keeps the records beyond this browser: a chosen file that is written after every session, or a word when many sessions are in none. */
export function useBackup(person: Person) {
  const unsaved = computed(
    () => person.sessions.filter(({ startedAt }) => Date.parse(startedAt) > saved.value.atMs).length,
  )
  const isDue = computed(
    () =>
      person.world === 'own' &&
      person.isWhole &&
      file.value === null &&
      unsaved.value >= Math.max(REMIND_FROM, saved.value.later),
  )

  async function look() {
    saved.value = readSaved()
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
    if (!chosen || person.world !== 'own') return false
    const how = { mode: 'readwrite' } as const
    try {
      let allowed = (await chosen.queryPermission?.(how)) ?? 'granted'
      if (allowed !== 'granted' && mayAsk) allowed = (await chosen.requestPermission?.(how)) ?? 'denied'
      fault.value = allowed === 'granted' ? '' : 'notAllowed'
      if (allowed !== 'granted') return false
      await person.untilWhole()
      if (!mayAsk && person.sessions.length < saved.value.inFile * FEWER) {
        fault.value = 'fewer'
        return false
      }
      // What is written stands beside the old file until it is closed: it never is half a file.
      const writing = await chosen.createWritable()
      await writing.write(person.exportText())
      await writing.close()
      noteSaved()
      remember({ inFile: person.sessions.length })
      return true
    } catch {
      fault.value = 'failed'
      return false
    }
  }
  return {
    ...{ saved, file, fault, unsaved, isDue, look, choose, forget, write },
    canChoose: () => picker() !== undefined,
    later: () => remember({ later: unsaved.value + REMIND_AGAIN }),
  }
}
