import { v4 as newUuid } from 'uuid'
import { wallMs } from '~/shared/clock/wallClock'
import { writeChanges, type Change } from './changes'
import type { Workspace } from './database'
import { draftsOf, layDraft, readDraft } from './drafts'

const START = 'unwritten.'
const WORKSPACES: Workspace[] = ['own', 'demo']

/**
 * Changes that are not stored when a page is left: they are laid aside in the browser's local storage, one text for each page, and the next page stores
 * them.
 */
export function createLaidAside(changesOf: (workspace: Workspace) => Change[]) {
  // In the order of pages, and no two pages the same.
  const mine = `${START}${wallMs()}.${newUuid().slice(0, 8)}`
  let isLaid = false

  /** Lay aside at once all that is not stored yet; and no longer what is. */
  function layAside() {
    isLaid = false
    for (const workspace of WORKSPACES) {
      const changes = changesOf(workspace)
      layDraft(workspace, mine, changes.length > 0 ? writeChanges(changes) : null)
      isLaid ||= changes.length > 0
    }
  }
  /** After a write. */
  const update = () => void (isLaid && layAside())

  /** Store what other pages have laid aside, the first page's first. A change that is refused becomes one of this page. */
  async function takeUp(workspace: Workspace, change: (items: Change) => Promise<unknown>) {
    const others = draftsOf(workspace, START).filter((each) => each !== mine)
    if (others.length === 0) return
    // The schema is fetched only if there is something to check.
    const { readChanges } = await import('./readChanges')
    for (const each of others.sort()) {
      for (const items of readChanges(readDraft(workspace, each) ?? '')) await change(items)
      if (changesOf(workspace).length > 0) layAside()
      layDraft(workspace, each, null)
    }
  }
  return { layAside, update, takeUp }
}
