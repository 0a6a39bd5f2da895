import { v4 as newUuid } from 'uuid'
import { expose } from 'comlink'
import { chanceFrom } from '#core/basics'
import { benefit, observationsOf, pairsWanted, trialPower, type Answer, type Observation } from '#core/evidence'
import type { SessionRecord } from '#core/journal'
import type { ReadSessions } from '#core/tables'
import { openWorkspace, type Workspace } from '~/shared/store/database'
import { storedSessions } from '~/shared/store/checks'
import type { News } from './benefitNews'

/** What can answer, by session; kept for the next question, which comes with what is new. */
let observed = new Map<string, Observation>()
/** One question after the other: what is new of one is taken in before the next is answered. */
let before: Promise<unknown> = Promise.resolve()

/** What takes long of the journal, away from the page. It reads the store by itself: years of sessions are not sent to it. */
const journalWorker = {
  /** All that the journal can be asked, answered; and how many sessions there are. Without news all is read from the store. */
  benefit(workspace: Workspace, news: News<SessionRecord> | null): Promise<{ answers: Answer[]; sessions: number }> {
    const answered = before.then(async () => {
      if (news === null) observed = observe(await readSessions(workspace))
      else {
        for (const id of news.go) observed.delete(id)
        for (const [id, each] of observe(news.come)) observed.set(id, each)
      }
      const inOrder = [...observed.values()].sort((one, other) => one.startedAtMs - other.startedAtMs)
      return { answers: benefit(inOrder), sessions: inOrder.length }
    })
    // A question that fails does not hold up the next.
    before = answered.catch(() => {})
    return answered
  },
  /** How many pairs of days a trial wants to find a gain with changes that spread so, and how surely `pairs` of them find it. */
  trial(pairs: number, gain: number, spread: number): { wanted: number; power: number } {
    return { wanted: pairsWanted(gain, spread, chanceFrom(1)), power: trialPower(pairs, gain, spread, chanceFrom(2)) }
  },
  /** Sessions out of tables; the library for tables comes when it is asked for. */
  async tables(texts: string[], timeZone: string, onProgress: (share: number) => void): Promise<ReadSessions> {
    const { readSessionsCsv } = await import('#core/tables')
    return readSessionsCsv(texts, { timeZone, newId: newUuid, onProgress })
  },
}

const observe = (sessions: readonly SessionRecord[]) =>
  new Map(sessions.flatMap((session) => observationsOf([session]).map((each) => [session.id, each] as const)))

async function readSessions(workspace: Workspace): Promise<SessionRecord[]> {
  const database = await openWorkspace(workspace)
  try {
    return await storedSessions(database)
  } finally {
    database.close()
  }
}

export type JournalWorker = typeof journalWorker
expose(journalWorker)
