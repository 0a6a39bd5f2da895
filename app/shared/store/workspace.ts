import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import type { ListName, PersonData } from '#core/formats'
import { wallMs } from '~/shared/clock/wallClock'
import { openStore, workspaceToOpen } from './ahead'
import { createArchives } from './archives'
import { personByList } from './byField'
import type { Workspace } from './database'
import { createDeletion } from './deletion'
import { keptRunning } from './keptRunning'
import { createLaidAside } from './laidAside'
import { personBeforeReading } from './lastAppearance'
import { createNotices } from './notices'
import { createReading } from './reading'
import { createSaving } from './saving'
import { openTabs, type Tabs } from './tabs'
import { createUnreadableItems } from './unreadableItems'
import { createOpening } from './workspaceOpening'
import { createWriteQueue, type Write } from './writeQueue'

/**
 * The persistence layer: everything of the person who practises here, or of the demo, in memory and in the browser's database. Components use it for what
 * concerns all data; the stores of settings, library, journal and plan read and write through it.
 */
export const useWorkspaceStore = defineStore('workspace', () => {
  const workspace = ref<Workspace>(workspaceToOpen() ?? 'own')
  const person = shallowRef<PersonData>(personBeforeReading())
  const openingFault = ref('')
  const wasDeleted = ref(false)
  const nowAtLook = ref(wallMs())
  /** Take notice of the present time, for all that depends on today. */
  const look = () => void (nowAtLook.value = wallMs())
  const { notices, notify, dismiss, dismissAll } = createNotices()
  const tabs = openTabs()
  const tell = (what: ListName | 'settings' | 'running' | 'all', where = workspace.value) =>
    tabs.tell({ kind: 'changed', workspace: where, what })

  /** The workspace that is read and in memory; null while another is entered. */
  let loadedWorkspace: Workspace | null = null
  const queue = createWriteQueue({
    workspace: () => workspace.value,
    open: (which) =>
      openStore(which, {
        onBlocked: () =>
          notify(
            'blocked',
            'Pebblebrook waits for another tab that has an older version open. Close that tab, or load it again.',
          ),
        onClosed: (why) => {
          queue.close(which)
          if (which === loadedWorkspace && why !== 'newer version') void deletion.noteClosed(why)
        },
        onCreated: () => void (which === loadedWorkspace && deletion.noteDeleted()),
      }),
    onWrite: () => laidAside.update(),
  })
  const laidAside = createLaidAside(queue.changesOf)

  const reading = createReading({ queue, workspace, person, openingFault, look, wasDeleted })
  const { isFullyLoaded, unreadable, load, untilWhole } = reading
  const find = <K extends ListName>(list: K, id: string) =>
    (person.value[list] as PersonData[K][number][]).find((each) => each.id === id)
  const saving = createSaving({ queue, workspace, person, notify, tell, find })
  const { change, put, saveSettings } = saving
  const archives = createArchives({
    queue,
    workspace: () => workspace.value,
    person: () => person.value,
    untilWhole,
    load,
    put,
    saveSettings,
    tell: () => tell('all'),
  })
  const deletion = createDeletion(wasDeleted, { queue, workspace, person, load, tell: () => tell('all') })

  /** Enter a workspace. Where it opens early, the latest sessions are there when this is done, and the rest when it is asked for. */
  async function enter(next: Workspace, opensEarly = false) {
    await queue.settled()
    queue.close(workspace.value)
    loadedWorkspace = null
    workspace.value = next
    wasDeleted.value = false
    await (opensEarly ? reading.loadLatest() : load())
    loadedWorkspace = next
    await laidAside.takeUp(next, change)
  }
  const dayEndsAtHour = () => person.value.settings.dayEndsAtHour
  const { readText } = archives
  const opening = createOpening({ queue, workspace, openingFault, dayEndsAtHour, enter, readText, notify })

  /** Try again what the database refused; then this page and other tabs read anew. Answers what is stored now. */
  async function retryRefused(): Promise<Write[]> {
    const stored = await queue.retry()
    for (const where of new Set(stored.map((each) => each.workspace))) {
      if (where === workspace.value) await reading.loadAnew()
      tell('all', where)
    }
    return stored
  }
  listenToTabs(tabs, {
    onLeft: () => void (opening.opened.value && laidAside.takeUp(workspace.value, change)),
    onChanged: (where, what) => {
      if (where !== workspace.value) return
      // Another tab has written back what was deleted.
      if (what === 'all') wasDeleted.value = false
      void reading.loadAnew()
    },
  })

  return {
    workspace,
    openingFault,
    ...opening,
    isFullyLoaded,
    untilWhole,
    /** Everything of the person, list by list. */
    data: personByList(() => person.value),
    find,
    nowAtLook,
    look,
    notices,
    notify,
    dismiss,
    dismissAll,
    change,
    put,
    remove: saving.remove,
    saveSettings,
    refused: queue.refused,
    isRefused: (list: ListName, id: string) =>
      queue.refused.value.some(({ change: items }) => items?.some((item) => item.list === list && item.id === id)),
    retryRefused,
    slow: queue.slow,
    layAside: laidAside.layAside,
    wasDeleted,
    writeBack: deletion.writeBack,
    acceptDeletion: deletion.acceptDeletion,
    unreadable,
    ...createUnreadableItems({ queue, unreadable, put, saveSettings }),
    tabs,
    ...archives,
    reload: load,
    /** Saves the running session. */
    kept: keptRunning(queue, () => tell('running')),
  }
})

interface TabListener {
  /** Another tab was left and may have laid changes aside. */
  onLeft: () => void
  onChanged: (workspace: Workspace, what: ListName | 'settings' | 'all') => void
}
/** Follow what other tabs of this browser do with the same data. */
function listenToTabs(tabs: Tabs, { onLeft, onChanged }: TabListener) {
  if (typeof window !== 'undefined')
    window.addEventListener('storage', ({ newValue }) => {
      if (newValue) onLeft()
    })
  tabs.listen((message) => {
    if (message.kind === 'changed' && message.what !== 'running') onChanged(message.workspace, message.what)
  })
}
