import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { openWorkspace, type Database } from '~/shared/store/database'
import { putNow } from '~/shared/store/writing'
import { createWriteQueue } from '~/shared/store/writeQueue'
import { aForm } from '../../../helpers'

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
})

const put = (id: string) => (database: Database) => putNow(database, 'forms', aForm({ id }))
const full = () => Promise.reject(new DOMException('no room', 'QuotaExceededError'))
const idsIn = async () => (await openWorkspace('own')).getAllKeys('forms')

describe('the queue of all writes', () => {
  it('says that something is kept only when it stands in the store', async () => {
    const queue = createWriteQueue({ open: () => openWorkspace('own') })
    expect(await queue.write({ key: 'a', what: 'a form' }, put('a'))).toBe(true)
    expect(await idsIn()).toEqual(['a'])
    expect(queue.refused.value).toEqual([])
  })
  it('keeps in memory what the store refuses, says why, and writes it when it is tried again', async () => {
    const queue = createWriteQueue({ open: () => openWorkspace('own') })
    let isFull = true
    const work = (database: Database) => (isFull ? full() : put('a')(database))
    expect(await queue.write({ key: 'a', what: 'the form “A”' }, work)).toBe(false)
    expect(queue.refused.value).toMatchObject([
      { key: 'a', workspace: 'own', what: 'the form “A”', why: 'the store of this browser is full' },
    ])
    expect(await queue.retry()).toEqual([])
    expect(queue.refused.value).toHaveLength(1)
    isFull = false
    expect(await queue.retry()).toHaveLength(1)
    expect(queue.refused.value).toEqual([])
    expect(await idsIn()).toEqual(['a'])
  })
  it('tells the key of each write as it is begun and again at its end, whether it is kept or refused', async () => {
    const told: string[] = []
    const queue = createWriteQueue({ open: () => openWorkspace('own'), onWrite: (key) => told.push(key) })
    const work = (id: string, then: () => Promise<unknown>) => async () => {
      told.push(`${id} works`)
      await then()
    }
    await Promise.all([
      queue.write(
        { key: 'a', what: 'a form' },
        work('a', async () => Promise.resolve()),
      ),
      queue.write({ key: 'b', what: 'b' }, work('b', full)),
    ])
    expect(told).toEqual(['a', 'a works', 'a', 'b', 'b works', 'b'])
  })
  it('lets a later state of the same take the place of one that failed, so that no old state comes back', async () => {
    const queue = createWriteQueue({ open: () => openWorkspace('own') })
    await queue.write({ key: 'a', what: 'a form' }, full)
    await queue.write({ key: 'a', what: 'a form' }, (database) =>
      putNow(database, 'forms', aForm({ id: 'a', name: 'Later' })),
    )
    expect(queue.refused.value).toEqual([])
    await queue.retry()
    expect(await (await openWorkspace('own')).get('forms', 'a')).toMatchObject({ name: 'Later' })
  })
  it('opens a store again that was closed, or deleted, and loses nothing that is written then', async () => {
    let opened: Database[] = []
    const queue = createWriteQueue({
      open: async () => {
        const database = await openWorkspace('own')
        opened = [...opened, database]
        return database
      },
    })
    await queue.write({ key: 'a', what: 'a form' }, put('a'))
    opened[0]!.close()
    expect(await queue.write({ key: 'b', what: 'a form' }, put('b'))).toBe(true)
    expect(await idsIn()).toEqual(['a', 'b'])
    opened[1]!.close()
    globalThis.indexedDB = new IDBFactory()
    expect(await queue.write({ key: 'c', what: 'a form' }, put('c'))).toBe(true)
    expect(await idsIn()).toEqual(['c'])
    expect(await queue.read((database) => database.count('forms'))).toBe(1)
  })
  it('tells when the store cannot be opened at all', async () => {
    const queue = createWriteQueue({ open: () => Promise.reject(new Error('the disk is gone')) })
    expect(await queue.write({ key: 'a', what: 'a form' }, put('a'))).toBe(false)
    expect(queue.refused.value[0]!.why).toBe('the disk is gone')
    await expect(queue.read((database) => database.count('forms'))).rejects.toThrow('the disk is gone')
  })
  it('writes in order, whatever each of them takes', async () => {
    const queue = createWriteQueue({ open: () => openWorkspace('own') })
    const name = (database: Database, words: string) => putNow(database, 'forms', aForm({ id: 'a', name: words }))
    const slow = queue.write({ key: 'a', what: 'a form' }, async (database) => {
      await new Promise((resolve) => setTimeout(resolve, 30))
      await name(database, 'First')
    })
    const quick = queue.write({ key: 'a', what: 'a form' }, (database) => name(database, 'Second'))
    expect(await Promise.all([slow, quick])).toEqual([true, true])
    expect(await (await openWorkspace('own')).get('forms', 'a')).toMatchObject({ name: 'Second' })
  })
  it('lets nothing wait for what is written beside, and lets that come before what is written later', async () => {
    const queue = createWriteQueue({ open: () => openWorkspace('own') })
    let finish: () => void = () => undefined
    const unfinished = new Promise<void>((resolve) => (finish = resolve))
    const order: string[] = []
    const beside = async (database: Database) => {
      const transaction = database.transaction('forms', 'readwrite')
      await transaction.store.put(aForm({ id: 'a', name: 'Beside' }))
      order.push('beside')
      await unfinished
    }
    const first = queue.write({ key: 'a', what: 'a form' }, (database) => put('a')(database).then(() => beside))
    const second = queue.write({ key: 'b', what: 'a form' }, async (database) => {
      await putNow(database, 'forms', aForm({ id: 'a', name: 'Later' }))
      order.push('later')
    })
    expect(await Promise.all([first, second])).toEqual([true, true])
    expect(order).toEqual(['beside', 'later'])
    finish()
    expect(await (await openWorkspace('own')).get('forms', 'a')).toMatchObject({ name: 'Later' })
  })
  it('tells that what is written beside is not kept, and writes it when it is tried again', async () => {
    const queue = createWriteQueue({ open: () => openWorkspace('own') })
    let isFull = true
    const beside = (database: Database) => (isFull ? full() : put('beside')(database))
    expect(
      await queue.write({ key: 'a', what: 'the form “A”' }, (database) => put('a')(database).then(() => beside)),
    ).toBe(true)
    await vi.waitFor(() =>
      expect(queue.refused.value).toEqual([
        expect.objectContaining({ what: 'the change mark of the form “A”', why: 'the store of this browser is full' }),
      ]),
    )
    isFull = false
    expect(await queue.retry()).toHaveLength(1)
    expect(await idsIn()).toEqual(['a', 'beside'])
  })
})
