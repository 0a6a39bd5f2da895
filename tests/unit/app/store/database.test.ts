import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it } from 'vitest'
import { refitRemainder } from '#core/compose'
import { newPerson, type PersonData } from '#core/formats'
import { readyRunner, reduce, replay, tick, toRunning } from '#core/runner'
import { isEmpty, MIGRATIONS, openWorkspace, type Migration } from '../../../../app/shared/store/database'
import { eraseAll, putNow, replaceAll } from '../../../../app/shared/store/writing'
import { readAll } from './stored'
import { aForm, aPlan, aRoutine, aStep, formAsInVersion1, settingsAsInVersion1 } from '../../../helpers'

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
})

const person = (): PersonData => ({ ...newPerson(), forms: [aForm()], routines: [aRoutine([aStep('s', 'a-form')])] })

describe('the store', () => {
  it('gives back what was put in, and nothing after it is erased', async () => {
    const database = await openWorkspace('own')
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
    const own = await openWorkspace('own')
    const demo = await openWorkspace('demo')
    await replaceAll(own, person())
    await eraseAll(demo)
    expect(await isEmpty(own)).toBe(false)
  })

  it('keeps an entry though the page closes the store at once', async () => {
    const database = await openWorkspace('own')
    void putNow(database, 'forms', aForm())
    database.close()
    const { lists } = await readAll(await openWorkspace('own'))
    expect(lists[0]).toEqual([aForm()])
  })
  it('says so when an entry is refused', async () => {
    const database = await openWorkspace('own')
    await expect(putNow(database, 'forms', { name: 'without an id' } as never)).rejects.toThrow()
  })

  it('replaces all or nothing: one bad entry leaves everything as it was', async () => {
    const database = await openWorkspace('own')
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
    const first = await openWorkspace('own', MIGRATIONS.slice(0, 1))
    await first.put('kept', settingsAsInVersion1(person().settings) as never, 'settings')
    await first.put('forms', formAsInVersion1(aForm()) as never)
    first.close()
    const now = await readAll(await openWorkspace('own'))
    expect(now.settings).toEqual(person().settings)
    expect(now.lists).toEqual([[aForm()], [], [], [], [], [], [], [], [], [], [], []])
  })

  it('bring a session under way along, which was fitted anew before the names changed', async () => {
    const plan = aPlan([
      { form: aForm({ id: 'a' }), count: 3 },
      { form: aForm({ id: 'b', part: 'settle' }), count: 3 },
    ])
    const begun = reduce(readyRunner(plan), 'start', 0)
    const fitted = reduce(begun, refitRemainder(tick(begun, 12_000), 30)!, 12_000)
    const { given } = toRunning(fitted)
    const asBefore = given.map(({ command, atMs }) => {
      if (typeof command === 'string') return { command, atMs }
      const { refit, abandonsPresent, items, ...rest } = command
      const renamed = items.map(({ performance, change }) => ({ doing: performance, change }))
      return { command: { ...rest, relay: refit, leave: abandonsPresent, items: renamed }, atMs }
    })
    const second = await openWorkspace('own', MIGRATIONS.slice(0, 2))
    const about = { id: 'now', timeZone: 'UTC', before: { energy: null, calm: null, ease: null } }
    await second.put('kept', { ...about, running: { plan, given: [], aliveAtMs: 0 } } as never, 'running' as never)
    await second.put('kept', { id: 'now', given: asBefore, aliveAtMs: 20_000 } as never, 'alive' as never)
    second.close()
    const now = await openWorkspace('own')
    const alive = (await now.get('alive', 'now'))!
    expect(await now.get('running', 'now')).toMatchObject(about)
    expect(await now.get('kept', 'running' as never)).toBeUndefined()
    expect(alive.given).toEqual(given)
    expect(replay({ plan, given: alive.given, aliveAtMs: 20_000 }).timeline).toEqual(fitted.timeline)
  })

  it('lead data of an earlier version to the next, and are not done twice', async () => {
    const first = await openWorkspace('own')
    await replaceAll(first, person())
    first.close()
    let done = 0
    const rename: Migration = async (_database, upgrade) => {
      done += 1
      const forms = upgrade.objectStore('forms') as never as IDBObjectStoreLike
      for (const form of await forms.getAll()) await forms.put({ ...form, name: `${form.name}, renamed` })
    }
    const second = await openWorkspace('own', [...MIGRATIONS, rename])
    expect((await readAll(second)).lists[0]).toMatchObject([{ name: 'A form, renamed' }])
    second.close()
    const third = await openWorkspace('own', [...MIGRATIONS, rename])
    expect(done).toBe(1)
    expect((await readAll(third)).lists[0]).toMatchObject([{ name: 'A form, renamed' }])
  })
})

interface IDBObjectStoreLike {
  getAll: () => Promise<{ name: string }[]>
  put: (value: unknown) => Promise<unknown>
}
