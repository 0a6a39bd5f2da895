import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, expect, it, vi } from 'vitest'
import { addDays, elsewhereRecord, type SessionRecord } from '#core/journal'
import { aForm, aRoutine, aStep } from '../../../helpers'
import { stubLocalStorage } from './localStorage'

/** A page that goes never comes to what it waited for. */
const going = vi.hoisted(() => ({ isSo: false }))
vi.mock('~/shared/store/checking', async (original) => {
  const real = await original<typeof import('~/shared/store/checking')>()
  const never = new Promise<never>(() => undefined)
  return {
    checksNow: () => (going.isSo ? null : real.checksNow()),
    untilChecks: () => (going.isSo ? never : real.untilChecks()),
  }
})

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  stubLocalStorage()
  vi.stubGlobal('BroadcastChannel', undefined)
})
const laid = () => Object.keys(localStorage).filter((key) => key.startsWith('pebblebrook.draft.own.unwritten.'))

/** A page of the browser, with modules of its own. */
async function aPage() {
  going.isSo = false
  vi.resetModules()
  const { createPinia, setActivePinia } = await import('pinia')
  setActivePinia(createPinia())
  const { useStores } = await import('../../../stores')
  const stores = useStores()
  await stores.workspace.open()
  return { stores }
}
type Page = Awaited<ReturnType<typeof aPage>>
type Stores = Page['stores']
/** The page goes in the moment in which this is done. */
function goesIn({ stores }: Page, what: () => unknown) {
  going.isSo = true
  what()
  stores.workspace.layAside()
  going.isSo = false
}

const routine = (name: string, count = 4) => ({ ...aRoutine([aStep('s', 'rise-and-sink', { count })]), id: 'r', name })
const session = (id: string, daysAgo = 0): SessionRecord =>
  elsewhereRecord({
    id,
    title: id,
    minutes: 20,
    words: '',
    timeZone: 'UTC',
    startedAt: `${addDays('2026-03-10', -daysAgo)}T06:30:00.000Z`,
  })
const titlesOf = ({ journal }: Stores) => journal.sessions.map(({ title }) => title)

const CHANGES: [
  what: string,
  before: (person: Stores) => unknown,
  change: (person: Stores) => unknown,
  after: (person: Stores) => unknown,
  expected: unknown,
][] = [
  [
    'two settings, the second built on the first',
    () => null,
    (stores) => {
      void stores.saveSettings({ conditions: ['osteoporosis'] })
      void stores.saveSettings(({ conditions }) => ({ conditions: [...conditions, 'heart'], dayEndsAtHour: 5 }))
    },
    ({ settings }) => [settings.conditions, settings.dayEndsAtHour],
    [['osteoporosis', 'heart'], 5],
  ],
  [
    'a routine that is new and changed twice',
    () => null,
    (stores) => {
      void stores.library.putRoutine(routine('Mine', 4))
      void stores.library.putRoutine(routine('Mine', 5))
      void stores.library.putRoutine(routine('Ours', 6))
    },
    ({ library }) => library.ownRoutines,
    [routine('Ours', 6)],
  ],
  [
    'a form that is changed back again',
    (stores) => stores.library.putForm(aForm({ id: 'f', name: 'First' })),
    (stores) => {
      void stores.library.putForm(aForm({ id: 'f', name: 'Second' }))
      void stores.library.putForm(aForm({ id: 'f', name: 'First' }))
    },
    ({ library }) => library.ownForms.map(({ name }) => name),
    ['First'],
  ],
  [
    'what is removed',
    (stores) => stores.library.putForm(aForm({ id: 'f' })),
    (stores) => stores.workspace.remove('forms', 'f'),
    ({ library }) => library.ownForms,
    [],
  ],
  [
    'a session of years ago that gives way to two',
    async (stores) => {
      for (let daysAgo = 0; daysAgo < 310; daysAgo += 1)
        await stores.journal.putSession(session(`s${daysAgo}`, daysAgo))
    },
    (stores) => stores.journal.changeSessions({ go: ['s309', 'one'], come: [session('one', 309), session('two')] }),
    (stores) => [stores.journal.sessions.length, titlesOf(stores).filter((title) => /^(one|two|s309)$/.test(title))],
    [311, ['two', 'one']],
  ],
]
it.each(CHANGES)(
  'when a page goes before it has written %s, the next one has it',
  async (_, before, change, after, expected) => {
    const first = await aPage()
    await before(first.stores)
    goesIn(first, () => change(first.stores))
    expect(laid()).not.toEqual([])
    const next = await aPage()
    await next.stores.workspace.untilWhole()
    expect(after(next.stores)).toEqual(expected)
    expect(laid()).toEqual([])
    // It stands in the store, and not in the page's memory alone.
    const { stores } = await aPage()
    await stores.workspace.untilWhole()
    expect(after(stores)).toEqual(expected)
  },
)

it('what another tab has changed since stands, and mine beside it where it is of another field', async () => {
  const first = await aPage()
  await first.stores.library.putRoutine(routine('Mine'))
  await first.stores.library.putForm(aForm({ id: 'f', name: 'Mine' }))
  const other = await aPage()
  goesIn(first, () => {
    void first.stores.library.putRoutine({ ...routine('Mine', 4), name: 'Of the page that went' })
    void first.stores.library.putForm(aForm({ id: 'f', name: 'Of the page that went' }))
    void first.stores.saveSettings({ dayEndsAtHour: 5, conditions: ['osteoporosis'] })
  })
  await other.stores.library.putRoutine(routine('Mine', 9))
  await other.stores.library.putForm(aForm({ id: 'f', name: 'Of the other tab' }))
  await other.stores.saveSettings({ dayEndsAtHour: 1 })
  const { stores } = await aPage()
  expect(stores.library.ownRoutines).toEqual([routine('Of the page that went', 9)])
  expect(stores.library.ownForms.map(({ name }) => name)).toEqual([
    'Of the other tab',
    'Of the page that went, as changed here',
  ])
  expect([stores.settings.dayEndsAtHour, stores.settings.conditions]).toEqual([1, ['osteoporosis']])
})

it('what is written after all is laid aside no longer, and what was written before is not at all', async () => {
  const { stores } = await aPage()
  const written = stores.library.putRoutine(routine('Mine'))
  stores.workspace.layAside()
  expect(laid()).toHaveLength(1)
  expect(await written).toBe(true)
  expect(laid()).toEqual([])
  stores.workspace.layAside()
  expect(laid()).toEqual([])
})

it('what could not be read, or would be refused, is let go, and all else stands', async () => {
  const first = await aPage()
  await first.stores.library.putRoutine(routine('Mine'))
  const changes = [
    'no JSON',
    JSON.stringify({ list: 'people', items: [{ id: 'r', from: null, to: {} }] }),
    JSON.stringify({ list: 'routines', items: [] }),
    JSON.stringify({ list: 'routines', items: [{ id: 'r', from: routine('Mine'), to: routine('Too often', 5000) }] }),
    JSON.stringify({
      list: 'settings',
      items: [{ id: 'settings', from: { dayEndsAtHour: 3 }, to: { dayEndsAtHour: 90 } }],
    }),
    JSON.stringify({ list: 'routines', items: [{ id: 'r', from: routine('Mine'), to: routine('Right') }] }),
  ]
  changes.forEach((text, at) => localStorage.setItem(`pebblebrook.draft.own.unwritten.${at}`, text))
  const { stores } = await aPage()
  expect(stores.library.ownRoutines).toEqual([routine('Right')])
  expect(stores.settings.dayEndsAtHour).toBe(3)
  expect(laid()).toEqual([])
})
