import { v4 as newUuid } from 'uuid'
import { dequal } from 'dequal/lite'
import { nameWith, TEXT_LIMITS } from '#core/basics'
import type { Form } from '#core/forms'
import { merged, type PersonData, type Settings } from '#core/formats'
import type { SessionRecord } from '#core/journal'
import type { Routine, Series } from '#core/routine'
import { wallMs } from '~/shared/clock/wallClock'
import type { ItemChange } from './changes'
import type { checksNow } from './checking'
import { plainCopy } from './plainCopy'
import { wordsFor } from './storedPerson'

type Checks = NonNullable<ReturnType<typeof checksNow>>

/** The state to store; and whether another tab changed the same fields otherwise, so that theirs stands. */
interface Resolved {
  value: unknown
  isConflict: boolean
}
const settled = (value: unknown): Resolved => ({ value, isConflict: false })

/**
 * The state of an item after a change, where another tab may have changed it since. Changes of different fields are merged; of the same field theirs
 * stands, except that the notes of a session are both kept.
 */
export function resolveChange({ checkStored }: Checks, { list, from, to }: ItemChange, found: unknown): Resolved {
  if (found === undefined || found === null || from === null) return settled(to)
  const read = checkStored(list, found)
  // The state in memory was read in the same way.
  const stored = read.ok ? plainCopy(read.value) : found
  if ([found, stored].some((state) => dequal(state, from) || dequal(state, to))) return settled(to)
  if (to === null) return { value: stored, isConflict: true }
  const theirsFirst = plainCopy(merged(to, from, stored))
  const mineFirst = plainCopy(merged(stored, from, to))
  const isConflict = !dequal(theirsFirst, mineFirst)
  if (!isConflict) return checkStored(list, mineFirst).ok ? settled(mineFirst) : { value: stored, isConflict: true }
  if (list !== 'sessions' && list !== 'settings') return { value: stored, isConflict: true }
  const both = list === 'sessions' ? withBothNotes(theirsFirst as SessionRecord, to as SessionRecord) : theirsFirst
  return { value: checkStored(list, both).ok ? both : stored, isConflict: true }
}

/** Two tabs wrote notes on one session: the one that was stored comes first. */
function withBothNotes(theirs: SessionRecord, mine: SessionRecord): SessionRecord {
  if (!mine.words || theirs.words.includes(mine.words)) return theirs
  const words = [theirs.words, mine.words].filter(Boolean).join('\n').slice(0, TEXT_LIMITS.textLength)
  return { ...theirs, words }
}

/** What is stored of my state where another tab's stands, and the sentence that tells so. */
interface Kept {
  items: Omit<ItemChange, 'from'>[]
  words: string
}
/** Where my state goes if another tab's stands. A routine's becomes an earlier version; a form and a series become copies. */
export function keepMine({ list, id, to }: ItemChange): Kept {
  const name = list === 'settings' ? 'a setting' : wordsFor(list, (to ?? {}) as object)
  const changedToo = `${capital(name)} was changed in another tab too.`
  if (to === null)
    return { items: [], words: `${changedToo} It was not deleted; delete it again if you still want that.` }
  if (list === 'routines') {
    const routine = to as Routine
    const version = { id: newUuid(), routineId: id, at: new Date(wallMs()).toISOString(), routine }
    return {
      items: [{ list: 'routineVersions', id: version.id, to: version }],
      words: `${changedToo} That version is shown; yours is among its earlier versions.`,
    }
  }
  if (list === 'forms' || list === 'series') {
    const { begunAt: _, ...mine } = to as (Form | Series) & { begunAt?: string }
    const name = nameWith(mine.name, ', as changed here')
    const copy = { ...mine, id: `${mine.id.slice(0, 24)}-${newUuid()}`, name }
    return { items: [{ list, id: copy.id, to: copy }], words: `${changedToo} Yours is saved as “${name}”.` }
  }
  if (list === 'sessions')
    return {
      items: [],
      words: `${changedToo} Both notes are saved; of other fields that both changed, the other tab’s values stand.`,
    }
  return { items: [], words: `${changedToo} Where both changed the same, the other tab’s choice stands.` }
}
const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** A person with some changes made. */
export function withChange(checks: Checks | null, person: PersonData, change: readonly ItemChange[]): PersonData {
  return change.reduce<PersonData>((all, item) => {
    const { list, id, to } = item
    if (list === 'settings')
      return { ...all, settings: (checks ? resolveChange(checks, item, all.settings).value : to) as Settings }
    const others = (all[list] as { id: string }[]).filter((each) => each.id !== id)
    return { ...all, [list]: to === null ? others : [...others, to] }
  }, person)
}
