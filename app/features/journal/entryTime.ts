import { Temporal } from 'temporal-polyfill'
import { movedTo, type SessionRecord } from '#core/journal'

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
