import { demoPerson, toArchive } from '#core/formats'
import { daySchema } from '#core/forms'
import { isTimeZone } from '#core/journal'
import { CATALOGUE, DEMO_SCENARIO, SHIPPED_ROUTINES } from '#data'

/** The demo scenario as an archive, relative to `date` (YYYY-MM-DD) in `zone` (IANA name, UTC when left out). */
export default defineEventHandler((event) => {
  const { date, zone = 'UTC' } = getQuery(event)
  if (typeof date !== 'string' || !daySchema.isValidSync(date)) {
    throw badRequest([{ path: 'date', message: 'date must be a day such as 2026-03-01.' }])
  }
  if (typeof zone !== 'string' || !isTimeZone(zone)) {
    throw badRequest([{ path: 'zone', message: 'zone must be the name of a time zone such as Europe/Lisbon.' }])
  }
  const shelf = { forms: CATALOGUE, routines: SHIPPED_ROUTINES }
  return toArchive(demoPerson(DEMO_SCENARIO, shelf, date, zone), `${date}T00:00:00.000Z`)
})
