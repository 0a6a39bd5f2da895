import { validate, type Checked } from '#core/basics'
import { checkItem, newPerson, settingsSchema, type ListName, type PersonData, type Settings } from '#core/formats'
import { storedSession, type SessionRecord } from '#core/journal'
import { readPieces, type Database } from './database'
import { idOf, type StoredPerson, type Unreadable } from './storedPerson'

/** Settings, whole, if they are right. */
const checkSettings = (value: unknown): Checked<Settings> => validate(settingsSchema, value, 'settings')

/** Read a person out of a store; with `latestOnly`, of many sessions only the latest. */
export async function readPerson(database: Database, latestOnly = false): Promise<StoredPerson> {
  const person: PersonData = newPerson()
  const unreadable: Unreadable[] = []
  const isFullyLoaded = await readPieces(
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
  return { person, unreadable, isFullyLoaded }
}

function checkStored(list: ListName | 'settings', item: unknown): Checked<unknown> {
  if (list === 'settings') return checkSettings(item)
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

/** What the page's store asks for, in one piece. */
export const checks = { checkItem, checkSettings, checkStored, readPerson }
