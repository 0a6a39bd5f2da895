import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { newPerson } from '#core/formats'
import { elsewhereRecord } from '#core/journal'
import { mergePersons, unseenStates } from '#core/merge'
import { openWorkspace, type Database } from '~/shared/store/database'
import { replaceAll, settleNow, writeChange } from '~/shared/store/writing'
import type { Beside } from '~/shared/store/writeQueue'
import type { ItemChange } from '~/shared/store/changes'
import { giveOut } from '~/shared/store/marking'
import { aForm } from '../../../helpers'

const AT = '2026-03-01T06:30:00.000Z'
const form = (about: string, id = 'f') => aForm({ id, about })
const markOf = (database: Database, id: string) => database.get('marks', id)
let database: Database
const write = (to: Database, list: ItemChange['list'], id: string, item: unknown, at = AT) =>
  writeChange(to, [{ list, id, from: null, to: item }], at, (change) => change.to)
const putForm = (to: Database, item: object & { id: string }, at = AT) => write(to, 'forms', item.id, item, at)
const putSettings = (to: Database, settings: unknown) => write(to, 'settings', 'settings', settings)
/** Until what is to be noted of a change stands too. */
const noted = async (change: Promise<Beside>) => (await change)(database)
beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory()
  database = await openWorkspace('own')
})

describe('what is noted of changes', () => {
  it('is nothing of what is new, and of a change that it came after what stood', async () => {
    await noted(putForm(database, form('new')))
    expect(await database.count('marks')).toBe(0)
    await noted(putForm(database, form('changed')))
    expect(await markOf(database, 'forms/f')).toMatchObject({ at: AT, after: [expect.stringMatching(/^=/)] })
    await noted(putForm(database, form('changed'), '2026-03-02T06:30:00.000Z'))
    expect((await markOf(database, 'forms/f'))!.at).toBe(AT)
  })

  it('is one change until it is given out, and another after it', async () => {
    await noted(putForm(database, form('a')))
    await noted(putForm(database, form('b')))
    const first = (await markOf(database, 'forms/f'))!
    await noted(putForm(database, form('c')))
    expect((await markOf(database, 'forms/f'))!.stamp).toBe(first.stamp)
    expect(await giveOut(database)).toHaveLength(1)
    await noted(putForm(database, form('d')))
    const next = (await markOf(database, 'forms/f'))!
    expect(next.stamp).not.toBe(first.stamp)
    expect(next.after).toContain(first.stamp)
  })

  it('remembers what was removed, of the journal too', async () => {
    await noted(putForm(database, form('a')))
    await noted(write(database, 'forms', 'f', null))
    expect(await markOf(database, 'forms/f')).toMatchObject({ gone: true })
    const session = { id: 's' } as never
    await noted(write(database, 'sessions', 's', session))
    await noted(write(database, 'sessions', 's', null))
    expect(await markOf(database, 'sessions/s')).toMatchObject({ gone: true })
    expect(await database.count('sessions')).toBe(0)
  })

  it('holds up nothing that is changed: that stands, though the page is closed before it is noted', async () => {
    const { settings } = newPerson()
    await noted(putForm(database, form('a', 'changed')))
    const closing = new Proxy(database, {
      get(target, name) {
        if (name !== 'transaction') return Reflect.get(target, name) as unknown
        return (stores: string | string[], mode: 'readwrite') => {
          if (stores.includes('marks')) throw new Error('closed')
          return target.transaction(stores as never, mode)
        }
      },
    })
    const changes = [
      await putForm(closing, form('b', 'put')),
      await putForm(closing, form('b', 'changed')),
      await putSettings(closing, { ...settings, dayEndsAtHour: 4 }),
    ]
    for (const note of changes) await expect(note(closing)).rejects.toThrow('closed')
    expect(await database.get('forms', 'put')).toMatchObject({ about: 'b' })
    expect(await database.get('forms', 'changed')).toMatchObject({ about: 'b' })
    expect(await database.get('kept', 'settings')).toMatchObject({ dayEndsAtHour: 4 })
  })

  it('is of each setting by itself', async () => {
    const { settings } = newPerson()
    await noted(putSettings(database, { ...settings, dayEndsAtHour: 4, conditions: ['heart'] }))
    await noted(putSettings(database, { ...settings, dayEndsAtHour: 5 }))
    expect((await database.getAllKeys('marks')).sort()).toEqual(['settings/condition:heart', 'settings/dayEndsAtHour'])
    expect(await markOf(database, 'settings/condition:heart')).toMatchObject({ gone: true })
  })

  it('stays the store’s own when all is replaced, whose later changes are others than those before', async () => {
    await noted(putForm(database, form('a')))
    await noted(putForm(database, form('b')))
    const { stamp } = (await markOf(database, 'forms/f'))!
    await replaceAll(database, { ...newPerson(), forms: [form('c')] })
    expect(await database.count('marks')).toBe(0)
    await noted(putForm(database, form('d')))
    const next = (await markOf(database, 'forms/f'))!.stamp
    expect(next.split('.')[0]).toBe(stamp.split('.')[0])
    expect(next).not.toBe(stamp)
  })

  it('is given out by a store that takes nothing any more', async () => {
    await noted(putForm(database, form('a')))
    await noted(putForm(database, form('b')))
    const full = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('There is no room.', 'QuotaExceededError')
    })
    expect(await giveOut(database)).toHaveLength(1)
    full.mockRestore()
  })

  it('lets the state beside another go on as a form of its own', async () => {
    const here = { person: { ...newPerson(), forms: [form('here')] } }
    const merged = mergePersons(here, { person: { ...newPerson(), forms: [form('there')] } })
    expect(merged.person.forms).toHaveLength(2)
    await replaceAll(database, merged.person, null, merged.marks)
    const beside = merged.person.forms.find(({ id }) => id !== 'f')!
    await noted(putForm(database, { ...beside, about: 'mine alone' } as never))
    expect((await markOf(database, 'forms/f'))!.beside).toBeUndefined()
    expect(await markOf(database, `forms/${beside.id}`)).toMatchObject({ at: AT, after: [] })
  })
  it('settles a state that stands nowhere: it is kept no longer, and does not come back from the other device', async () => {
    const session = (words: string) =>
      elsewhereRecord({
        id: 's',
        title: 'Class',
        startedAt: '2026-02-10T06:30:00.000Z',
        timeZone: 'UTC',
        minutes: 20,
        words,
      })
    const there = { person: { ...newPerson(), sessions: [session('there')] } }
    const merged = mergePersons({ person: { ...newPerson(), sessions: [session('here')] } }, there)
    await replaceAll(database, merged.person, null, merged.marks)
    const [state] = unseenStates(merged)
    const before = await markOf(database, 'sessions/s')
    await settleNow(database, 'sessions/s', 'no such', AT)
    expect(await markOf(database, 'sessions/s')).toEqual(before)
    await settleNow(database, state!.id, state!.stamp, AT)
    const mark = (await markOf(database, 'sessions/s'))!
    expect(mark.beside).toBeUndefined()
    expect(mark.after).toContain(state!.stamp)
    const again = mergePersons({ person: merged.person, marks: [mark] }, there)
    expect(again.items).toEqual([])
    expect(unseenStates(again)).toEqual([])
  })
})
