import { validate } from '../basics'
import {
  FIRST_SETTINGS,
  ofMark,
  PERSON_LISTS,
  settingsSchema,
  type ListName,
  type Mark,
  type PersonData,
  type Settings,
} from '../formats'
import type { Condition } from '../forms'
import { besideItems, isSame, isShownBeside, keptOf, mayBeBeside, parentOf, saysNothing, versionsOf } from './marks'
import { joined, standing, type Versions } from './versions'

/** Everything of a person on one device, with what is noted of its changes. */
export interface MarkedPerson {
  person: PersonData
  /** None where nothing was noted yet. */
  marks?: readonly Mark[]
}

/** Settings that belong to a device and its place: how far its screen is away, its keys, its look. They stay as they are. */
export const DEVICE_SETTINGS = ['viewing', 'remote', 'theme'] as const satisfies readonly (keyof Settings)[]
const isOfDevice = (field: string) => DEVICE_SETTINGS.some((each) => each === field)

/** What a setting is called among marks; a condition is one thing each, so that one that is declared anywhere is not lost. */
const CONDITION = 'condition:'

/** Settings as single things: a field each, and each condition that is declared. What was never set is not there. */
export function settingItems(settings: Settings): Map<string, unknown> {
  const items = new Map<string, unknown>()
  for (const [field, value] of Object.entries(settings)) {
    if (isOfDevice(field) || field === 'conditions') continue
    if (!isSame(value, FIRST_SETTINGS[field as keyof Settings])) items.set(field, value)
  }
  for (const condition of settings.conditions) items.set(`${CONDITION}${condition}`, true)
  return items
}

/** The settings again, from single things; those of the device as they are there. */
function settingsOf(items: ReadonlyMap<string, unknown>, here: Settings): Settings {
  const own = Object.fromEntries(DEVICE_SETTINGS.map((field) => [field, here[field]]))
  const fields = [...items].filter(([id]) => !id.startsWith(CONDITION))
  const conditions = [...items.keys()].filter((id) => id.startsWith(CONDITION)).map((id) => id.slice(CONDITION.length))
  return {
    ...structuredClone(FIRST_SETTINGS),
    ...(Object.fromEntries(fields) as Partial<Settings>),
    ...own,
    conditions: conditions.sort() as Condition[],
  }
}

/** All states of all things, by their mark's id. Items that only show a state beside another are no things of their own. */
type States = Map<string, Versions<unknown>>
/** The items by the same ids. */
type Items = ReadonlyMap<string, unknown>

function itemsOf({ person, marks = [] }: MarkedPerson): Map<string, unknown> {
  const marked = new Set(marks.map(({ id }) => id))
  const withBeside = marks.filter(({ beside }) => beside !== undefined)
  const items = new Map<string, unknown>()
  for (const list of PERSON_LISTS) {
    for (const item of person[list]) {
      const id = `${list}/${item.id}`
      const isShown = !marked.has(id) && mayBeBeside(item.id) && parentOf(list, item.id, withBeside) !== null
      if (!isShown) items.set(id, item)
    }
  }
  for (const [field, value] of settingItems(person.settings)) items.set(`settings/${field}`, value)
  return items
}

/** The states of all that is not plain: of what both have alike, or one alone, and neither has noted anything, there is nothing to work out. */
function statesOf(items: Items, marks: readonly Mark[], isPlain: (id: string) => boolean): States {
  const byId = new Map(marks.map((mark) => [mark.id, mark]))
  const states: States = new Map()
  for (const [id, item] of items) if (!isPlain(id)) states.set(id, versionsOf(byId.get(id), item))
  for (const mark of marks) if (!states.has(mark.id)) states.set(mark.id, versionsOf<unknown>(mark, null))
  return states
}

/** Whether a thing is the same on both devices, or on one alone, with nothing noted of it. (Most of years of practice: it is asked of each but once.) */
function plainOf(mine: MarkedPerson, theirs: MarkedPerson, here: Items, there: Items): (id: string) => boolean {
  const marked = new Set([...(mine.marks ?? []), ...(theirs.marks ?? [])].map(({ id }) => id))
  const known = new Map<string, boolean>()
  return (id) => {
    const before = known.get(id)
    if (before !== undefined) return before
    const alone = !here.has(id) || !there.has(id)
    const plain = !marked.has(id) && (alone || JSON.stringify(here.get(id)) === JSON.stringify(there.get(id)))
    known.set(id, plain)
    return plain
  }
}

/** What becomes of one thing when two devices' states of it come together, as seen from here. */
export interface MergeItem {
  /** "routines/mine-1" */
  id: string
  list: ListName | 'settings'
  /**
   * `comes`: it is new here; `newer`: theirs takes the place of mine; `removed`: it was removed there; `both`: both changed, and the other stands beside it or
   * is kept; `back`: it was removed here, but changed there.
   */
  is: 'comes' | 'newer' | 'removed' | 'both' | 'back'
  /** As it stands here, and as it would stand; null where it does not. */
  mine: unknown
  becomes: unknown
}

/** A person once two devices' states are together, and what that changes here. */
export interface Merged extends MarkedPerson {
  marks: readonly Mark[]
  items: MergeItem[]
  /** So many things stand here as they stood, though they are otherwise there or not there. */
  staying: number
}

/**
 * Take what another device has together with what is here. In whichever order devices do so, and however often, all come to the same, but for settings
 * that are a device's own and for what is in `leave` (by id), which stays here as it is.
 */
export function mergePersons(mine: MarkedPerson, theirs: MarkedPerson, leave: ReadonlySet<string> = new Set()): Merged {
  const itemsHere = itemsOf(mine)
  const itemsThere = itemsOf(theirs)
  const isPlain = plainOf(mine, theirs, itemsHere, itemsThere)
  const here = statesOf(itemsHere, mine.marks ?? [], isPlain)
  const there = statesOf(itemsThere, theirs.marks ?? [], isPlain)
  const together: States = new Map(here)
  for (const [id, versions] of there) {
    if (!leave.has(id)) together.set(id, joined(here.get(id) ?? [], versions))
  }
  const plain = new Map<string, unknown>()
  const items: MergeItem[] = []
  let staying = 0
  for (const [id, item] of itemsHere) {
    if (!isPlain(id)) continue
    plain.set(id, item)
    if (!itemsThere.has(id)) staying += 1
  }
  for (const [id, item] of itemsThere) {
    if (!isPlain(id) || itemsHere.has(id)) continue
    items.push({ id, list: ofMark(id).list, is: 'comes', mine: null, becomes: item })
    if (!leave.has(id)) plain.set(id, item)
  }
  for (const [id, versions] of there) {
    const item = whatBecomes(id, here.get(id) ?? [], joined(here.get(id) ?? [], versions))
    if (item) items.push(item)
    else if (!isSame(valueOf(here.get(id) ?? []), valueOf(versions))) staying += 1
  }
  for (const id of here.keys()) if (!there.has(id) && valueOf(here.get(id)!) !== null) staying += 1
  const all = personOf(together, plain, mine.person)
  const settings = [...there.keys()].filter((id) => ofMark(id).list === 'settings' && !leave.has(id))
  // Settings that each are right may not be right together: then all of them stay as they are here.
  if (settings.length > 0 && !validate(settingsSchema, all.person.settings, 'settings').ok)
    return mergePersons(mine, theirs, new Set([...leave, ...settings]))
  return { ...all, items: items.sort(inOrder), staying }
}
const inOrder = (one: MergeItem, other: MergeItem) => (one.id < other.id ? -1 : 1)
const valueOf = (versions: Versions<unknown>) => standing(versions, isSame).stands?.value ?? null

function whatBecomes(id: string, before: Versions<unknown>, after: Versions<unknown>): MergeItem | null {
  const was = standing(before, isSame)
  const will = standing(after, isSame)
  const mine = was.stands?.value ?? null
  const becomes = will.stands?.value ?? null
  const { list } = ofMark(id)
  const of = (is: MergeItem['is']): MergeItem => ({ id, list, is, mine, becomes })
  const isBesideMore = will.beside.some(({ stamp }) => !before.some((each) => each.stamp === stamp))
  const mineIsBeside = will.beside.some(({ stamp }) => stamp === was.stands?.stamp)
  if (mine !== null && becomes !== null && (isBesideMore || mineIsBeside)) return of('both')
  if (isSame(mine, becomes)) return null
  if (becomes === null) return of('removed')
  if (mine === null) return of(before.length > 0 ? 'back' : 'comes')
  return of('newer')
}

/** Everything as it is to be kept: items, those that show a state beside another, and the marks that say more than the item. */
function personOf(states: States, plain: Items, here: PersonData): { person: PersonData; marks: Mark[] } {
  const lists = Object.fromEntries(PERSON_LISTS.map((list) => [list, [] as unknown[]])) as Record<ListName, unknown[]>
  const settings = new Map<string, unknown>()
  const marks: Mark[] = []
  const put = (id: string, item: unknown) => {
    const { list, itemId } = ofMark(id)
    if (list === 'settings') settings.set(itemId, item)
    else lists[list].push(item)
  }
  for (const [id, item] of plain) put(id, item)
  for (const [id, versions] of [...states].sort(([one], [other]) => (one < other ? -1 : 1))) {
    const kept = keptOf(id, versions)
    if (!kept) continue
    if (!saysNothing(kept.mark)) marks.push(kept.mark)
    if (kept.item === null) continue
    put(id, kept.item)
    const { list, itemId } = ofMark(id)
    if (list !== 'settings' && isShownBeside(list))
      lists[list].push(...besideItems(itemId, kept.shown.beside as Versions<{ id: string }>))
  }
  const person = { ...here, ...(lists as unknown as PersonData), settings: settingsOf(settings, here.settings) }
  return { person, marks }
}
