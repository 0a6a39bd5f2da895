import { ref } from 'vue'
import { wallMs } from '~/shared/clock/wallClock'

const SAVED_KEY = 'pebblebrook.saved'
/** When all was last written to some file, how many sessions are in the chosen one, and from how many unsaved ones it is to be said again. */
const NEVER_SAVED = { atMs: 0, inFile: 0, later: 0 }
type Saved = typeof NEVER_SAVED

/** What is known of files that everything lies in; read by `readSaved`. */
export const saved = ref<Saved>(NEVER_SAVED)

export function readSaved() {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(SAVED_KEY) ?? 'null')
    const read = { ...NEVER_SAVED, ...(found as object | null) }
    saved.value = Object.values(read).every(Number.isFinite) ? read : NEVER_SAVED
  } catch {
    saved.value = NEVER_SAVED
  }
}
export function rememberSaved(change: Partial<Saved>) {
  saved.value = { ...saved.value, ...change }
  localStorage.setItem(SAVED_KEY, JSON.stringify(saved.value))
}
/** Everything that is here lies in a file now. */
export const noteSaved = () => rememberSaved({ atMs: wallMs(), later: 0 })
