import { practiceDay } from '#core/journal'
import { ref, type Ref } from 'vue'
import { deviceTimeZone, wallMs } from '~/shared/clock/wallClock'
import { demoTakenElsewhere, rememberedWorkspace, rememberWorkspace } from './ahead'
import type { createArchives } from './archives'
import { isEmpty, openWorkspace, type Workspace } from './database'
import { demoText, serverShowsDemo } from './demo'
import { forgetDrafts } from './drafts'
import type { WriteQueue } from './writeQueue'
import { eraseAll, replaceAll } from './writing'

interface Store {
  queue: WriteQueue
  workspace: Ref<Workspace>
  openingFault: Ref<string>
  dayEndsAtHour: () => number
  /** Read a workspace: the latest sessions at first, where it opens early. */
  enter: (workspace: Workspace, opensEarly?: boolean) => Promise<void>
  readText: ReturnType<typeof createArchives>['readText']
  notify: (key: string, words: string) => void
}

/** Opening the workspace at the start, entering the demo and leaving it. */
export function createOpening({ queue, workspace, openingFault, dayEndsAtHour, enter, readText, notify }: Store) {
  const opened = ref(false)
  let opening: Promise<void> | null = null

  /** Open the workspace last used, or on a first visit the demo if the server was started with it. */
  const open = () => (opening ??= openNow())
  async function openNow() {
    try {
      const remembered = rememberedWorkspace()
      if (remembered) await enter(remembered, true)
      else if ((await queue.read(isEmpty)) && (await serverShowsDemo())) await loadDemo(true)
      else await enter('own', true)
      opened.value = true
    } catch (error) {
      openingFault.value = `The store of this browser could not be opened: ${(error as Error).message}`
    }
  }

  /** Fetch the demo as of today into its own database and enter it. */
  async function loadDemo(opensEarly = false) {
    queue.dropRefused('demo')
    const zone = deviceTimeZone()
    const today = practiceDay(new Date(wallMs()).toISOString(), zone, dayEndsAtHour())
    const text = await demoText(today, zone)
    if (!(await demoTakenElsewhere(text))) {
      const read = await readText(text)
      if (!read.ok) throw new Error('The demo could not be made.')
      const demo = await openWorkspace('demo')
      await replaceAll(demo, read.value.person)
      demo.close()
    }
    rememberWorkspace('demo')
    await enter('demo', opensEarly)
  }

  /** Delete the demo and enter the person's own workspace, which it never touched. */
  async function leaveDemo() {
    await opening
    if (workspace.value !== 'demo') return
    const refusal = await queue.replace((database) => eraseAll(database))
    if (refusal) notify('demo', `The demo data could not be deleted: ${refusal}.`)
    queue.dropRefused('demo')
    forgetDrafts('demo')
    rememberWorkspace('own')
    await enter('own')
  }

  return { opened, open, loadDemo: () => loadDemo(), leaveDemo }
}
