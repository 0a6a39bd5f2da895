import { Temporal } from 'temporal-polyfill'

/** An instant as it is kept, from one that is written, or from a local time such as "2026-03-01 18:30" in a zone. Throws a sentence. */
export function readInstant(written: string, timeZone: string): string {
  const plain = written.trim()
  if (!plain) throw new Error('startedAt is missing')
  try {
    const isInstant = /(Z|[+-]\d\d:?\d\d)$/i.test(plain)
    const instant = isInstant
      ? Temporal.Instant.from(plain)
      : Temporal.PlainDateTime.from(plain.replace(' ', 'T')).toZonedDateTime(timeZone).toInstant()
    return new Date(instant.epochMilliseconds).toISOString()
  } catch {
    throw new Error(`“${plain.slice(0, 40)}” is no time such as 2026-03-01 18:30, or ${timeZone} is no time zone`)
  }
}
