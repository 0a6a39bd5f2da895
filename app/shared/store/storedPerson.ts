import type { ListName, PersonData } from '#core/formats'

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

/** A person as the store holds them; what cannot be read is set apart. `isFullyLoaded` is false while only the latest sessions are there. */
export interface StoredPerson {
  person: PersonData
  unreadable: Unreadable[]
  isFullyLoaded: boolean
}
