import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it, vi } from 'vitest'
import type { Condition } from '#core/forms'
import { aForm, aRoutine, aStep } from '../../../helpers'

/** Whether what things are checked by can be fetched. */
let isThere = false
vi.mock('~/shared/store/checks', async (original) => {
  const real: object = await original()
  if (!isThere) throw new Error('Failed to fetch')
  return real
})

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  vi.stubGlobal('localStorage', { getItem: () => 'own', setItem: () => undefined })
  vi.stubGlobal('BroadcastChannel', undefined)
  isThere = false
  vi.resetModules()
  setActivePinia(createPinia())
})
const routine = { ...aRoutine([aStep('s', 'rise-and-sink')]), id: 'r', name: 'Mine' }

/** A store that was read beside the page: what checks things has not been needed yet. */
async function opened() {
  const { readElsewhere } = await import('~/shared/store/ahead')
  const { newPerson } = await import('#core/formats')
  const stored = { person: newPerson(), unreadable: [], isFullyLoaded: true }
  readElsewhere({ read: async () => Promise.resolve(stored), takeDemo: vi.fn(), onReadHere: vi.fn() })
  const { useStores } = await import('../../../stores')
  const stores = useStores()
  await stores.workspace.open()
  return stores
}

it('where what a thing is checked by cannot be fetched it is not kept, and that is said; the next time it is fetched again', async () => {
  const stores = await opened()
  const { openWorkspace } = await import('~/shared/store/database')
  expect(stores.workspace.openingFault).toBe('')
  expect(await stores.library.putRoutine(routine)).toBe(false)
  expect(await stores.library.putForm(aForm({ id: 'f' }))).toBe(false)
  expect(await stores.saveSettings({ dayEndsAtHour: 5 })).toMatchObject([{ path: 'settings' }])
  expect(stores.settings.dayEndsAtHour).toBe(3)
  expect(stores.workspace.notices.map(({ words }) => words)).toContain(
    'Not saved: the routine “Mine”. A part of Pebblebrook could not be loaded; try again.',
  )
  expect(await (await openWorkspace('own')).count('routines')).toBe(0)
})

it('what is kept, changed and removed before it has been fetched is done in that order', async () => {
  isThere = true
  const stores = await opened()
  const all = [
    stores.library.putRoutine(routine),
    stores.library.putRoutine({ ...routine, name: 'Changed' }),
    stores.workspace.remove('routines', 'r'),
    stores.library.putRoutine({ ...routine, id: 'other' }),
  ]
  await Promise.all(all)
  expect(stores.library.ownRoutines.map(({ id }) => id)).toEqual(['other'])
})

it('two changes that build on what is set, told before it has been fetched, both stand', async () => {
  isThere = true
  const stores = await opened()
  const declare = (condition: Condition) =>
    stores.saveSettings(({ conditions }) => ({ conditions: [...conditions, condition] }))
  await Promise.all([declare('soreKnees'), declare('dizziness')])
  expect(stores.settings.conditions).toEqual(['soreKnees', 'dizziness'])
})
