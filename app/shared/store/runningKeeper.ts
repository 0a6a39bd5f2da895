import { recordOf, type Felt, type SessionRecord } from '#core/journal'
import { outcomeOf, reduce, replay, toRunning, type RunnerState } from '#core/runner'
import { plainCopy } from './plainCopy'
import type { StoredAlive, StoredRunning } from './database'

/** What is noted of a session besides what happened in it. */
export interface SessionAbout {
  id: string
  timeZone: string
  before: Felt
}

/** The part of the store that a running session is written to. */
export interface KeptRunning {
  putRunning: (value: StoredRunning) => Promise<unknown>
  putAlive: (value: StoredAlive) => Promise<unknown>
  getRunning: () => Promise<StoredRunning | undefined>
  getAlive: () => Promise<StoredAlive | undefined>
  deleteRunning: () => Promise<unknown>
}

/** The session is written at least this often, so that a dead battery costs less than a second. */
export const WRITE_MS = 400

/**
 * Writes a session down as it goes: once what it is followed from, then, whenever something was said and every so often, what was said
 * and that it is still alive. Writes follow one another, so that the last one written is the last one that happened.
 */
export function createRunningKeeper(kept: KeptRunning, about: SessionAbout) {
  let writes: Promise<unknown> = Promise.resolve()
  let begun = false
  let givenWritten = 0
  let aliveAtMs = 0
  const after = (write: () => Promise<unknown>) => {
    writes = writes.then(write).catch(() => undefined)
    return writes
  }
  return {
    /** Write what is new; nothing when nothing is due. */
    keep(state: RunnerState) {
      if (state.status === 'ready' || state.status === 'ended') return writes
      const { plan, given } = toRunning(state)
      if (!begun) {
        begun = true
        const stored = plainCopy({ ...about, running: { plan, given, aliveAtMs: state.clockMs } })
        void after(() => kept.putRunning(stored))
      }
      if (given.length === givenWritten && state.clockMs - aliveAtMs < WRITE_MS) return writes
      givenWritten = given.length
      aliveAtMs = state.clockMs
      const alive = plainCopy({ id: about.id, given, aliveAtMs })
      return after(() => kept.putAlive(alive))
    },
    /** Do this when all is written. */
    finally: after,
  }
}

/** The session that was under way when the application was last closed; undefined when there was none. */
export async function storedRunning(kept: KeptRunning): Promise<StoredRunning | undefined> {
  const stored = await kept.getRunning()
  const alive = await kept.getAlive()
  if (!stored || alive?.id !== stored.id) return stored
  const { given, aliveAtMs } = alive
  return { ...stored, running: { ...stored.running, given, aliveAtMs } }
}

/** What is kept of a session for good; null while it has not ended. */
export function recordFrom(state: RunnerState, about: SessionAbout): SessionRecord | null {
  const outcome = outcomeOf(state)
  const { id, name } = state.plan.routine
  return outcome && recordOf(outcome, { ...about, routineId: id, title: name })
}

/** The record of an interrupted session, as far as it went. */
export function recordOfStored({ running, id, timeZone, before }: StoredRunning): SessionRecord | null {
  const then = replay(running)
  return recordFrom(reduce(then, 'endNow', then.clockMs), { id, timeZone, before })
}
