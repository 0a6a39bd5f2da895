import { recordOf, type Felt, type SessionRecord } from '#core/journal'
import { outcomeOf, reduce, replay, toRunning, type RunnerState } from '#core/runner'
import { plainCopy } from '~/shared/store/plainCopy'
import type { StoredAlive, StoredRunning } from '~/shared/store/database'
import type { KeptRunning } from '~/shared/store/keptRunning'

/** What is noted of a session besides what happened in it. */
export interface SessionAbout {
  id: string
  timeZone: string
  before: Felt
}

/**
 * Writes a session down as it goes: once what it is followed from, then, at every beat and command, the commands and the time it was last
 * alive. A crash or a dead battery costs a beat and the time of a write. Writes follow one another, so that the last one written is the last
 * one that happened.
 */
export function createRunningKeeper(kept: KeptRunning, about: SessionAbout) {
  let writes: Promise<unknown> = Promise.resolve()
  let begun = false
  let waiting: (() => Promise<unknown>) | null = null
  const after = (write: () => Promise<unknown>) => (writes = writes.then(write))
  /** Only the newest state is worth writing: one that has not begun to be written is left for it. */
  const newest = (write: () => Promise<unknown>) => {
    if (waiting) {
      waiting = write
      return writes
    }
    waiting = write
    return after(() => {
      const now = waiting!
      waiting = null
      return now()
    })
  }
  return {
    /** Write the session as it is now. */
    keep(state: RunnerState) {
      if (state.status === 'ready' || state.status === 'ended') return writes
      const { plan, given } = toRunning(state)
      if (!begun) {
        begun = true
        const stored = plainCopy({ ...about, running: { plan, given, aliveAtMs: state.clockMs } })
        void after(() => kept.putRunning(stored))
      }
      const alive = plainCopy({ id: about.id, given, aliveAtMs: state.clockMs })
      return newest(() => kept.putAlive(alive))
    },
    /** Do this when all is written. */
    finally: after,
  }
}

/**
 * The sessions that were under way when the application was last closed, the one last alive first. One that cannot be replayed, whatever
 * is wrong with it, is left out and counted.
 */
export async function storedRunning(kept: KeptRunning): Promise<{ sessions: StoredRunning[]; unreadable: number }> {
  const { running, alive } = await kept.all()
  const aliveById = new Map((alive as StoredAlive[]).map((one) => [one.id, one]))
  let unreadable = 0
  const sessions = (running as StoredRunning[]).flatMap((stored) => {
    try {
      const { given, aliveAtMs } = aliveById.get(stored.id) ?? stored.running
      const whole = { ...stored, running: { ...stored.running, given, aliveAtMs } }
      replay(whole.running)
      return [whole]
    } catch {
      unreadable += 1
      return []
    }
  })
  sessions.sort((one, other) => other.running.aliveAtMs - one.running.aliveAtMs)
  return { sessions, unreadable }
}

/** What is kept of a session for good; null while it has not ended. */
export function recordFrom(state: RunnerState, about: SessionAbout): SessionRecord | null {
  const outcome = outcomeOf(state)
  const { routine, lesson, companions, health } = state.plan
  const { id: routineId, name: title } = routine
  return (
    outcome &&
    recordOf(outcome, { ...about, routineId, title, lesson, health, companions: companions && [...companions] })
  )
}

/** The record of an interrupted session, as far as it went. */
export function recordOfStored({ running, id, timeZone, before }: StoredRunning): SessionRecord | null {
  const then = replay(running)
  return recordFrom(reduce(then, 'endNow', then.clockMs), { id, timeZone, before })
}
