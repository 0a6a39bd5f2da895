import 'fake-indexeddb/auto'
import { IDBFactory, IDBObjectStore } from 'fake-indexeddb'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { elsewhereRecord } from '#core/journal'
import { newPerson } from '#core/formats'
import { demoTakenElsewhere, openStore, readAhead, readElsewhere, readLatest } from '~/shared/store/ahead'
import { openWorkspace, type Workspace } from '~/shared/store/database'
import { replaceAll } from '~/shared/store/writing'
import type { TabMessage } from '~/shared/store/tabs'

const session = (id: string) =>
  elsewhereRecord({ id, title: id, startedAt: '2026-03-10T06:30:00.000Z', timeZone: 'UTC', minutes: 20, words: '' })
let remembered: Workspace | null
/** What other tabs tell. */
let tell: (message: TabMessage) => void
const opens = vi.spyOn(IDBFactory.prototype, 'open')
const reads = vi.spyOn(IDBObjectStore.prototype, 'getAll')

beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory()
  remembered = 'own'
  vi.stubGlobal('localStorage', { getItem: () => remembered, setItem: () => undefined })
  const heard = new Set<(event: { data: TabMessage }) => void>()
  vi.stubGlobal(
    'BroadcastChannel',
    class {
      addEventListener = (_: string, listener: (event: { data: TabMessage }) => void) => heard.add(listener)
      removeEventListener = (_: string, listener: (event: { data: TabMessage }) => void) => heard.delete(listener)
    },
  )
  tell = (data) => heard.forEach((listener) => listener({ data }))
  await keep('own', 'before')
  opens.mockClear()
  reads.mockClear()
})
async function keep(workspace: Workspace, id: string) {
  const database = await openWorkspace(workspace)
  await replaceAll(database, { ...newPerson(), sessions: [session(id)] })
  database.close()
}
const idsOf = async (database: Awaited<ReturnType<typeof openStore>>, workspace: Workspace = 'own') =>
  (await readLatest(database, workspace)).person.sessions.map(({ id }) => id)

describe('what is read ahead', () => {
  it('is opened once and read once, and taken by whoever asks first; who asks again reads anew', async () => {
    readAhead()
    const database = await openStore('own', {})
    expect(opens).toHaveBeenCalledTimes(1)
    expect(await idsOf(database)).toEqual(['before'])
    const once = reads.mock.calls.length
    await replaceAll(database, { ...newPerson(), sessions: [session('after')] })
    expect(reads.mock.calls.length).toBe(once)
    expect(await idsOf(database)).toEqual(['after'])
  })

  it('is read anew where another tab has changed the same workspace since, and only then', async () => {
    readAhead()
    const database = await openStore('own', {})
    tell({ kind: 'changed', workspace: 'demo', what: 'sessions' })
    tell({ kind: 'changed', workspace: 'own', what: 'running' })
    await keep('own', 'after')
    expect(await idsOf(database)).toEqual(['before'])

    readAhead()
    const other = await openStore('own', {})
    await keep('own', 'later')
    tell({ kind: 'changed', workspace: 'own', what: 'sessions' })
    expect(await idsOf(other)).toEqual(['later'])
  })

  it('is not taken for another workspace, and nothing is read before a workspace was chosen', async () => {
    await keep('demo', 'shown')
    readAhead()
    expect(await idsOf(await openStore('demo', {}), 'demo')).toEqual(['shown'])
    remembered = null
    opens.mockClear()
    readAhead()
    expect(opens).not.toHaveBeenCalled()
    expect(await idsOf(await openStore('own', {}))).toEqual(['before'])
  })

  it('does not stand in the way of a newer version: it is closed, told of, and opened again by whoever asks', async () => {
    readAhead()
    const onClosed = vi.fn()
    const database = await openStore('own', { onClosed })
    const newer = indexedDB.open('pebblebrook', 99)
    await new Promise((resolve) => (newer.onsuccess = resolve))
    expect(onClosed).toHaveBeenCalledTimes(1)
    expect(() => database.transaction('kept')).toThrow()
  })

  it('stops nothing where the browser keeps nothing', () => {
    vi.stubGlobal('localStorage', {
      getItem: () => {
        throw new DOMException('The operation is insecure.', 'SecurityError')
      },
    })
    expect(readAhead).not.toThrow()
    expect(opens).not.toHaveBeenCalled()
  })

  it('tells a fault to whoever opens the store, and nobody else', async () => {
    opens.mockImplementationOnce(() => {
      throw new DOMException('Not now.', 'UnknownError')
    })
    readAhead()
    await expect(openStore('own', {})).rejects.toThrow('Not now.')
    expect(await idsOf(await openStore('own', {}))).toEqual(['before'])
  })
})

describe('who reads beside the page', () => {
  const elsewhere = { read: vi.fn(), takeDemo: vi.fn(), onReadHere: vi.fn() }
  const storedElsewhere = {
    person: { ...newPerson(), sessions: [session('elsewhere')] },
    unreadable: [],
    isFullyLoaded: true,
  }
  beforeEach(() => {
    vi.resetAllMocks()
    readElsewhere(elsewhere)
  })

  it('is asked ahead, and once; asked anew where another tab has changed something', async () => {
    elsewhere.read.mockResolvedValue(storedElsewhere)
    readAhead()
    const database = await openStore('own', {})
    expect(await idsOf(database)).toEqual(['elsewhere'])
    expect(elsewhere.read.mock.calls).toEqual([['own']])
    readAhead()
    const other = await openStore('own', {})
    tell({ kind: 'changed', workspace: 'own', what: 'sessions' })
    expect(await idsOf(other)).toEqual(['elsewhere'])
    expect(elsewhere.read).toHaveBeenCalledTimes(3)
    expect(elsewhere.onReadHere).not.toHaveBeenCalled()
  })

  it('is told when it could not read, and the page reads by itself', async () => {
    elsewhere.read.mockRejectedValue(new Error('The worker cannot be had.'))
    readAhead()
    expect(await idsOf(await openStore('own', {}))).toEqual(['before'])
    expect(elsewhere.onReadHere).toHaveBeenCalledTimes(1)
  })

  it('takes in the demo, where it can', async () => {
    elsewhere.takeDemo.mockResolvedValueOnce(true).mockRejectedValueOnce(new Error('The worker cannot be had.'))
    expect([await demoTakenElsewhere('text'), await demoTakenElsewhere('text')]).toEqual([true, false])
  })
})
