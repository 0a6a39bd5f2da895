import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { newPerson, toArchive } from '#core/formats'
import { elsewhereRecord } from '#core/journal'
import { openWorkspace, type Workspace } from '~/shared/store/database'
import { useStores } from '../../../stores'
import { deletionOf, stateOf } from '~/shared/store/saving'
import { aForm, aRoutine, aStep } from '../../../helpers'
import { stubLocalStorage } from './localStorage'

vi.mock('~/shared/store/demo', () => ({
  serverShowsDemo: async () => false,
  demoText: async () =>
    (await import('#core/formats')).writeArchive(toArchive(newPerson(), '2026-03-01T06:30:00.000Z')),
}))

const { put } = IDBObjectStore.prototype
const refuseFrom = (nth: number) => {
  let count = 0
  IDBObjectStore.prototype.put = function (...given) {
    count += 1
    if (count >= nth) throw new DOMException('There is no room.', 'QuotaExceededError')
    return put.apply(this, given)
  }
}
const allow = () => void (IDBObjectStore.prototype.put = put)

let storage: Record<string, string>
beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  storage = stubLocalStorage()
  vi.stubGlobal('BroadcastChannel', undefined)
})
afterEach(allow)
async function aPage() {
  setActivePinia(createPinia())
  const stores = useStores()
  await stores.workspace.open()
  return stores
}
const routine = (name: string, id = 'r') => ({ ...aRoutine([aStep('s', 'rise-and-sink')]), id, name })
const session = (id: string, words = '') =>
  elsewhereRecord({ id, title: id, startedAt: '2026-03-01T06:30:00.000Z', timeZone: 'UTC', minutes: 20, words })
const namesIn = async (workspace: Workspace) =>
  (await (await openWorkspace(workspace)).getAll('routines')).map(({ name }) => name)

describe('a write that the database refused', () => {
  it('is tried again in the database that it belongs to, whichever is open then', async () => {
    const stores = await aPage()
    refuseFrom(1)
    expect(await stores.library.putRoutine(routine('Mine'))).toBe(false)
    allow()
    await stores.workspace.loadDemo()
    expect(stores.workspace.workspace).toBe('demo')
    refuseFrom(1)
    expect(await stores.library.putRoutine(routine('Of the demo', 'd'))).toBe(false)
    allow()
    expect(stores.workspace.refused.map(({ workspace, what }) => [workspace, what])).toEqual([
      ['own', 'the routine “Mine”'],
      ['demo', 'the routine “Of the demo”'],
    ])
    expect(await stores.workspace.retryRefused()).toHaveLength(2)
    expect([await namesIn('own'), await namesIn('demo')]).toEqual([['Mine'], ['Of the demo']])
    expect(stores.library.ownRoutines.map(({ name }) => name)).toEqual(['Of the demo'])
  })
  it('of the demo goes with the demo, and never comes to my own data', async () => {
    const stores = await aPage()
    await stores.workspace.loadDemo()
    refuseFrom(1)
    await stores.library.putRoutine(routine('Of the demo', 'd'))
    allow()
    await stores.workspace.leaveDemo()
    expect(stores.workspace.refused).toEqual([])
    expect([await namesIn('own'), await namesIn('demo')]).toEqual([[], []])
  })
  it('is no import and no erasing: those answer why, and later nothing is replaced without being asked', async () => {
    const stores = await aPage()
    await stores.library.putRoutine(routine('Mine'))
    const archive = toArchive(
      { ...newPerson(), routines: [routine('Of the archive', 'a')] },
      '2026-03-01T06:30:00.000Z',
    )
    refuseFrom(1)
    expect(await stores.workspace.takeArchive(archive)).toBe('the store of this browser is full')
    expect(await stores.workspace.erase()).toBe('the store of this browser is full')
    allow()
    await stores.journal.putSession(session('after'))
    expect(await stores.workspace.retryRefused()).toEqual([])
    expect(stores.library.ownRoutines.map(({ name }) => name)).toEqual(['Mine'])
    expect(await (await openWorkspace('own')).getAllKeys('sessions')).toEqual(['after'])
  })
  it('is in the copy that an import keeps of what was there before', async () => {
    const stores = await aPage()
    await stores.library.putRoutine(routine('Stored'))
    refuseFrom(1)
    await stores.library.putRoutine(routine('Changed'))
    allow()
    expect(await stores.workspace.takeArchive(toArchive(newPerson(), '2026-03-01T06:30:00.000Z'))).toBe('')
    expect(stores.workspace.refused).toEqual([])
    const [before] = await stores.workspace.snapshots()
    expect(before!.lists.routines).toMatchObject([{ name: 'Changed' }])
  })
  it('holds all of its items or none: a routine comes with the forms that it names', async () => {
    const stores = await aPage()
    const states = [stateOf('forms', aForm({ id: 'f' })), stateOf('routines', routine('With a form'))]
    refuseFrom(2)
    expect(await stores.workspace.change(states)).toBe(false)
    allow()
    expect(await (await openWorkspace('own')).count('forms')).toBe(0)
    expect(stores.workspace.refused).toHaveLength(1)
    await stores.workspace.retryRefused()
    const database = await openWorkspace('own')
    expect([await database.count('forms'), await database.count('routines')]).toEqual([1, 1])
  })
  it('is none where nothing changes', async () => {
    const stores = await aPage()
    expect(await stores.workspace.change([])).toBe(true)
    expect(stores.workspace.refused).toEqual([])
  })
  it('is written together with the next change of one of its items, which stands', async () => {
    const stores = await aPage()
    await stores.workspace.change([
      stateOf('forms', aForm({ id: 'f', name: 'First' })),
      stateOf('routines', routine('First')),
    ])
    refuseFrom(1)
    await stores.workspace.change([
      stateOf('forms', aForm({ id: 'f', name: 'Second' })),
      stateOf('routines', routine('Second')),
    ])
    allow()
    expect(await stores.library.putForm(aForm({ id: 'f', name: 'Third' }))).toBe(true)
    expect(stores.workspace.refused).toEqual([])
    const database = await openWorkspace('own')
    expect([(await database.get('forms', 'f'))!.name, await namesIn('own')]).toEqual(['Third', ['Second']])
    expect(stores.workspace.notices).toEqual([])
  })
  it('does not replace what another tab stored since: that stands, and mine is an earlier version', async () => {
    const one = await aPage()
    await one.library.putRoutine(routine('Mine'))
    const other = await aPage()
    refuseFrom(1)
    await one.library.putRoutine({ ...routine('Mine'), name: 'Refused' })
    allow()
    await other.library.putRoutine({ ...routine('Mine'), name: 'Of the other tab' })
    expect(await one.workspace.retryRefused()).toHaveLength(1)
    await vi.waitFor(() => expect(one.workspace.notices).toHaveLength(1))
    expect(one.workspace.notices[0]!.words).toContain('was changed in another tab too')
    expect(await namesIn('own')).toEqual(['Of the other tab'])
    expect(one.library.ownRoutines).toMatchObject([{ name: 'Of the other tab' }])
    expect(one.library.routineVersions).toMatchObject([{ routine: { name: 'Refused' } }])
  })
  it('is laid aside when the page is left, and stored by the next page', async () => {
    const stores = await aPage()
    refuseFrom(1)
    await stores.workspace.change([stateOf('sessions', session('s')), stateOf('routines', routine('Mine'))])
    stores.workspace.layAside()
    // The next page finds the database as full as it was, and the one after it does not.
    const next = await aPage()
    expect(next.workspace.refused).toHaveLength(1)
    expect(next.library.ownRoutines).toHaveLength(1)
    next.workspace.layAside()
    allow()
    const last = await aPage()
    expect(await namesIn('own')).toEqual(['Mine'])
    expect([last.workspace.refused, last.journal.sessions.length]).toEqual([[], 1])
    expect(Object.keys(storage).filter((key) => key.includes('unwritten'))).toEqual([])
  })
})

describe('two tabs that save the same session at the same moment', () => {
  it('keep both notes, and it is said', async () => {
    const one = await aPage()
    await one.journal.putSession(session('s'))
    const other = await aPage()
    await Promise.all([
      one.journal.putSession(session('s', 'Warm hands.')),
      other.journal.putSession(session('s', 'A stiff back.')),
    ])
    const stored = await (await openWorkspace('own')).get('sessions', 's')
    expect(stored!.words).toBe('Warm hands.\nA stiff back.')
    expect(other.workspace.notices[0]!.words).toContain('Both notes are saved')
    expect(other.journal.sessions[0]!.words).toBe('Warm hands.\nA stiff back.')
  })
  it('do not delete what the other has changed without a word', async () => {
    const one = await aPage()
    await one.journal.putSession(session('s'))
    const other = await aPage()
    await Promise.all([
      one.journal.putSession(session('s', 'Warm hands.')),
      other.workspace.change([deletionOf('sessions', 's')]),
    ])
    expect((await (await openWorkspace('own')).get('sessions', 's'))!.words).toBe('Warm hands.')
    expect(other.journal.sessions).toHaveLength(1)
    expect(other.workspace.notices[0]!.words).toContain('It was not deleted')
  })
})

describe('a database that is deleted under the page', () => {
  const deleteIt = () =>
    new Promise<void>((resolve) => (indexedDB.deleteDatabase('pebblebrook').onsuccess = () => resolve()))
  it('is told at once, and all that the page holds can be written back', async () => {
    const stores = await aPage()
    await stores.library.putRoutine(routine('Mine'))
    await stores.journal.putSession(session('s'))
    await deleteIt()
    await vi.waitFor(() => expect(stores.workspace.wasDeleted).toBe(true))
    await stores.journal.putSession(session('after'))
    expect(stores.library.ownRoutines).toHaveLength(1)
    expect(await stores.workspace.writeBack()).toBe('')
    expect(stores.workspace.wasDeleted).toBe(false)
    const again = await aPage()
    expect(again.library.ownRoutines).toHaveLength(1)
    expect(again.journal.sessions.map(({ id }) => id).sort()).toEqual(['after', 's'])
  })
  it('is told when that is found only by the next write, and can be left deleted', async () => {
    const stores = await aPage()
    await stores.library.putRoutine(routine('Mine'))
    const opened = vi.spyOn(IDBDatabase.prototype, 'transaction').mockImplementationOnce(() => {
      throw new DOMException('It is closed.', 'InvalidStateError')
    })
    globalThis.indexedDB = new IDBFactory()
    await stores.journal.putSession(session('after'))
    opened.mockRestore()
    expect(stores.workspace.wasDeleted).toBe(true)
    await stores.workspace.acceptDeletion()
    expect([stores.workspace.wasDeleted, stores.library.ownRoutines, stores.journal.sessions.length]).toEqual([
      false,
      [],
      1,
    ])
  })
  it('says nothing where nothing was lost', async () => {
    const stores = await aPage()
    await deleteIt()
    await new Promise((resolve) => setTimeout(resolve, 50))
    expect(stores.workspace.wasDeleted).toBe(false)
  })
})
