import { daySchema, isTimeZone } from '#core/basics'
import { toArchive } from '#core/formats'
import { demoPerson } from '#data'
import { badRequest } from '~~/server/support/faults'

/** The demo scenario as an archive, relative to `date` (YYYY-MM-DD) in `zone` (IANA name, UTC when left out). */
export default defineEventHandler((event) => {
  const { date, zone = 'UTC' } = getQuery(event)
  if (typeof date !== 'string' || !daySchema.isValidSync(date)) {
    throw badRequest([{ path: 'date', message: 'date must be a day such as 2026-03-01.' }])
  }
  if (typeof zone !== 'string' || !isTimeZone(zone)) {
    throw badRequest([{ path: 'zone', message: 'zone must be the name of a time zone such as Europe/Lisbon.' }])
  }
  return toArchive(demoPerson(date, zone), `${date}T00:00:00.000Z`)
})
