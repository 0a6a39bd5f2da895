import type { StoredAlive, StoredRunning } from './database'
import { putNow, removeNow } from './writing'
import type { WriteQueue } from './writeQueue'

/** The part of the store that running sessions are written to. What is written answers whether it is kept. */
export interface KeptRunning {
  putRunning: (value: StoredRunning) => Promise<boolean>
  putAlive: (value: StoredAlive) => Promise<boolean>
  /** Every session under way, unchecked. */
  all: () => Promise<{ running: unknown[]; alive: unknown[] }>
  deleteRunning: (id: string) => Promise<boolean>
}

type Queue = Pick<WriteQueue, 'write' | 'read'>
const about = (key: string, what = 'the session under way') => ({ key, what })

/** The running sessions of a store; `told` is called whenever one begins or goes. */
export function keptRunning(queue: Queue, told: () => void): KeptRunning {
  const after = async (written: Promise<boolean>) => {
    if (await written) told()
    return written
  }
  return {
    putRunning: (value) =>
      after(queue.write(about(`running/${value.id}`), (database) => putNow(database, 'running', value))),
    putAlive: (value) => queue.write(about(`alive/${value.id}`), (database) => putNow(database, 'alive', value)),
    all: () =>
      queue.read(async (database) => {
        const [running, alive] = await Promise.all([database.getAll('running'), database.getAll('alive')])
        return { running, alive }
      }),
    deleteRunning: (id) =>
      after(
        queue.write(about(`running/${id}`, 'the end of the session'), (database) =>
          removeNow(database, ['running', 'alive'], id),
        ),
      ),
  }
}
