import { expose } from 'comlink'
import { chanceFrom } from '#core/basics'
import { benefit, observationsOf, pairsWanted, trialPower, type Answer, type Observation } from '#core/evidence'
import type { ReadSessions } from '#core/tables'
import { openWorld, type World } from '~/shared/store/database'
import { storedSessions } from '~/shared/store/storedPerson'

/** What takes long of the journal, away from the page. It reads the store by itself: years of sessions are not sent to it. */
const journalWorker = {
  /** All that the journal can be asked, answered; and how many sessions there are. */
  async benefit(world: World): Promise<{ answers: Answer[]; sessions: number }> {
    const sessions = await observed(world)
    return { answers: benefit(sessions), sessions: sessions.length }
  },
  /** How many pairs of days a trial wants to find a gain with changes that spread so, and how surely `pairs` of them find it. */
  trial(pairs: number, gain: number, spread: number): { wanted: number; power: number } {
    return { wanted: pairsWanted(gain, spread, chanceFrom(1)), power: trialPower(pairs, gain, spread, chanceFrom(2)) }
  },
  /** Sessions out of tables; the library for tables comes when it is asked for. */
  async tables(texts: string[], timeZone: string, onProgress: (share: number) => void): Promise<ReadSessions> {
    const { readSessionsCsv } = await import('#core/tables')
    return readSessionsCsv(texts, { timeZone, newId: () => crypto.randomUUID(), onProgress })
  },
}

async function observed(world: World): Promise<Observation[]> {
  const database = await openWorld(world)
  try {
    return observationsOf(await storedSessions(database))
  } finally {
    database.close()
  }
}

export type JournalWorker = typeof journalWorker
expose(journalWorker)
