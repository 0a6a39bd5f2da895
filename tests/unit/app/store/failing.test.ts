import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, expect, it, vi } from 'vitest'
import { newPerson, toArchive, type PersonData } from '#core/formats'
import { plainWay } from '#core/forms'
import { elsewhereRecord } from '#core/journal'
import { openWorkspace } from '~/shared/store/database'
import { useStores, type Stores } from '../../../stores'
import { readAll } from './stored'
import { aForm, aRoutine, aStep } from '../../../helpers'

const routine = { ...aRoutine([aStep('s', 'rise-and-sink')]), id: 'r' }
const session = elsewhereRecord({
  id: 'e',
  title: 'A class',
  startedAt: '2026-03-01T06:30:00.000Z',
  timeZone: 'UTC',
  minutes: 60,
  words: '',
})
const archive = toArchive({ ...newPerson(), forms: [aForm({ id: 'in' })] }, '2026-03-01T06:30:00.000Z')
const ACTIONS: [what: string, does: (person: Stores) => Promise<unknown>][] = [
  ['a routine is kept', (stores) => stores.library.putRoutine({ ...routine, id: 'new' })],
  ['a routine is changed', (stores) => stores.library.putRoutine({ ...routine, name: 'Changed' })],
  ['a routine is removed', (stores) => stores.workspace.remove('routines', 'r')],
  ['a form is kept', (stores) => stores.library.putForm(aForm({ id: 'f' }))],
  ['my way is kept', (stores) => stores.library.putWay(plainWay('w', 'rise-and-sink'))],
  ['a session is kept', (stores) => stores.journal.putSession(session)],
  ['a stage is kept', (stores) => stores.library.putStage('rise-and-sink', 'slow')],
  ['settings are changed', (stores) => stores.saveSettings({ dayEndsAtHour: 5 })],
  ['an archive is taken', (stores) => stores.workspace.takeArchive(archive)],
  ['everything is erased', (stores) => stores.workspace.erase()],
]

const { put, delete: remove, clear } = IDBObjectStore.prototype
const { open } = IDBFactory.prototype
/** Every write of the store, with what happens at the nth of them, and what happens right after it. */
function atWrite(happens: (store: IDBObjectStore, nth: number) => void, then = happens) {
  let nth = 0
  const before = <Args extends unknown[], T>(work: (this: IDBObjectStore, ...given: Args) => T) =>
    function (this: IDBObjectStore, ...given: Args): T {
      happens(this, (nth += 1))
      const answer = work.apply(this, given)
      if (then !== happens) then(this, nth)
      return answer
    }
  Object.assign(IDBObjectStore.prototype, { put: before(put), delete: before(remove), clear: before(clear) })
}
const quota = () => {
  throw new DOMException('There is no room.', 'QuotaExceededError')
}
const upTo = (most: number) => Array.from({ length: most }, (_, index) => index + 1)
const WAYS: [what: string, breaks: () => void][] = [
  ...upTo(7).map((n): (typeof WAYS)[number] => [
    `full from write ${n} on`,
    () => atWrite((_, nth) => void (nth >= n && quota())),
  ]),
  ...upTo(7).map((n): (typeof WAYS)[number] => [
    `full at write ${n}`,
    () => atWrite((_, nth) => void (nth === n && quota())),
  ]),
  ...upTo(6).map((n): (typeof WAYS)[number] => [
    `broken off at write ${n}`,
    () =>
      atWrite(
        () => undefined,
        (store, nth) => void (nth === n && store.transaction.abort()),
      ),
  ]),
  ...upTo(6).map((n): (typeof WAYS)[number] => [
    `closed at write ${n}`,
    () => atWrite((store, nth) => nth === n && store.transaction.db.close()),
  ]),
  ...upTo(3).map((n): (typeof WAYS)[number] => [
    `closed, and refused to be opened ${n} times`,
    () => {
      let refused = 0
      atWrite((store, nth) => {
        if (nth > 1) return
        store.transaction.db.close()
        throw new DOMException('It is closed.', 'InvalidStateError')
      })
      IDBFactory.prototype.open = function (...given) {
        if ((refused += 1) <= n) throw new DOMException('Not now.', 'UnknownError')
        return open.apply(this, given)
      }
    },
  ]),
  ['deleted', () => void (globalThis.indexedDB = new IDBFactory())],
]
function repair() {
  Object.assign(IDBObjectStore.prototype, { put, delete: remove, clear })
  IDBFactory.prototype.open = open
}
afterEach(repair)

const byId = (list: readonly unknown[]) =>
  [...(list as { id: string }[])].sort((one, other) => (one.id < other.id ? -1 : 1))
const inOrder = ({ settings, routines, forms, ways, sessions, stages }: PersonData) =>
  JSON.parse(JSON.stringify([settings, ...[routines, forms, ways, sessions, stages].map(byId)])) as unknown
async function inStore() {
  const { settings, lists } = await readAll(await openWorkspace('own'))
  const [forms, ways, routines, , sessions, , stages] = lists
  const there = { ...newPerson(), forms, ways, routines, sessions, stages } as PersonData
  return inOrder({ ...there, settings: (settings as PersonData['settings'] | undefined) ?? there.settings })
}

it('30 ways in which a store fails, over ten actions: each failure is told, nothing is called kept that is not, and all is kept at last', async () => {
  expect(WAYS).toHaveLength(30)
  let told = 0
  let kept = 0
  for (const [way, breaks] of WAYS) {
    for (const [action, act] of ACTIONS) {
      const what = `${way}: ${action}`
      globalThis.indexedDB = new IDBFactory()
      vi.stubGlobal('localStorage', { getItem: () => 'own', setItem: () => undefined })
      vi.stubGlobal('BroadcastChannel', undefined)
      setActivePinia(createPinia())
      const stores = useStores()
      await stores.workspace.open()
      await stores.library.putRoutine(routine)
      breaks()
      const answer = await act(stores)
      repair()
      const isRefused = stores.workspace.refused.length > 0
      if (typeof answer === 'string' && (action.startsWith('an archive') || action.startsWith('everything'))) {
        // It answers why it was refused, and is never repeated by itself.
        if (answer) told += 1
        else kept += 1
        expect(isRefused, what).toBe(false)
        if (answer) expect(stores.library.ownRoutines, what).toMatchObject([{ id: 'r' }])
      } else if (isRefused) {
        told += 1
        expect(answer, what).not.toBe(true)
        expect(stores.workspace.refused[0]!.why.length, what).toBeGreaterThan(5)
        await stores.workspace.retryRefused()
        expect(stores.workspace.refused, what).toEqual([])
      } else {
        kept += 1
        expect(answer, what).not.toBe(false)
      }
      // A store that was deleted has only what was written since.
      if (way === 'deleted') continue
      expect(await inStore(), what).toEqual(inOrder(stores.workspace.data))
    }
  }
  expect(told + kept).toBe(300)
  expect(told).toBeGreaterThan(60)
  expect(kept).toBeGreaterThan(60)
  console.log(
    `a failing store: ${told} of 300 actions failed, each was told and kept when tried again; ${kept} came about`,
  )
})
