import { v4 as newUuid } from 'uuid'
import type { ListName } from '#core/formats'
import { wallMs } from '~/shared/sound/clock'
import type { World } from './database'
import { draftsOf, layDraft } from './drafts'
import { forgetForeseen } from './foreseen'

/** One thing that changes: what stood here before, and what is to stand; null where nothing does. The settings are one thing, `settings`. */
export interface ItemChange {
  id: string
  from: unknown
  to: unknown
}
/** What changes at once, all of it or nothing. */
export interface Change {
  list: ListName | 'settings'
  items: ItemChange[]
}

/** What was asked for and does not stand in the store yet, in its order. */
const waiting = new Map<string, { world: World; change: Change; isLaid: boolean }>()
const START = 'unwritten.'
let given = 0

/** What was asked to stand last, and does not in the store yet; undefined where nothing was. */
export function askedFor(world: World, list: Change['list'], id: string): unknown {
  const last = [...waiting.values()]
    .filter((one) => one.world === world && one.change.list === list)
    .flatMap(({ change }) => change.items)
    .findLast((item) => item.id === id)
  return last?.to
}

/** Do what writes a change, which builds on those asked for before. Should the page go before that is done, the change is laid aside (`layUnwritten`). */
export async function untilWritten<T>(world: World, change: Change, work: () => Promise<T>): Promise<T> {
  // In the order in which they are given, and no two tabs the same.
  const of = `${START}${wallMs()}.${String((given += 1)).padStart(6, '0')}.${newUuid().slice(0, 8)}`
  const items = change.items.map(({ id, from, to }) => {
    const asked = askedFor(world, change.list, id)
    return { id, from: asked === undefined ? from : asked, to }
  })
  const one = { world, change: { ...change, items }, isLaid: false }
  waiting.set(of, one)
  try {
    return await work()
  } finally {
    waiting.delete(of)
    if (one.isLaid) layDraft(world, of, null)
  }
}

/** Lay aside at once what is not written yet: the page may be gone before it is, and whoever opens the world next writes it then. */
export function layUnwritten() {
  if (waiting.size > 0) forgetForeseen()
  for (const [of, one] of waiting) {
    one.isLaid = true
    layDraft(one.world, of, JSON.stringify(one.change))
  }
}

/** What pages that went have laid aside, the first first. */
export const unwrittenOf = (world: World): string[] => draftsOf(world, START).sort()
