import { Temporal } from 'temporal-polyfill'
import { elsewhereRecord, movedTo, type SessionRecord } from '#core/journal'

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
  if (!title.trim()) return fault('Say what it was, such as a class.')
  if (!minutes || minutes < 1 || minutes > MOST_MINUTES) return fault(`Minutes must be from 1 to ${MOST_MINUTES}.`)
  const began = startOf(day, time, timeZone, nowMs)
  if (!began.ok) return began
  const { startedAt } = began
  return {
    ok: true,
    record: elsewhereRecord({ id, title: title.trim(), startedAt, timeZone, minutes, words: words.trim() }),
  }
}

/** Day and time of a session by the clock where it was done, as fields have them. */
export function timeFields({ startedAt, timeZone }: Pick<SessionRecord, 'startedAt' | 'timeZone'>) {
  const local = Temporal.Instant.from(startedAt).toZonedDateTimeISO(timeZone)
  return { day: local.toPlainDate().toString(), time: local.toPlainTime().toString({ smallestUnit: 'minute' }) }
}

/** A session at the day and time that its fields have, or what is wrong with them. */
export function readTime(
  record: SessionRecord,
  { day, time }: { day: string; time: string },
  nowMs: number,
): { ok: true; record: SessionRecord } | { ok: false; fault: string } {
  const began = startOf(day, time, record.timeZone, nowMs)
  return began.ok ? { ok: true, record: movedTo(record, began.startedAt) } : began
}

const fault = (words: string) => ({ ok: false as const, fault: words })

function startOf(day: string, time: string, timeZone: string, nowMs: number) {
  const startedMs = momentOf(day, time, timeZone)
  if (startedMs === null) return fault('Day and time must be filled in.')
  if (startedMs > nowMs) return fault('That is still to come.')
  return { ok: true as const, startedAt: new Date(startedMs).toISOString() }
}

function momentOf(day: string, time: string, timeZone: string): number | null {
  try {
    return Temporal.PlainDateTime.from(`${day}T${time}`).toZonedDateTime(timeZone).epochMilliseconds
  } catch {
    return null
  }
}
