import type { World } from './database'

/** What is being written and not kept yet lies beside the store, by world and by what it is: leaving a screen, or closing the browser, loses nothing. */
const keyOf = (world: World, of: string) => `pebblebrook.draft.${world}.${of}`

/** What was written of it; null where nothing is, or this browser keeps nothing. */
export function readDraft(world: World, of: string): string | null {
  try {
    return localStorage.getItem(keyOf(world, of))
  } catch {
    return null
  }
}

/** Lay aside what is written of it; null, and an empty text, where there is nothing more to be laid aside. */
export function layDraft(world: World, of: string, text: string | null) {
  try {
    if (text) localStorage.setItem(keyOf(world, of), text)
    else localStorage.removeItem(keyOf(world, of))
  } catch {
    // A full or closed store: what is written still stands on the screen.
  }
}

/** Of what something is laid aside whose name begins so. */
export function draftsOf(world: World, start: string): string[] {
  try {
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(keyOf(world, start)))
    return keys.map((key) => key.slice(keyOf(world, '').length))
  } catch {
    return []
  }
}

/** Whoever forgets everything forgets what was begun, too. */
export function forgetDrafts(world: World) {
  try {
    for (const of of draftsOf(world, '')) localStorage.removeItem(keyOf(world, of))
  } catch {
    // Nothing is kept there.
  }
}
