import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { PERSON_LISTS, newPerson, readArchive, toArchive, writeArchive, type PersonData } from '#core/formats'
import { demoPerson, SHIPPED_IDS } from '#data'
import { MOST_SNAPSHOTS, openWorkspace, snapshotsOf } from '~/shared/store/database'
import { replaceAll } from '~/shared/store/writing'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { snapshotText } from '~/features/exchange/snapshotText'
import { aForm, aRoutine, aStep } from '../../../helpers'

const TODAY = '2026-03-10'
/** Somebody with something in every list. */
function rich(): PersonData {
  const demo = demoPerson(TODAY, 'Europe/Lisbon')
  return {
    ...demo,
    forms: [aForm({ id: 'mine-bow' })],
    planned: [
      ...demo.planned,
      {
        id: 'laid',
        kind: 'practice',
        day: TODAY,
        time: 'morning',
        minutes: 10,
        changes: 0,
        what: { kind: 'season', seasonId: 'spring' },
      },
    ],
    seasons: [
      ...demo.seasons,
      {
        id: 'spring',
        name: 'Spring',
        startDay: '2026-03-09',
        weeks: 4,
        goal: { kind: 'purpose', purpose: 'evening', fromMinutes: 8, toMinutes: 15 },
      },
    ],
  }
}
const taken = (text: string) => {
  const read = readArchive(text, SHIPPED_IDS)
  if (!read.ok) throw new Error(read.faults.map(({ message }) => message).join(' '))
  return read.value.person
}
const byId = (person: PersonData) =>
  Object.fromEntries(
    PERSON_LISTS.map((list) => [list, [...person[list]].sort((one, other) => one.id.localeCompare(other.id))]),
  )

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  vi.stubGlobal('localStorage', { getItem: () => 'own', setItem: () => undefined })
})

describe('what was here before', () => {
  it('comes back whole, with every list that there is', async () => {
    const database = await openWorkspace('own')
    const person = rich()
    for (const list of PERSON_LISTS.filter(
      (each) => !['routineVersions', 'recordings', 'ways', 'trials', 'breathMeasures'].includes(each),
    ))
      expect(person[list].length, list).toBeGreaterThan(0)
    await replaceAll(database, person)
    await replaceAll(database, newPerson(), 'import')
    const [snapshot] = await snapshotsOf(database)
    const back = taken(snapshotText(snapshot!, newPerson().settings))
    expect(byId(back)).toEqual(byId(person))
    expect(back.settings).toEqual(person.settings)
  })

  it('is kept the latest three times, in the order of time, though the clock stood still; what held nothing takes no place', async () => {
    vi.spyOn(Date, 'now').mockReturnValue(Date.UTC(2026, 2, 10, 8))
    const database = await openWorkspace('own')
    const named = (name: string) => ({
      ...newPerson(),
      routines: [{ ...aRoutine([aStep('s', 'rise-and-sink')]), id: 'r', name }],
    })
    const names = async () =>
      (await snapshotsOf(database)).map(({ lists }) => (lists.routines![0] as { name: string }).name)
    await replaceAll(database, named('first'), 'import')
    expect(await names()).toEqual([])
    for (const name of ['second', 'third', 'fourth', 'fifth']) await replaceAll(database, named(name), 'import')
    expect(await names()).toEqual(['fourth', 'third', 'second'])
    expect(MOST_SNAPSHOTS).toBe(3)
    vi.restoreAllMocks()
  })

  it('of a store before there were several gives way first', async () => {
    const database = await openWorkspace('own')
    await database.put('snapshots', {
      id: 'before',
      atMs: 5,
      why: 'import',
      version: 9,
      settings: {},
      lists: { routines: [{ name: 'old' }] },
    })
    await replaceAll(database, newPerson())
    for (const why of ['import', 'erase', 'goBack'] as const) await replaceAll(database, newPerson(), why)
    expect((await snapshotsOf(database)).map(({ why }) => why)).toEqual(['goBack', 'erase', 'import'])
    expect(await database.get('snapshots', 'before')).toBeUndefined()
  })

  it('of the first version of a store is brought up to today’s', () => {
    const { settings } = newPerson()
    const text = snapshotText({ id: 'x', atMs: 0, why: 'update', version: 1, settings, lists: {} }, settings)
    expect(JSON.parse(text).version).toBe(1)
  })

  it('is there after an import and an erasing, and can be gone back to', async () => {
    setActivePinia(createPinia())
    const workspace = useWorkspaceStore()
    await workspace.open()
    const archive = async (of: PersonData) => {
      const read = await workspace.readText(writeArchive(toArchive(of, '2026-03-01T06:30:00.000Z')))
      if (!read.ok) throw new Error(read.faults.map(({ message }) => message).join(' '))
      return read.value
    }
    await workspace.takeArchive(await archive(rich()))
    expect(await workspace.erase()).toBe('')
    expect(workspace.data.seasons).toEqual([])
    const [latest] = await workspace.snapshots()
    expect(latest!.why).toBe('erase')
    const read = await workspace.readText(snapshotText(latest!, workspace.data.settings))
    expect(read.ok && (await workspace.takeArchive(read.value, 'goBack'))).toBe('')
    await workspace.untilWhole()
    expect(byId(workspace.data)).toEqual(byId(rich()))
  })
})
