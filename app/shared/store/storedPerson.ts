import { type Fault, validate } from '#core/basics'
import { checkItem, newPerson, PERSON_LISTS, settingsSchema, type ListName, type PersonData } from '#core/formats'
import { storedSession, type SessionRecord } from '#core/journal'
import type { Database } from './database'

/** A stored thing that could not be read: it stays in the store untouched until it is mended or removed. */
export interface Unreadable {
  list: ListName | 'settings'
  id: string
  why: string
  value: unknown
}

/** What a list's item is called in a message. */
const ITEM_WORDS: Record<ListName, string> = {
  forms: 'the form',
  ways: 'how I do a form',
  routines: 'the routine',
  routineVersions: 'an earlier state of a routine',
  sessions: 'the session',
  breathMeasures: 'the measured breath',
  stages: 'the stage of learning',
  recordings: 'the recording',
  series: 'the series',
  trials: 'the trial',
}

/** An item in words, with its name where it has one. */
export function wordsFor(list: ListName, item: object = {}): string {
  const name = 'name' in item ? item.name : 'title' in item ? item.title : ''
  return typeof name === 'string' && name ? `${ITEM_WORDS[list]} “${name}”` : ITEM_WORDS[list]
}

/** The id of anything; empty where it has none. */
export const idOf = (item: unknown) =>
  typeof item === 'object' && item !== null && 'id' in item && typeof item.id === 'string' ? item.id : ''

/** The person of what a store holds; what cannot be read is set apart. */
export function personOf(stored: { settings: unknown; lists: unknown[][] }): {
  person: PersonData
  unreadable: Unreadable[]
} {
  const person = newPerson()
  const unreadable: Unreadable[] = []
  const setApart = (list: Unreadable['list'], value: unknown, faults: readonly Fault[]) =>
    unreadable.push({ list, id: list === 'settings' ? list : idOf(value), why: faults[0]?.message ?? '', value })
  if (stored.settings !== undefined) {
    const checked = validate(settingsSchema, stored.settings, 'settings')
    if (checked.ok) person.settings = checked.value
    else setApart('settings', stored.settings, checked.faults)
  }
  PERSON_LISTS.forEach((list, index) => {
    const items = stored.lists[index]!.flatMap((item) => {
      const checked = list === 'sessions' ? storedSession(item) : checkItem(list, item)
      if (checked.ok) return [checked.value]
      setApart(list, item, checked.faults)
      return []
    })
    Object.assign(person, { [list]: items })
  })
  return { person, unreadable }
}

/** The sessions of a store that can be read, for whoever needs nothing else. */
export async function storedSessions(database: Database): Promise<SessionRecord[]> {
  const stored: unknown[] = await database.getAll('sessions')
  return stored.flatMap((item) => {
    const checked = storedSession(item)
    return checked.ok ? [checked.value] : []
  })
}
