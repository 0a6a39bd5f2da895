import { wrap, type Remote } from 'comlink'
import type { Answer } from '#core/evidence'
import type { SessionRecord } from '#core/journal'
import type { Workspace } from '~/shared/store/database'
import { plainCopy } from '~/shared/store/plainCopy'
import { newsSince } from './benefitNews'
import type { JournalWorker } from './journal.worker'

interface There {
  worker: Worker
  remote: Remote<JournalWorker>
  workspace: Workspace
  seen: ReadonlyMap<string, SessionRecord>
}
/** The worker that answers, and what it has seen of the journal: it stays while the application is open, and is only told what is new. */
let there: There | null = null

/** All that the journal can be asked, answered; and how many sessions there are. Of years of sessions none is sent: the worker reads the store. */
export async function askBenefit(
  workspace: Workspace,
  sessions: readonly SessionRecord[],
): Promise<{ answers: Answer[]; sessions: number }> {
  const now = new Map(sessions.map((session) => [session.id, session]))
  const news = there?.workspace === workspace ? newsSince(there.seen, now) : null
  const asked = { ...(there ?? begun()), workspace, seen: now }
  there = asked
  try {
    return await asked.remote.benefit(workspace, news && plainCopy(news))
  } catch (error) {
    // What it has seen is not known any more: the next one reads all.
    asked.worker.terminate()
    if (there?.worker === asked.worker) there = null
    throw error
  }
}

function begun() {
  const worker = new Worker(new URL('./journal.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<JournalWorker>(worker) }
}
