import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { newPerson, toArchive } from '#core/formats'
import { elsewhereRecord } from '#core/journal'
import { openWorkspace, type Workspace } from '~/shared/store/database'
import { usePersonStore } from '~/shared/store/person'
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
  const person = usePersonStore()
  await person.open()
  return person
}
const routine = (name: string, id = 'r') => ({ ...aRoutine([aStep('s', 'rise-and-sink')]), id, name })
const session = (id: string, words = '') =>
  elsewhereRecord({ id, title: id, startedAt: '2026-03-01T06:30:00.000Z', timeZone: 'UTC', minutes: 20, words })
const namesIn = async (workspace: Workspace) =>
  (await (await openWorkspace(workspace)).getAll('routines')).map(({ name }) => name)

describe('a write that the database refused', () => {
  it('is tried again in the database that it belongs to, whichever is open then', async () => {
    const person = await aPage()
    refuseFrom(1)
    expect(await person.putRoutine(routine('Mine'))).toBe(false)
    allow()
    await person.loadDemo()
    expect(person.workspace).toBe('demo')
    refuseFrom(1)
    expect(await person.putRoutine(routine('Of the demo', 'd'))).toBe(false)
    allow()
    expect(person.refused.map(({ workspace, what }) => [workspace, what])).toEqual([
      ['own', 'the routine “Mine”'],
      ['demo', 'the routine “Of the demo”'],
    ])
    expect(await person.retryRefused()).toHaveLength(2)
    expect([await namesIn('own'), await namesIn('demo')]).toEqual([['Mine'], ['Of the demo']])
    expect(person.profile.routines.map(({ name }) => name)).toEqual(['Of the demo'])
  })
  it('of the demo goes with the demo, and never comes to my own data', async () => {
    const person = await aPage()
    await person.loadDemo()
    refuseFrom(1)
    await person.putRoutine(routine('Of the demo', 'd'))
    allow()
    await person.leaveDemo()
    expect(person.refused).toEqual([])
    expect([await namesIn('own'), await namesIn('demo')]).toEqual([[], []])
  })
  it('is no import and no erasing: those answer why, and later nothing is replaced without being asked', async () => {
    const person = await aPage()
    await person.putRoutine(routine('Mine'))
    const archive = toArchive(
      { ...newPerson(), routines: [routine('Of the archive', 'a')] },
      '2026-03-01T06:30:00.000Z',
    )
    refuseFrom(1)
    expect(await person.takeArchive(archive)).toBe('the store of this browser is full')
    expect(await person.erase()).toBe('the store of this browser is full')
    allow()
    await person.putSession(session('after'))
    expect(await person.retryRefused()).toEqual([])
    expect(person.profile.routines.map(({ name }) => name)).toEqual(['Mine'])
    expect(await (await openWorkspace('own')).getAllKeys('sessions')).toEqual(['after'])
  })
  it('is in the copy that an import keeps of what was there before', async () => {
    const person = await aPage()
    await person.putRoutine(routine('Stored'))
    refuseFrom(1)
    await person.putRoutine(routine('Changed'))
    allow()
    expect(await person.takeArchive(toArchive(newPerson(), '2026-03-01T06:30:00.000Z'))).toBe('')
    expect(person.refused).toEqual([])
    const [before] = await person.snapshots()
    expect(before!.lists.routines).toMatchObject([{ name: 'Changed' }])
  })
  it('holds all of its items or none: a routine comes with the forms that it names', async () => {
    const person = await aPage()
    const states = [stateOf('forms', aForm({ id: 'f' })), stateOf('routines', routine('With a form'))]
    refuseFrom(2)
    expect(await person.change(states)).toBe(false)
    allow()
    expect(await (await openWorkspace('own')).count('forms')).toBe(0)
    expect(person.refused).toHaveLength(1)
    await person.retryRefused()
    const database = await openWorkspace('own')
    expect([await database.count('forms'), await database.count('routines')]).toEqual([1, 1])
  })
  it('is none where nothing changes', async () => {
    const person = await aPage()
    expect(await person.change([])).toBe(true)
    expect(person.refused).toEqual([])
  })
  it('is written together with the next change of one of its items, which stands', async () => {
    const person = await aPage()
    await person.change([stateOf('forms', aForm({ id: 'f', name: 'First' })), stateOf('routines', routine('First'))])
    refuseFrom(1)
    await person.change([stateOf('forms', aForm({ id: 'f', name: 'Second' })), stateOf('routines', routine('Second'))])
    allow()
    expect(await person.putForm(aForm({ id: 'f', name: 'Third' }))).toBe(true)
    expect(person.refused).toEqual([])
    const database = await openWorkspace('own')
    expect([(await database.get('forms', 'f'))!.name, await namesIn('own')]).toEqual(['Third', ['Second']])
    expect(person.notices).toEqual([])
  })
  it('does not replace what another tab stored since: that stands, and mine is an earlier version', async () => {
    const one = await aPage()
    await one.putRoutine(routine('Mine'))
    const other = await aPage()
    refuseFrom(1)
    await one.putRoutine({ ...routine('Mine'), name: 'Refused' })
    allow()
    await other.putRoutine({ ...routine('Mine'), name: 'Of the other tab' })
    expect(await one.retryRefused()).toHaveLength(1)
    await vi.waitFor(() => expect(one.notices).toHaveLength(1))
    expect(one.notices[0]!.words).toContain('was changed in another tab too')
    expect(await namesIn('own')).toEqual(['Of the other tab'])
    expect(one.profile.routines).toMatchObject([{ name: 'Of the other tab' }])
    expect(one.profile.routineVersions).toMatchObject([{ routine: { name: 'Refused' } }])
  })
  it('is laid aside when the page is left, and stored by the next page', async () => {
    const person = await aPage()
    refuseFrom(1)
    await person.change([stateOf('sessions', session('s')), stateOf('routines', routine('Mine'))])
    person.layAside()
    // The next page finds the database as full as it was, and the one after it does not.
    const next = await aPage()
    expect(next.refused).toHaveLength(1)
    expect(next.profile.routines).toHaveLength(1)
    next.layAside()
    allow()
    const last = await aPage()
    expect(await namesIn('own')).toEqual(['Mine'])
    expect([last.refused, last.sessions.length]).toEqual([[], 1])
    expect(Object.keys(storage).filter((key) => key.includes('unwritten'))).toEqual([])
  })
})

describe('two tabs that save the same session at the same moment', () => {
  it('keep both notes, and it is said', async () => {
    const one = await aPage()
    await one.putSession(session('s'))
    const other = await aPage()
    await Promise.all([one.putSession(session('s', 'Warm hands.')), other.putSession(session('s', 'A stiff back.'))])
    const stored = await (await openWorkspace('own')).get('sessions', 's')
    expect(stored!.words).toBe('Warm hands.\nA stiff back.')
    expect(other.notices[0]!.words).toContain('Both notes are saved')
    expect(other.sessions[0]!.words).toBe('Warm hands.\nA stiff back.')
  })
  it('do not delete what the other has changed without a word', async () => {
    const one = await aPage()
    await one.putSession(session('s'))
    const other = await aPage()
    await Promise.all([one.putSession(session('s', 'Warm hands.')), other.change([deletionOf('sessions', 's')])])
    expect((await (await openWorkspace('own')).get('sessions', 's'))!.words).toBe('Warm hands.')
    expect(other.sessions).toHaveLength(1)
    expect(other.notices[0]!.words).toContain('It was not deleted')
  })
})

describe('a database that is deleted under the page', () => {
  const deleteIt = () =>
    new Promise<void>((resolve) => (indexedDB.deleteDatabase('pebblebrook').onsuccess = () => resolve()))
  it('is told at once, and all that the page holds can be written back', async () => {
    const person = await aPage()
    await person.putRoutine(routine('Mine'))
    await person.putSession(session('s'))
    await deleteIt()
    await vi.waitFor(() => expect(person.wasDeleted).toBe(true))
    await person.putSession(session('after'))
    expect(person.profile.routines).toHaveLength(1)
    expect(await person.writeBack()).toBe('')
    expect(person.wasDeleted).toBe(false)
    const again = await aPage()
    expect(again.profile.routines).toHaveLength(1)
    expect(again.sessions.map(({ id }) => id).sort()).toEqual(['after', 's'])
  })
  it('is told when that is found only by the next write, and can be left deleted', async () => {
    const person = await aPage()
    await person.putRoutine(routine('Mine'))
    const opened = vi.spyOn(IDBDatabase.prototype, 'transaction').mockImplementationOnce(() => {
      throw new DOMException('It is closed.', 'InvalidStateError')
    })
    globalThis.indexedDB = new IDBFactory()
    await person.putSession(session('after'))
    opened.mockRestore()
    expect(person.wasDeleted).toBe(true)
    await person.acceptDeletion()
    expect([person.wasDeleted, person.profile.routines, person.sessions.length]).toEqual([false, [], 1])
  })
  it('says nothing where nothing was lost', async () => {
    const person = await aPage()
    await deleteIt()
    await new Promise((resolve) => setTimeout(resolve, 50))
    expect(person.wasDeleted).toBe(false)
  })
})
