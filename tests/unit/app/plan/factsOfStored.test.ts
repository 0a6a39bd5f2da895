import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { newPerson, type PersonData } from '#core/formats'
import { elsewhereRecord } from '#core/journal'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'
import { aboutToday, openOn } from '~/shared/plan/facts'
import { factsNow } from '~/shared/plan/factsNow'
import { factsOfStored } from '~/shared/plan/factsOfStored'
import { settingNow } from '~/shared/plan/planWorker'
import { readPerson } from '~/shared/store/checks'
import { openWorkspace } from '~/shared/store/database'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { replaceAll } from '~/shared/store/writing'

const byId = <T extends { id: string }>(all: readonly T[]) => new Map(all.map((each) => [each.id, each]))
const SHIPPED = { forms: byId(CATALOGUE), routines: byId(SHIPPED_ROUTINES) }

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  vi.stubGlobal('localStorage', { getItem: () => 'own', setItem: () => undefined })
  vi.stubGlobal('BroadcastChannel', undefined)
  vi.useFakeTimers({ toFake: ['Date'] })
  setActivePinia(createPinia())
})
afterEach(() => vi.useRealTimers())

/** What the page reckons of what it keeps, and what a worker does of what stands in the store, at one moment. */
async function both(kept: PersonData, at: string) {
  vi.setSystemTime(new Date(at))
  const database = await openWorkspace('own')
  await replaceAll(database, kept)
  await useWorkspaceStore().open()
  const stored = await readPerson(database, true)
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const [facts, setting] = factsOfStored(stored, SHIPPED, { atMs: Date.parse(at), timeZone })
  const page = factsNow()
  const about = (of: typeof facts) => aboutToday(of, openOn(of), 7.5)
  return { page: about(page), worker: about(facts), settings: [settingNow(), setting], open: openOn(facts) }
}

it.each([
  ['on a morning of the demo’s year', '2026-03-04T07:30:00.000Z', {}],
  ['where the day ends late, after midnight', '2026-03-05T02:10:00.000Z', { dayEndsAtHour: 5 as const }],
  ['with conditions and forms that rest', '2026-06-14T19:00:00.000Z', { conditions: ['pregnancy' as const] }],
])('a worker that has read the store says the same of today as the page: %s', async (_, at, change) => {
  const kept = demoPerson(at.slice(0, 10), 'Europe/Lisbon')
  const resting = CATALOGUE.slice(0, 3).map(({ id }) => id)
  const found = await both({ ...kept, settings: { ...kept.settings, ...change, resting } }, at)
  expect(found.worker).toEqual(found.page)
  expect(found.settings[1]).toEqual(found.settings[0])
  expect(Object.keys(found.worker.kept).length).toBeGreaterThan(5)
  // Also of the forms that ship it is known what they work on.
  expect(Object.keys(found.worker.lately.areas).length).toBeGreaterThan(3)
  expect(found.worker.lately.legs.usual).toBeGreaterThan(0)
  for (const id of resting) expect(found.worker.kept[id]).toBeUndefined()
})

it('what is laid on today is open to both, a season’s session among it', async () => {
  const kept = demoPerson('2026-03-04', 'Europe/Lisbon')
  const laid = {
    id: 'laid',
    kind: 'practice' as const,
    day: '2026-03-04',
    time: 'evening' as const,
    minutes: null,
    changes: 0,
  }
  const season = { ...laid, id: 'of-a-season', what: { kind: 'season' as const, seasonId: 'none' } }
  const routine = { ...laid, what: { kind: 'routine' as const, routineId: SHIPPED_ROUTINES[0]!.id } }
  const { page, worker, open } = await both({ ...kept, planned: [routine, season] }, '2026-03-04T07:30:00.000Z')
  expect(open.map(({ laid: { id } }) => id).sort()).toEqual(['laid', 'of-a-season'])
  expect(worker.asks).toContainEqual({ routineId: SHIPPED_ROUTINES[0]!.id, by: 'plan', name: '', minutes: null })
  expect(worker).toEqual(page)
})

it('somebody who has just come has nothing kept and nothing usual, in both', async () => {
  const { page, worker } = await both(newPerson(), '2026-03-04T07:30:00.000Z')
  expect(worker).toEqual(page)
  expect([worker.kept, worker.usualMinutes, worker.asks]).toEqual([{}, null, []])
})

it('a class elsewhere counts for the usual minutes, never fewer than three', async () => {
  const one = (id: string, minutes: number) =>
    elsewhereRecord({ id, title: id, startedAt: '2026-03-03T07:00:00.000Z', timeZone: 'UTC', minutes, words: '' })
  const short = await both({ ...newPerson(), sessions: [one('a', 1)] }, '2026-03-04T07:30:00.000Z')
  expect([short.page.usualMinutes, short.worker.usualMinutes]).toEqual([3, 3])
})
