import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { newPerson } from '#core/formats'
import { addDays, elsewhereRecord, type SessionRecord } from '#core/journal'
import { openWorkspace, readPieces } from '~/shared/store/database'
import { replaceAll } from '~/shared/store/writing'
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { readAll } from './stored'

const sessionOn = (daysAgo: number): SessionRecord =>
  elsewhereRecord({
    // Ids are in another order than time.
    id: `s-${(daysAgo * 7919) % 10_007}`,
    title: `${daysAgo} days ago`,
    startedAt: `${addDays('2026-03-10', -daysAgo)}T06:30:00.000Z`,
    timeZone: 'UTC',
    minutes: 20,
    words: '',
  })
const YEARS = Array.from({ length: 700 }, (_, daysAgo) => sessionOn(daysAgo))
const titlesOf = (sessions: readonly { title: string }[]) => sessions.map(({ title }) => title)

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  vi.stubGlobal('localStorage', { getItem: () => 'own', setItem: () => undefined })
  vi.stubGlobal('BroadcastChannel', undefined)
  setActivePinia(createPinia())
})
async function fill(sessions: SessionRecord[]) {
  const database = await openWorkspace('own')
  await replaceAll(database, { ...newPerson(), sessions })
  return database
}

describe('years of sessions', () => {
  it('are read in pieces, each once, and the latest can be had without the rest', async () => {
    const database = await fill(YEARS)
    const { lists } = await readAll(database)
    expect(titlesOf(lists[4] as SessionRecord[]).sort()).toEqual(titlesOf(YEARS).sort())
    const pieces: unknown[][] = []
    expect(await readPieces(database, (list, items) => void (list === 'sessions' && pieces.push(items)))).toBe(true)
    expect(Math.max(...pieces.map(({ length }) => length))).toBeLessThanOrEqual(250)
    const latest: SessionRecord[] = []
    const take = (list: string, items: unknown[]) =>
      void (list === 'sessions' && latest.push(...(items as SessionRecord[])))
    expect(await readPieces(database, take, true)).toBe(false)
    expect(titlesOf(latest).sort()).toEqual(titlesOf(YEARS.slice(0, 300)).sort())
  })

  it('that are few are all there at once', async () => {
    ;(await fill(YEARS.slice(0, 300))).close()
    const workspace = useWorkspaceStore()
    const journal = useJournalStore()
    await workspace.open()
    expect(workspace.isFullyLoaded).toBe(true)
    expect(journal.sessions).toHaveLength(300)
  })

  it('come after the latest also where no workspace was chosen yet, and only when they are asked for', async () => {
    vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined })
    ;(await fill(YEARS)).close()
    const workspace = useWorkspaceStore()
    const journal = useJournalStore()
    await workspace.open()
    expect([workspace.isFullyLoaded, journal.sessions.length]).toEqual([false, 300])
    await workspace.untilWhole()
    expect([workspace.isFullyLoaded, journal.sessions.length]).toEqual([true, 700])
  })

  it('come after the latest, with what was written and removed meanwhile, in the order of time; no export is made without them', async () => {
    ;(await fill(YEARS)).close()
    const workspace = useWorkspaceStore()
    const journal = useJournalStore()
    await workspace.open()
    expect(workspace.isFullyLoaded).toBe(false)
    expect(titlesOf(journal.sessions)).toEqual(titlesOf(YEARS.slice(0, 300)))
    const exported = workspace.exportText()
    const now = {
      ...sessionOn(0),
      id: 'now',
      title: 'just now',
      startedAt: '2026-03-10T09:00:00.000Z',
      endedAt: '2026-03-10T09:20:00.000Z',
    }
    const whole = workspace.untilWhole()
    // Halfway through the reading of the rest.
    await new Promise((resolve) => setTimeout(resolve, 5))
    expect(await journal.putSession(now)).toBe(true)
    expect(await workspace.remove('sessions', YEARS[3]!.id)).toBe(true)
    await whole
    const wanted = ['just now', ...titlesOf(YEARS.filter((_, daysAgo) => daysAgo !== 3))]
    expect(titlesOf(journal.sessions)).toEqual(wanted)
    expect(await exported).toContain('699 days ago')
  })

  it('come though something cannot be written meanwhile, which stands beside them until it can', async () => {
    ;(await fill(YEARS)).close()
    const workspace = useWorkspaceStore()
    const journal = useJournalStore()
    await workspace.open()
    const { put } = IDBObjectStore.prototype
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    expect(await journal.putSession({ ...sessionOn(0), id: 'now', title: 'just now' })).toBe(false)
    await workspace.untilWhole()
    IDBObjectStore.prototype.put = put
    expect(journal.sessions).toHaveLength(701)
    expect(await workspace.retryRefused()).toHaveLength(1)
    await workspace.reload()
    expect(journal.sessions).toHaveLength(701)
  })
})
