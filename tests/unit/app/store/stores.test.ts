import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { steadyPace } from '#core/breath'
import { writeArchive, toArchive, newPerson } from '#core/formats'
import { useStores } from '../../../stores'
import { openWorkspace } from '~/shared/store/database'
import { aForm, aRoutine, aStep } from '../../../helpers'

/** A tab of the browser: a store of its own on the same database. */
async function aTab() {
  setActivePinia(createPinia())
  const stores = useStores()
  await stores.workspace.open()
  return stores
}
const heard = async () => {
  for (let turn = 0; turn < 20; turn += 1) await new Promise((resolve) => setTimeout(resolve, 2))
}
beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  const remembered = new Map([['pebblebrook.world', 'own']])
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => remembered.get(key) ?? null,
    setItem: (key: string, value: string) => void remembered.set(key, value),
    removeItem: (key: string) => void remembered.delete(key),
  })
})
const routine = (name: string, count = 4) => ({ ...aRoutine([aStep('s', 'rise-and-sink', { count })]), id: 'r', name })

describe('what is written can be read', () => {
  it('refuses what its own schema would not read, says so, and writes nothing', async () => {
    const stores = await aTab()
    expect(await stores.library.putRoutine(routine('Good', 5000))).toBe(false)
    expect(stores.workspace.notices[0]!.words).toMatch(/Not saved: the routine “Good”\. .*count must be at most 3600/)
    expect(stores.library.ownRoutines).toEqual([])
    expect(await (await openWorkspace('own')).count('routines')).toBe(0)
  })
  it('names stored things that cannot be read, and lets them be mended or removed, one by one', async () => {
    const database = await openWorkspace('own')
    await database.put('forms', { ...aForm({ id: 'odd' }), part: 'middle' } as never)
    await database.put('forms', { ...aForm({ id: 'odder' }), name: '' } as never)
    await database.put('forms', aForm({ id: 'good' }))
    const stores = await aTab()
    expect(stores.library.ownForms.map(({ id }) => id)).toEqual(['good'])
    expect(stores.workspace.unreadable.map(({ list, id }) => [list, id])).toEqual([
      ['forms', 'odd'],
      ['forms', 'odder'],
    ])
    const [odd, odder] = stores.workspace.unreadable
    expect((await stores.workspace.mend(odd!, { ...aForm({ id: 'odd' }), part: 'end' }))[0]!.message).toMatch(/part/)
    expect(await stores.workspace.mend(odd!, aForm({ id: 'odd' }))).toEqual([])
    await stores.workspace.discard(odder!)
    expect(stores.workspace.unreadable).toEqual([])
    expect(await database.getAllKeys('forms')).toEqual(['good', 'odd'])
  })
})

describe('one step back', () => {
  it('is kept by an import and by an erasing, in the same moment', async () => {
    const stores = await aTab()
    await stores.library.putRoutine(routine('Mine'))
    const read = await stores.workspace.readText(writeArchive(toArchive(newPerson(), '2026-03-01T06:30:00.000Z')))
    expect(read.ok && (await stores.workspace.takeArchive(read.value))).toBe('')
    expect(stores.library.ownRoutines).toEqual([])
    expect(await stores.workspace.snapshots()).toMatchObject([
      { why: 'import', lists: { routines: [{ name: 'Mine' }] } },
    ])
    await stores.library.putRoutine(routine('Another'))
    expect(await stores.workspace.erase()).toBe('')
    expect((await stores.workspace.snapshots())[0]).toMatchObject({
      why: 'erase',
      lists: { routines: [{ name: 'Another' }] },
    })
  })
})

describe('a change', () => {
  it('leaves all that does not follow from it the same, so that nothing of it is worked out anew', async () => {
    const stores = await aTab()
    await stores.library.putForm(aForm({ id: 'mine' }))
    await stores.library.putRoutine(routine('Mine'))
    const { forms, formsById, routines, setting } = stores.library
    const { sessions, steadinessRules } = stores.journal
    await stores.saveSettings({ conditions: ['pregnancy'] })
    expect(stores.settings.conditions).toEqual(['pregnancy'])
    for (const [now, then] of [
      [stores.journal.sessions, sessions],
      [stores.library.forms, forms],
      [stores.library.formsById, formsById],
      [stores.library.routines, routines],
      [stores.library.setting, setting],
      [stores.journal.steadinessRules, steadinessRules],
    ])
      expect(now).toBe(then)
    await stores.saveSettings({ pace: steadyPace(5, 8) })
    expect(stores.library.setting).not.toBe(setting)
    expect(stores.library.setting.pace).toEqual(steadyPace(5, 8))
    expect(stores.library.forms).toBe(forms)
  })
})

describe('two tabs', () => {
  it('see what the other keeps and removes', async () => {
    const one = await aTab()
    const other = await aTab()
    await one.library.putRoutine(routine('Mine'))
    await heard()
    expect(other.library.ownRoutines).toMatchObject([{ name: 'Mine' }])
    await other.workspace.remove('routines', 'r')
    await heard()
    expect(one.library.ownRoutines).toEqual([])
  })
  it('change settings in different fields, and both stand', async () => {
    const one = await aTab()
    const other = await aTab()
    await Promise.all([
      one.saveSettings({ sound: { ...one.settings.sound, quiet: true } }),
      other.saveSettings({ dayEndsAtHour: 5 }),
    ])
    await heard()
    for (const tab of [one, other]) expect(tab.settings).toMatchObject({ dayEndsAtHour: 5, sound: { quiet: true } })
  })
  it('change one routine at the same moment: the first stands, the later is kept as an earlier state, and it is said', async () => {
    const one = await aTab()
    const other = await aTab()
    await one.library.putRoutine(routine('Mine', 4))
    await heard()
    await Promise.all([one.library.putRoutine(routine('Mine', 5)), other.library.putRoutine(routine('Mine', 9))])
    await heard()
    const database = await openWorkspace('own')
    expect((await database.get('routines', 'r'))!.entries[0]).toMatchObject({ count: 5 })
    const [version] = await database.getAll('routineVersions')
    expect(version!.routine.entries[0]).toMatchObject({ count: 9 })
    expect(other.workspace.notices[0]!.words).toMatch(/“Mine” was changed in another tab too/)
    expect(other.library.ownRoutines[0]!.entries[0]).toMatchObject({ count: 5 })
  })
  const series = (name: string, purpose = '') => ({
    id: 'se',
    name,
    purpose,
    repeats: false,
    lessons: [{ id: 'l', routineId: 'r', adds: '', times: 1 }],
  })
  it('change a series in different fields, and both stand', async () => {
    const one = await aTab()
    const other = await aTab()
    await one.library.putSeries(series('Mine'))
    await heard()
    await Promise.all([
      one.library.putSeries(series('Spring')),
      other.library.putSeries(series('Mine', 'for the knees')),
    ])
    await heard()
    for (const tab of [one, other]) {
      expect(tab.library.series).toMatchObject([{ name: 'Spring', purpose: 'for the knees' }])
      expect(tab.workspace.notices).toEqual([])
    }
  })
  it('change the same of a series: the first stands, the later is kept beside it, and it is said', async () => {
    const one = await aTab()
    const other = await aTab()
    await one.library.putSeries({ ...series('Mine'), begunAt: '2026-03-01T06:30:00.000Z' })
    await heard()
    const begun = one.library.series[0]!
    await Promise.all([
      one.library.putSeries({ ...begun, name: 'Spring' }),
      other.library.putSeries({ ...begun, name: 'Autumn' }),
    ])
    await heard()
    for (const tab of [one, other]) {
      const [there, beside] = [...tab.library.series].sort((a, b) => b.name.localeCompare(a.name))
      expect(there).toMatchObject({ id: 'se', name: 'Spring', begunAt: '2026-03-01T06:30:00.000Z' })
      expect(beside).toMatchObject({ name: 'Autumn, as changed here' })
      expect(beside).not.toHaveProperty('begunAt')
    }
    expect(other.workspace.notices[0]!.words).toMatch(
      /“Autumn” was changed in another tab too.*saved as “Autumn, as changed here”/,
    )
  })
  it('change a form of one’s own that was opened before: nothing is lost, and it is said', async () => {
    const one = await aTab()
    const other = await aTab()
    const form = aForm({ id: 'mine' })
    await one.library.putForm(form)
    await heard()
    await one.library.putForm({ ...form, name: 'Reed' })
    await heard()
    await other.library.putForm({ ...form, about: 'As the wind goes.' }, form)
    expect(other.library.ownForms).toMatchObject([{ name: 'Reed', about: 'As the wind goes.' }])
    await one.library.putForm({ ...form, name: 'Rush' }, form)
    expect(one.library.ownForms.map(({ name }) => name)).toEqual(['Reed', 'Rush, as changed here'])
    expect(one.workspace.notices[0]!.words).toMatch(/“Rush” was changed in another tab too/)
  })
  it('changes that follow on each other in one tab, and on one that was refused, are not taken for another’s', async () => {
    const one = await aTab()
    await one.library.putSeries(series('Mine'))
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementationOnce(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    expect(await one.library.putSeries(series('Spring', 'one'))).toBe(false)
    await Promise.all([one.library.putSeries(series('Summer', 'one')), one.library.putSeries(series('Autumn', 'two'))])
    put.mockRestore()
    expect(one.library.series).toMatchObject([{ name: 'Autumn', purpose: 'two' }])
    expect(await (await openWorkspace('own')).getAll('series')).toMatchObject([{ name: 'Autumn', purpose: 'two' }])
    expect(one.workspace.notices).toEqual([])
  })
  it('erase and import in one reach the other', async () => {
    const one = await aTab()
    const other = await aTab()
    await one.library.putRoutine(routine('Mine'))
    await heard()
    await other.workspace.erase()
    await heard()
    expect(one.library.ownRoutines).toEqual([])
  })
})
