import { Temporal } from 'temporal-polyfill'
import { elsewhereRecord, type SessionRecord } from '#core/journal'

/** What is written down of a practice that was done elsewhere, as its fields have it. */
export interface ElsewhereEntry {
  title: string
  /** YYYY-MM-DD and HH:MM, by the clock where I am. */
  day: string
  time: string
  minutes: number | null
  words: string
}

/** An entry in which nothing is written yet. */
export const blankEntry = (today: string): ElsewhereEntry => ({
  title: '',
  day: today,
  time: '18:00',
  minutes: 60,
  words: '',
})

const MOST_MINUTES = 1440

/** The record of an entry, or the sentence that says what is missing. `nowMs` is milliseconds since 1970. */
export function readEntry(
  { title, day, time, minutes, words }: ElsewhereEntry,
  { id, timeZone, nowMs }: { id: string; timeZone: string; nowMs: number },
): { ok: true; record: SessionRecord } | { ok: false; fault: string } {
  const fault = (words: string) => ({ ok: false as const, fault: words })
  if (!title.trim()) return fault('Say what it was, such as a class.')
  if (!minutes || minutes < 1 || minutes > MOST_MINUTES) return fault(`Minutes must be from 1 to ${MOST_MINUTES}.`)
  const startedMs = momentOf(day, time, timeZone)
  if (startedMs === null) return fault('Day and time must be filled in.')
  if (startedMs > nowMs) return fault('That is still to come.')
  const startedAt = new Date(startedMs).toISOString()
  return {
    ok: true,
    record: elsewhereRecord({ id, title: title.trim(), startedAt, timeZone, minutes, words: words.trim() }),
  }
}

function momentOf(day: string, time: string, timeZone: string): number | null {
  try {
    return Temporal.PlainDateTime.from(`${day}T${time}`).toZonedDateTime(timeZone).epochMilliseconds
  } catch {
    return null
  }
}
