import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { practiceDay, type SessionRecord } from '#core/journal'
import { useFollowStore } from '~/shared/session/follow'
import { aRoutine, aStep } from '../../../helpers'
import { forgetStored, stored } from './fakeStores'

/** The real clock of the session, on a wall clock and a steady clock that the test moves; only the zone is given. */
const device = vi.hoisted(() => ({ zone: 'Europe/Lisbon' }))
vi.mock('~/shared/clock/wallClock', async (original) => ({ ...(await original()), deviceTimeZone: () => device.zone }))
vi.mock('~/shared/sound/sessionSound', () => ({
  createSessionSound: () => new Proxy({}, { get: (_, name) => (name === 'cuesFor' ? () => [] : () => undefined) }),
}))
vi.mock('~/shared/store/workspace', async () => (await import('./fakeStores')).fakeWorkspace)
vi.mock('~/shared/store/settings', async () => (await import('./fakeStores')).fakeSettings)
vi.mock('~/shared/store/journal', async () => (await import('./fakeStores')).fakeJournal)
vi.mock('~/shared/store/library', async () => (await import('./fakeStores')).fakeLibrary)
const routine = aRoutine([aStep('a', 'rise', { count: 5 })])
const soon = () => new Promise((resolve) => setTimeout(resolve))
const MINUTE_MS = 60_000

let follow: ReturnType<typeof useFollowStore>
function startTab() {
  setActivePinia(createPinia())
  follow = useFollowStore()
}
/** Time passes, on both clocks, with a beat every fifth of a second. */
function pass(seconds: number) {
  for (let beat = 0; beat < seconds * 5; beat += 1) {
    vi.advanceTimersByTime(200)
    follow.beat(200)
  }
}
/** Somebody sets the clock on the wall; the steady clock knows nothing of it. */
const setWallBy = (ms: number) => vi.setSystemTime(Date.now() + ms)
async function followToItsEnd(): Promise<SessionRecord> {
  pass(60)
  expect(follow.state!.status).toBe('ended')
  await soon()
  return stored.sessions.at(-1) as SessionRecord
}
function beginAt(instant: string) {
  vi.setSystemTime(new Date(instant))
  follow.prepare(routine)
  follow.command('start')
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['Date', 'performance'] })
  forgetStored()
  device.zone = 'Europe/Lisbon'
  startTab()
})
afterEach(() => void vi.useRealTimers())

describe('whatever the clock on the wall does, a session has its start, its length and its day', () => {
  it.each([
    ['back by an hour', -60],
    ['back to 1970', -29_000_000],
    ['forward by an hour', 60],
    ['forward by forty years', 21_000_000],
  ])('when it is set %s while it runs', async (_, minutes) => {
    beginAt('2026-03-10T07:00:00.000Z')
    pass(20)
    setWallBy(minutes * MINUTE_MS)
    pass(5)
    expect(follow.state!.status).toBe('running')
    expect(follow.answer).toBeNull()
    const record = await followToItsEnd()
    expect(record).toMatchObject({
      startedAt: '2026-03-10T07:00:00.000Z',
      endedAt: '2026-03-10T07:00:50.000Z',
      practisedSeconds: 50,
      pausedSeconds: 0,
    })
  })
  it.each([
    ['back by a day', -1440, 0],
    ['forward by a day', 1440, 86_400],
  ])('when it is set %s between a crash and resuming', async (_, minutes, pausedSeconds) => {
    beginAt('2026-03-10T07:00:00.000Z')
    pass(20)
    await soon()
    startTab()
    setWallBy(minutes * MINUTE_MS)
    await follow.lookForInterrupted()
    expect(await follow.takeUp()).toBe(true)
    expect(follow.state!.status).toBe('paused')
    follow.command('resume')
    const record = await followToItsEnd()
    expect(record.startedAt).toBe('2026-03-10T07:00:00.000Z')
    expect(record.practisedSeconds).toBeCloseTo(50, 6)
    expect(Math.abs(record.pausedSeconds - pausedSeconds)).toBeLessThan(1)
    expect(Date.parse(record.endedAt)).toBeGreaterThanOrEqual(Date.parse(record.startedAt))
  })
  it('when its page lay open overnight before it began', async () => {
    vi.setSystemTime(new Date('2026-03-09T22:00:00.000Z'))
    follow.prepare(routine)
    vi.advanceTimersByTime(9 * 60 * MINUTE_MS)
    follow.command('start')
    const record = await followToItsEnd()
    expect(record.startedAt).toBe('2026-03-10T07:00:00.000Z')
    expect(record.practisedSeconds).toBe(50)
  })
  it('when the steady clock stood still while the device slept on the page that was laid out', async () => {
    vi.setSystemTime(new Date('2026-03-09T22:00:00.000Z'))
    follow.prepare(routine)
    setWallBy(9 * 60 * MINUTE_MS)
    follow.command('start')
    expect((await followToItsEnd()).startedAt).toBe('2026-03-10T07:00:00.000Z')
  })
  it.each([
    ['forward', '2026-03-29T00:59:40.000Z', '2026-03-28'],
    ['back', '2026-10-25T00:59:40.000Z', '2026-10-24'],
  ])('when the hour is put %s in its midst', async (_, startedAt, day) => {
    beginAt(startedAt)
    const record = await followToItsEnd()
    expect(record).toMatchObject({ startedAt, practisedSeconds: 50 })
    expect(practiceDay(record.startedAt, record.timeZone, 3)).toBe(day)
  })
  it('when the device comes to another zone: it belongs to the zone in which it began', async () => {
    vi.setSystemTime(new Date('2026-03-10T07:00:00.000Z'))
    follow.prepare(routine)
    device.zone = 'Pacific/Auckland'
    follow.command('start')
    device.zone = 'America/New_York'
    const record = await followToItsEnd()
    expect(record.timeZone).toBe('Pacific/Auckland')
    expect(practiceDay(record.startedAt, record.timeZone, 3)).toBe('2026-03-10')
  })
})
