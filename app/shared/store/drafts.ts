import type { Workspace } from './database'

/** Drafts, in local storage, by workspace and subject: leaving a screen or closing the browser loses nothing that is not saved yet. */
const keyOf = (workspace: Workspace, of: string) => `pebblebrook.draft.${workspace}.${of}`

/** What was written of it; null where nothing is, or this browser keeps nothing. */
export function readDraft(workspace: Workspace, of: string): string | null {
  try {
    return localStorage.getItem(keyOf(workspace, of))
  } catch {
    return null
  }
}

/** Lay aside what is written of it; null, and an empty text, where there is nothing more to be laid aside. */
export function layDraft(workspace: Workspace, of: string, text: string | null) {
  try {
    if (text) localStorage.setItem(keyOf(workspace, of), text)
    else localStorage.removeItem(keyOf(workspace, of))
  } catch {
    // A full or closed store: what is written still stands on the screen.
  }
}

/** Of what something is laid aside whose name begins so. */
export function draftsOf(workspace: Workspace, start: string): string[] {
  try {
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(keyOf(workspace, start)))
    return keys.map((key) => key.slice(keyOf(workspace, '').length))
  } catch {
    return []
  }
}

/** Whoever forgets everything forgets what was begun, too. */
export function forgetDrafts(workspace: Workspace) {
  try {
    for (const of of draftsOf(workspace, '')) localStorage.removeItem(keyOf(workspace, of))
  } catch {
    // Nothing is kept there.
  }
}
