import type { StoredAlive, StoredRunning } from './database'
import { putNow, removeNow } from './writing'
import type { createGate } from './gate'

/** The part of the store that running sessions are written to. What is written answers whether it is kept. */
export interface KeptRunning {
  putRunning: (value: StoredRunning) => Promise<boolean>
  putAlive: (value: StoredAlive) => Promise<boolean>
  /** Every session under way, unchecked. */
  all: () => Promise<{ running: unknown[]; alive: unknown[] }>
  deleteRunning: (id: string) => Promise<boolean>
}

type Gate = Pick<ReturnType<typeof createGate>, 'write' | 'read'>
const WORDS = 'the session under way'

/** Whether a key of the gate is of a session under way, and of nothing else that is kept. */
export const isOfRunning = (key: string) => /^(running|alive)\//.test(key)

/** The running sessions of a store; `told` is called whenever one begins or goes. */
export function keptRunning(gate: Gate, told: () => void): KeptRunning {
  const after = async (written: Promise<boolean>) => {
    if (await written) told()
    return written
  }
  return {
    putRunning: (value) =>
      after(gate.write(`running/${value.id}`, WORDS, (database) => putNow(database, 'running', value))),
    putAlive: (value) => gate.write(`alive/${value.id}`, WORDS, (database) => putNow(database, 'alive', value)),
    all: () =>
      gate.read(async (database) => {
        const [running, alive] = await Promise.all([database.getAll('running'), database.getAll('alive')])
        return { running, alive }
      }),
    deleteRunning: (id) =>
      after(
        gate.write(`running/${id}`, 'that the session under way is over', (database) =>
          removeNow(database, ['running', 'alive'], id),
        ),
      ),
  }
}
