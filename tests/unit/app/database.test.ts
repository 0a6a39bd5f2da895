import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it } from 'vitest'
import { nobodyYet, type PersonData } from '#core/formats'
import {
  eraseAll,
  isEmpty,
  MIGRATIONS,
  openWorld,
  putNow,
  readAll,
  replaceAll,
  type Migration,
} from '../../../app/stores/database'
import { aForm, aRoutine, aStep, formAsInVersion1, settingsAsInVersion1 } from '../../helpers'

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
})

const person = (): PersonData => ({ ...nobodyYet(), forms: [aForm()], routines: [aRoutine([aStep('s', 'a-form')])] })

describe('the store', () => {
  it('gives back what was put in, and nothing after it is erased', async () => {
    const database = await openWorld('own')
    expect(await isEmpty(database)).toBe(true)
    await replaceAll(database, person())
    const { settings, lists } = await readAll(database)
    expect({ settings, forms: lists[0], routines: lists[2] }).toEqual({
      settings: person().settings,
      forms: person().forms,
      routines: person().routines,
    })
    await eraseAll(database)
    expect(await isEmpty(database)).toBe(true)
  })

  it('keeps the demo apart from what is mine', async () => {
    const own = await openWorld('own')
    const demo = await openWorld('demo')
    await replaceAll(own, person())
    await eraseAll(demo)
    expect(await isEmpty(own)).toBe(false)
  })

  it('keeps an entry though the page closes the store at once', async () => {
    const database = await openWorld('own')
    void putNow(database, 'forms', aForm())
    database.close()
    const { lists } = await readAll(await openWorld('own'))
    expect(lists[0]).toEqual([aForm()])
  })
  it('says so when an entry is refused', async () => {
    const database = await openWorld('own')
    await expect(putNow(database, 'forms', { name: 'without an id' } as never)).rejects.toThrow()
  })

  it('replaces all or nothing: one bad entry leaves everything as it was', async () => {
    const database = await openWorld('own')
    await replaceAll(database, person())
    const broken = { ...person(), forms: [], routines: [{ name: 'without an id' }] } as never
    await expect(replaceAll(database, broken)).rejects.toThrow()
    const { lists } = await readAll(database)
    expect(lists[0]).toEqual(person().forms)
    expect(lists[2]).toEqual(person().routines)
  })
})

describe('migrations', () => {
  it('bring a store of the first version to this one, with all that was in it', async () => {
    const first = await openWorld('own', MIGRATIONS.slice(0, 1))
    await first.put('kept', settingsAsInVersion1(person().settings) as never, 'settings')
    await first.put('forms', formAsInVersion1(aForm()) as never)
    first.close()
    const now = await readAll(await openWorld('own'))
    expect(now.settings).toEqual(person().settings)
    expect(now.lists).toEqual([[aForm()], [], [], [], [], [], [], []])
  })

  it('lead data of an earlier version to the next, and are not done twice', async () => {
    const first = await openWorld('own')
    await replaceAll(first, person())
    first.close()
    let done = 0
    const rename: Migration = async (_database, upgrade) => {
      done += 1
      const forms = upgrade.objectStore('forms') as never as IDBObjectStoreLike
      for (const form of await forms.getAll()) await forms.put({ ...form, name: `${form.name}, renamed` })
    }
    const second = await openWorld('own', [...MIGRATIONS, rename])
    expect((await readAll(second)).lists[0]).toMatchObject([{ name: 'A form, renamed' }])
    second.close()
    const third = await openWorld('own', [...MIGRATIONS, rename])
    expect(done).toBe(1)
    expect((await readAll(third)).lists[0]).toMatchObject([{ name: 'A form, renamed' }])
  })
})

interface IDBObjectStoreLike {
  getAll: () => Promise<{ name: string }[]>
  put: (value: unknown) => Promise<unknown>
}
