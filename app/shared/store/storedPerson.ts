import { validate, type Checked } from '#core/basics'
import { checkItem, newPerson, settingsSchema, type ListName, type PersonData, type Settings } from '#core/formats'
import { storedSession, type SessionRecord } from '#core/journal'
import { readPieces, type Database } from './database'

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
  planned: 'what is planned',
  seasons: 'the season',
}

/** An item in words, with its name where it has one. */
export function wordsFor(list: ListName, item: object = {}): string {
  const name = 'name' in item ? item.name : 'title' in item ? item.title : ''
  return typeof name === 'string' && name ? `${ITEM_WORDS[list]} “${name}”` : ITEM_WORDS[list]
}

/** The id of anything; empty where it has none. */
export const idOf = (item: unknown) =>
  typeof item === 'object' && item !== null && 'id' in item && typeof item.id === 'string' ? item.id : ''

/** A person as the store holds them; what cannot be read is set apart. `isWhole` is false while only the latest sessions are there. */
export interface StoredPerson {
  person: PersonData
  unreadable: Unreadable[]
  isWhole: boolean
}

/** Read a person out of a store; with `latestOnly`, of many sessions only the latest. */
export async function readPerson(database: Database, latestOnly = false): Promise<StoredPerson> {
  const person = newPerson()
  const unreadable: Unreadable[] = []
  const isWhole = await readPieces(
    database,
    (list, items) => {
      for (const item of items) {
        const checked = checkStored(list, item)
        if (!checked.ok) {
          const id = list === 'settings' ? list : idOf(item)
          unreadable.push({ list, id, why: checked.faults[0]?.message ?? '', value: item })
        } else if (list === 'settings') person.settings = checked.value as Settings
        else (person[list] as unknown[]).push(checked.value)
      }
    },
    latestOnly,
  )
  // In the order of time, whoever sorts them by it again has little to do.
  person.sessions.sort((one, other) => (one.startedAt < other.startedAt ? -1 : 1))
  return { person, unreadable, isWhole }
}

function checkStored(list: ListName | 'settings', item: unknown): Checked<unknown> {
  if (list === 'settings') return validate(settingsSchema, item, 'settings')
  return list === 'sessions' ? storedSession(item) : checkItem(list, item)
}

/** The sessions of a store that can be read, for whoever needs nothing else. */
export async function storedSessions(database: Database): Promise<SessionRecord[]> {
  const stored: unknown[] = await database.getAll('sessions')
  return stored.flatMap((item) => {
    const checked = storedSession(item)
    return checked.ok ? [checked.value] : []
  })
}
