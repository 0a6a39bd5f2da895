import { v4 as newUuid } from 'uuid'
import { dequal } from 'dequal/lite'
import { nameWith } from '#core/basics'
import type { Form, Way } from '#core/forms'
import { merged, type ListName, type PersonData } from '#core/formats'
import type { Routine, Series } from '#core/routine'
import { wallMs } from '~/shared/sound/clock'
import { checksNow, untilChecks } from './checking'
import { changeNow } from './writing'
import type { World } from './database'
import type { createGate } from './gate'
import { plainCopy } from './plainCopy'
import { wordsFor } from './storedPerson'
import { untilWritten } from './unwritten'

type Item = { id: string }
type CheckItem = NonNullable<ReturnType<typeof checksNow>>['checkItem']
type Shared = 'routines' | 'series' | 'forms' | 'ways'

/** What keeping beside other tabs needs of the store. */
interface Store {
  gate: ReturnType<typeof createGate>
  world: () => World
  find: <K extends ListName>(list: K, id: string) => PersonData[K][number] | undefined
  inMemory: (list: ListName, id: string, item: Item | null) => void
  put: <K extends ListName>(list: K, item: PersonData[K][number]) => Promise<boolean>
  notify: (key: string, words: string) => void
  tell: (list: ListName) => void
}

/**
 * What is to be kept of something that was changed here and in another tab: both changes where they are of different fields and can be
 * read together; null where they speak against each other.
 */
export function together<T extends Item>(checkItem: CheckItem, list: ListName, stored: T, known: T, mine: T): T | null {
  const both = plainCopy(merged(stored, known, mine))
  const speakAgainst = !dequal(both, plainCopy(merged(mine, known, stored)))
  return speakAgainst || !checkItem(list, both).ok ? null : both
}

/** Keeping what other tabs may have changed meanwhile: nothing of theirs and nothing of mine is lost, and what was done is said. */
export function createTwoTabs({ gate, world, find, inMemory, put, notify, tell }: Store) {
  /** What is in memory and does not stand in the store, with what it was changed from: not kept yet, refused, or against another tab. */
  const changedFrom = new WeakMap<Item, Item>()
  const inStore = (item: Item): Item => {
    const from = changedFrom.get(item)
    return from ? inStore(from) : item
  }
  /**
   * Keep an item. `known` is what it was changed from. Where another tab changed the same of it, theirs stands, and `keepMine` says
   * where mine is now.
   */
  function putBeside<K extends Shared>(
    list: K,
    item: PersonData[K][number],
    known: PersonData[K][number] | undefined,
    keepMine: (mine: PersonData[K][number]) => Promise<string>,
  ): Promise<boolean> {
    if (!known) return put(list, item)
    const plain = plainCopy(item)
    const items = [{ id: plain.id, from: known, to: plain }]
    return untilWritten(world(), { list, items }, () => putBesideNow(list, plain, known, keepMine))
  }
  async function putBesideNow<K extends Shared>(
    list: K,
    plain: PersonData[K][number],
    known: PersonData[K][number],
    keepMine: (mine: PersonData[K][number]) => Promise<string>,
  ): Promise<boolean> {
    // Without what checks it, it is told so there.
    const checks = checksNow() ?? (await untilChecks().catch(() => null))
    if (!checks?.checkItem(list, plain).ok) return put(list, plain)
    changedFrom.set(plain, known)
    inMemory(list, plain.id, plain)
    let standing: Item = plain
    let isAgainst = false
    const kept = await gate.write(`${list}/${plain.id}`, wordsFor(list, plain), (database) =>
      changeNow(database, list, plain.id, new Date(wallMs()).toISOString(), (stored) => {
        if (stored === undefined) return plain as never
        const both = together<Item>(checks.checkItem, list, stored as Item, plainCopy(inStore(known)), plain)
        isAgainst = both === null
        standing = both ?? (stored as Item)
        return (both ?? undefined) as never
      }),
    )
    if (!kept) return false
    if (!isAgainst) changedFrom.delete(plain)
    if (!dequal(standing, plain)) inMemory(list, plain.id, standing)
    if (isAgainst) notify(`conflict/${plain.id}`, await keepMine(plain))
    else tell(list)
    return true
  }
  const changedToo = (what: string) => `${what} was changed in another tab too. That stands; `
  const otherId = (item: Item) => `${item.id.slice(0, 24)}-${newUuid()}`
  const otherName = (name: string) => nameWith(name, ', as changed here')

  /** Keep a routine; against another tab, mine becomes an earlier state of it. */
  const putRoutine = (routine: Routine) =>
    putBeside('routines', routine, find('routines', routine.id), async (mine) => {
      const at = new Date(wallMs()).toISOString()
      await put('routineVersions', { id: newUuid(), routineId: mine.id, at, routine: mine })
      return `${changedToo(`“${mine.name}”`)}what you changed here is kept among its earlier states.`
    })
  /** Keep a series; against another tab, mine becomes a series beside it that is not begun. */
  const putSeries = (series: Series) =>
    putBeside('series', series, find('series', series.id), async ({ begunAt: _, ...mine }) => {
      const other = { ...mine, id: otherId(mine), name: otherName(mine.name) }
      await put('series', other)
      return `${changedToo(`The series “${mine.name}”`)}what you changed here is kept as “${other.name}”.`
    })
  /** Keep a form of one's own, changed from `known`; against another tab, mine becomes a form beside it. */
  const putForm = (form: Form, known = find('forms', form.id)) =>
    putBeside('forms', form, known, async (mine) => {
      const other = { ...mine, id: otherId(mine), name: otherName(mine.name) }
      await put('forms', other)
      return `${changedToo(`“${mine.name}”`)}what you changed here is kept as “${other.name}”.`
    })
  /** Keep a way; against another tab, theirs stands, and it is said what to look at. */
  const putWay = (way: Way) =>
    putBeside('ways', way, find('ways', way.id), async () =>
      Promise.resolve(`${changedToo('Your way of a form')}choose here again what should be otherwise.`),
    )
  return { putRoutine, putSeries, putForm, putWay }
}
