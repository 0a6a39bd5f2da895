import { afterEach, expect, it, vi } from 'vitest'
import { holdSession, sessionsFollowed } from '~/shared/store/tabs'

const nobody = () => undefined

/** The browser's locks, as far as they are used here: one holder for each name, who can be waited for or robbed. */
function someLocks() {
  const held = new Map<string, { rob: () => void; over: Promise<unknown> }>()
  type Given = (lock: object | null) => unknown
  async function request(name: string, options: LockOptions, given: Given): Promise<unknown> {
    if (options.ifAvailable && held.has(name)) return given(null)
    if (options.steal) held.get(name)?.rob()
    while (!options.steal && held.has(name)) {
      const broken = new Promise((_, reject) =>
        options.signal?.addEventListener('abort', () => reject(new DOMException('Too long.', 'TimeoutError'))),
      )
      await Promise.race([held.get(name)!.over, broken])
    }
    let rob: () => void = nobody
    const robbed = new Promise((_, reject) => (rob = () => reject(new DOMException('Stolen.', 'AbortError'))))
    const over = Promise.race([Promise.resolve(given({ name })), robbed])
    const mine = { rob, over: over.catch(() => undefined) }
    held.set(name, mine)
    return over.finally(() => held.get(name) === mine && held.delete(name))
  }
  const query = async () => ({ held: [...held.keys()].map((name) => ({ name })) })
  vi.stubGlobal('navigator', { locks: { request, query } })
}
afterEach(() => {
  vi.unstubAllGlobals()
})
const soon = () => new Promise((resolve) => setTimeout(resolve, 5))

it('a session is held by one tab, until it lets go', async () => {
  someLocks()
  const letGo = await holdSession('one', false, nobody)
  expect(letGo).not.toBeNull()
  expect(await holdSession('one', false, nobody)).toBeNull()
  expect(await sessionsFollowed()).toEqual(new Set(['one']))
  letGo!()
  await soon()
  expect(await sessionsFollowed()).toEqual(new Set())
  expect(await holdSession('one', false, nobody)).not.toBeNull()
})

it('is taken over by a tab that waits, as soon as it is let go, without a word of loss', async () => {
  someLocks()
  const lost = vi.fn()
  const letGo = await holdSession('one', false, lost)
  const other = holdSession('one', true, nobody)
  letGo!()
  expect(await other).not.toBeNull()
  expect(lost).not.toHaveBeenCalled()
})

it('is taken away from a tab that does not answer, also from one that had taken it over long before; each is told', async () => {
  someLocks()
  vi.stubGlobal('AbortSignal', { timeout: () => abortedAfter(20) })
  const first = vi.fn()
  const second = vi.fn()
  await holdSession('one', false, first)
  expect(await holdSession('one', true, second)).not.toBeNull()
  await soon()
  expect(first).toHaveBeenCalledTimes(1)
  // A third tab comes long after the second has ceased to wait.
  await new Promise((resolve) => setTimeout(resolve, 40))
  expect(await holdSession('one', true, nobody)).not.toBeNull()
  await soon()
  expect(second).toHaveBeenCalledTimes(1)
})

it('that was waited for and came is told too, when it is taken away after the time of waiting', async () => {
  someLocks()
  vi.stubGlobal('AbortSignal', { timeout: () => abortedAfter(20) })
  const lost = vi.fn()
  const letGo = await holdSession('one', false, nobody)
  const waiting = holdSession('one', true, lost)
  letGo!()
  expect(await waiting).not.toBeNull()
  await new Promise((resolve) => setTimeout(resolve, 40))
  await holdSession('one', true, nobody)
  await soon()
  expect(lost).toHaveBeenCalledTimes(1)
})

function abortedAfter(ms: number): AbortSignal {
  const controller = new AbortController()
  setTimeout(() => controller.abort(), ms)
  return controller.signal
}
