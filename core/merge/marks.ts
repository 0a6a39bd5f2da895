import { crc32, nameWith } from '../basics'
import { ofMark, type ListName, type Mark } from '../formats'
import { changed, newest, standing, type Standing, type Version, type Versions } from './versions'

/**
 * A device, and how often it has given out what it has, or put something in its place: both make the stamp of what is changed until the next time. It must
 * rise with each of them: a state that others have seen, or that stands beside another, never has its stamp used again.
 */
export interface Device {
  id: string
  given: number
}
export const stampOf = ({ id, given }: Device) => `${id}.${given}`

/** A value as a text that is the same for the same value, in whichever order its fields were written. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join()}]`
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null'
  const fields = Object.entries(value).filter(([, each]) => each !== undefined)
  return `{${fields
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([field, each]) => `${JSON.stringify(field)}:${canonical(each)}`)
    .join()}}`
}
export const isSame = (one: unknown, other: unknown) => canonical(one) === canonical(other)

const HEX = 16
const shortDigest = (text: string) => crc32(new TextEncoder().encode(text)).toString(HEX).padStart(8, '0')

/** The stamp of what was kept before changes were noted: two devices that had the same have the same. */
function unmarkedStamp(value: unknown): string {
  const text = canonical(value)
  return `=${shortDigest(text)}${text.length.toString(HEX)}`
}

/** All states of an item, from what is kept: its mark, and the item as it stands (null where it is not there). */
export function versionsOf<T>(mark: Mark | undefined, item: T | null): Versions<T> {
  if (!mark) return item === null ? [] : [{ stamp: unmarkedStamp(item), at: '', after: [], value: item }]
  const own: Version<T> = { stamp: mark.stamp, at: mark.at, after: mark.after, value: mark.gone ? null : item }
  const beside = (mark.beside ?? []).map(({ value, ...each }): Version<T> => ({ ...each, value: (value as T) ?? null }))
  return [own, ...beside]
}

/** What is to be kept of some states: the mark, and the item as it stands. */
export function keptOf<T>(
  id: string,
  versions: Versions<T>,
): { mark: Mark; item: T | null; shown: Standing<T> } | null {
  if (versions.length === 0) return null
  const shown = standing(versions, isSame)
  const own = shown.stands ?? newest(versions)
  const others = versions.filter((each) => each !== own).sort((one, other) => (one.stamp < other.stamp ? -1 : 1))
  const beside = others.map(({ value, stamp, at, after }) => ({
    stamp,
    at,
    after: [...after],
    ...(value !== null && { value }),
  }))
  const mark: Mark = {
    id,
    stamp: own.stamp,
    at: own.at,
    after: [...own.after],
    ...(own.value === null && { gone: true }),
    ...(beside.length > 0 && { beside }),
  }
  return { mark, item: own.value, shown }
}

/** Whether a mark says no more than an item without any does. */
export const saysNothing = ({ at, after, gone, beside, stamp }: Mark) =>
  at === '' && after.length === 0 && !gone && !beside && stamp.startsWith('=')

/** Lists of which both states are shown where two devices changed the same: of all else the newest stands, and the other is kept to be chosen (see unseen). */
export const SHOWN_BESIDE = ['forms', 'routines', 'series', 'trials', 'seasons'] as const satisfies readonly ListName[]
export const isShownBeside = (list: string) => SHOWN_BESIDE.some((each) => each === list)

const LONGEST_ID = 64
/** An item that shows the state beside another: the same on every device. */
const besideId = (id: string, stamp: string) => `${id.slice(0, LONGEST_ID - 10)}__${shortDigest(stamp)}`
/** Whether an id may be of such an item. */
export const mayBeBeside = (id: string) => /__[\da-f]{8}$/.test(id)

/** The states beside an item, as items of their own. */
export function besideItems<T extends { id: string; name?: string }>(id: string, beside: Versions<T>): T[] {
  return beside.map(({ stamp, value }) => ({
    ...value!,
    id: besideId(id, stamp),
    ...(value!.name !== undefined && { name: nameWith(value!.name, ', the other state') }),
  }))
}

/** Of some marks, the one of the item that another shows the state beside of, and which state that is. */
export function parentOf(list: string, id: string, marks: readonly Mark[]): { mark: Mark; stamp: string } | null {
  for (const mark of marks) {
    const { list: ofList, itemId } = ofMark(mark.id)
    if (ofList !== list) continue
    const found = mark.beside?.find(({ stamp }) => besideId(itemId, stamp) === id)
    if (found) return { mark, stamp: found.stamp }
  }
  return null
}

/** A change of an item: its mark before it, the item before and after it (null where it is not there), by whom and when. */
export interface ItemChange {
  list: ListName | 'settings'
  itemId: string
  mark: Mark | undefined
  before: unknown
  after: unknown
  device: Device
  /** ISO 8601 instant in UTC. */
  at: string
}

/** The marks after a change: of the item itself first, then of items that it showed the state of beside itself, and that now stand alone. */
export function marksAfter({ list, itemId, mark, before, after, device, at }: ItemChange): Mark[] {
  const id = `${list}/${itemId}`
  const versions = versionsOf(mark, before ?? null)
  const change = { value: after ?? null, stamp: stampOf(device), at }
  const isRemoved = change.value === null
  const own = keptOf(id, changed(versions, versions[0] ?? null, change, isRemoved))!.mark
  if (!isRemoved || !isShownBeside(list)) return [own]
  const alone = standing(versions, isSame).beside.map(({ stamp }): Mark => ({
    id: `${list}/${besideId(itemId, stamp)}`,
    stamp: change.stamp,
    at,
    after: [],
  }))
  return [own, ...alone]
}

/** The mark of an item once a state beside it has become an item of its own, or was removed: it comes after that state too. */
export function markWithout(mark: Mark, stamp: string, device: Device, at: string): Mark {
  const versions = versionsOf<unknown>(mark, {})
  const own = versions[0]!
  const settled = versions.filter((each) => each === own || each.stamp === stamp)
  const [next] = changed(settled, own, { value: own.value, stamp: stampOf(device), at }, true)
  const beside = mark.beside!.filter((each) => each.stamp !== stamp)
  const { beside: _, ...rest } = mark
  return {
    ...rest,
    stamp: next!.stamp,
    at: next!.at,
    after: [...next!.after],
    ...(beside.length > 0 && { beside }),
  }
}
