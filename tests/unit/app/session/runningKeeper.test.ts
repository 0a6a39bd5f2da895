import { chanceFrom } from '#core/basics'
import 'fake-indexeddb/auto'
import { afterEach, describe, expect, it } from 'vitest'
import { NOT_SAID } from '#core/journal'
import { outcomeOf, readyRunner, reduce, replay, tick, type PlainCommand, type RunnerState } from '#core/runner'
import { openWorkspace, type Database } from '~/shared/store/database'
import { createWriteQueue } from '~/shared/store/writeQueue'
import { keptRunning, type KeptRunning } from '~/shared/store/keptRunning'
import { createRunningKeeper, storedRunning } from '~/shared/session/runningKeeper'
import { aForm, aPlan } from '../../../helpers'

const T0 = 1_700_000_000_000
const BEAT_MS = 200
/** `KILLS=500` for more. */
const KILLS = Number(process.env.KILLS ?? 150)
const COMMANDS: PlainCommand[] = ['next', 'back', 'oneMore', 'slower', 'shakeOut', 'pause', 'resume', 'undo', 'linger']

let database: Database
afterEach(() => {
  database.close()
  indexedDB.deleteDatabase('pebblebrook')
})

/** The real store, which is dead to every write from the moment of the kill on. */
function keptUntilKilled(): KeptRunning & { kill: () => void } {
  let dead = false
  const queue = createWriteQueue({ open: () => Promise.resolve(database) })
  const write: typeof queue.write = (about, work) =>
    dead ? new Promise<never>(() => undefined) : queue.write(about, work)
  return { ...keptRunning({ ...queue, write }, () => undefined), kill: () => (dead = true) }
}

const said = (state: RunnerState) => state.given.map(({ command }) => command).filter((command) => command !== 'pause')

describe('a killed page', () => {
  it(`loses at most a second of the record, and no command but one still being written: ${KILLS} kills at random moments`, async () => {
    database = await openWorkspace('own')
    const chance = chanceFrom(42)
    let most = 0
    let lostCommands = 0
    for (let turn = 0; turn < KILLS; turn += 1) {
      await database.clear('running')
      await database.clear('alive')
      const kept = keptUntilKilled()
      const id = `session-${turn}`
      const keeper = createRunningKeeper(kept, { id, timeZone: 'UTC', before: NOT_SAID })
      const form = aForm({ id: 'f', name: 'F' })
      let state: RunnerState = reduce(
        readyRunner(
          aPlan([
            { form, count: 12 },
            { form, count: 12 },
          ]),
        ),
        'start',
        T0,
      )
      const killedAtMs = T0 + 1000 + Math.round(chance() * 40_000)
      let writing: Promise<unknown> = keeper.keep(state)
      let saidAndWritten = 0
      let beatsWaiting = 0
      for (let nowMs = T0 + BEAT_MS; nowMs < killedAtMs; nowMs += BEAT_MS) {
        state =
          chance() < 0.02 ? reduce(state, COMMANDS[Math.floor(chance() * COMMANDS.length)]!, nowMs) : tick(state, nowMs)
        writing = keeper.keep(state)
        // A write takes until the next beat, now and then for one or two more.
        beatsWaiting += 1
        if (chance() < 0.8 || beatsWaiting > 2) {
          beatsWaiting = 0
          await writing
          saidAndWritten = said(state).length
        }
      }
      kept.kill()
      const atKill = tick(state, killedAtMs)
      const [stored] = (await storedRunning(kept)).sessions
      expect(stored?.id).toBe(id)
      const back = replay(stored!.running)
      if (atKill.status === 'ended') continue
      const known = said(back).length
      expect(said(back)).toEqual(said(atKill).slice(0, known))
      expect(known).toBeGreaterThanOrEqual(saidAndWritten)
      if (known < said(atKill).length) {
        lostCommands += 1
        continue
      }
      const lost = outcomeOf(atKill)!.practisedSeconds - outcomeOf(back)!.practisedSeconds
      most = Math.max(most, lost)
      expect(lost).toBeGreaterThanOrEqual(-1e-6)
      expect(lost).toBeLessThanOrEqual(1)
    }
    expect(most).toBeGreaterThan(0)
    expect(lostCommands).toBeLessThan(KILLS / 20)
  })
  it('does not mix up the life of one session with another', async () => {
    database = await openWorkspace('own')
    const kept = keptUntilKilled()
    const state = reduce(readyRunner(aPlan([{ form: aForm(), count: 2 }])), 'start', T0)
    await createRunningKeeper(kept, { id: 'one', timeZone: 'UTC', before: NOT_SAID }).keep(state)
    await database.put('alive', { id: 'other', given: [], aliveAtMs: T0 + 50_000 })
    const { sessions } = await storedRunning(kept)
    expect(sessions.map(({ id, running }) => [id, running.aliveAtMs])).toEqual([['one', T0]])
  })
})
