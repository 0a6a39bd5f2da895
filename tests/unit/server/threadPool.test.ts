import { EventEmitter } from 'node:events'
import type { Worker } from 'node:worker_threads'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createPlaces } from '../../../server/support/places'
import { createThreadPool, NoAnswerError } from '../../../server/support/threadPool'

/** A thread that answers what it is asked after so long, by the test's clock; `terminate` ends what it works at. */
function threadThatTakes(workMs: number) {
  const thread = new EventEmitter()
  let work: ReturnType<typeof setTimeout> | undefined
  return Object.assign(thread, {
    unref: () => {},
    postMessage: (question: string) => (work = setTimeout(() => thread.emit('message', `${question}!`), workMs)),
    terminate: () => Promise.resolve(clearTimeout(work)),
  }) as unknown as Worker
}

const poolThatTakes = (workMs: number) =>
  createThreadPool<string, string>(createPlaces(1), 1, () => threadThatTakes(workMs))
/** What came of it: the answer, or why there is none. */
const outcome = (asked: Promise<string>) =>
  asked.catch((error: unknown) => (error instanceof NoAnswerError ? error.why : 'another error'))

describe('the threads beside the server', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('answer one after the other', async () => {
    const pool = poolThatTakes(1000)
    const outcomes = Promise.all([pool.ask('one', () => false), pool.ask('two', () => false)])
    await vi.advanceTimersByTimeAsync(2000)
    expect(await outcomes).toEqual(['one!', 'two!'])
  })

  it('turn away whoever has waited five seconds for a turn, and never later', async () => {
    const pool = poolThatTakes(4000)
    const waits: number[] = []
    const from = Date.now()
    const outcomes = Promise.all(
      ['one', 'two', 'three'].map(async (question) => {
        const came = await outcome(pool.ask(question, () => false))
        waits.push(Date.now() - from)
        return came
      }),
    )
    await vi.advanceTimersByTimeAsync(20_000)
    expect(await outcomes).toEqual(['one!', 'two!', 'busy'])
    expect(waits).toEqual([4000, 5000, 8000])
  })

  it('end what takes too long, and go on with the next', async () => {
    let made = 0
    const pool = createThreadPool<string, string>(
      createPlaces(1),
      1,
      () => threadThatTakes((made += 1) === 1 ? 60_000 : 10),
      3000,
    )
    const outcomes = Promise.all(['endless', 'short'].map((question) => outcome(pool.ask(question, () => false))))
    await vi.advanceTimersByTimeAsync(10_000)
    expect(await outcomes).toEqual(['tooMuch', 'short!'])
  })

  it('turn a seventh away at once while six wait', async () => {
    const pool = poolThatTakes(1000)
    const asked = Array.from({ length: 7 }, (_, at) => outcome(pool.ask(String(at), () => false)))
    expect(pool.isBusy()).toBe(true)
    expect(await outcome(pool.ask('late', () => false))).toBe('busy')
    await vi.advanceTimersByTimeAsync(20_000)
    expect((await Promise.all(asked)).filter((came) => came === 'busy')).toHaveLength(2)
  })

  it('work at nothing that nobody waits for any more', async () => {
    const pool = poolThatTakes(1000)
    const first = pool.ask('one', () => false)
    const left = outcome(pool.ask('left', () => true))
    await vi.advanceTimersByTimeAsync(1000)
    expect(await first).toBe('one!')
    expect(await left).toBe('closing')
  })
})
