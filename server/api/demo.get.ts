import { daySchema, isTimeZone } from '#core/basics'
import { badRequest, noAnswer } from '~~/server/support/faults'
import { NoAnswerError } from '~~/server/support/threadPool'
import { demoPool } from '~~/server/support/toolPool'

/** The last demos that were made: most who come today want the same one. */
const made = new Map<string, string>()
const MOST_KEPT = 2
/** A year of practice before the first is still in times that every clock knows. Our choice. */
const FIRST_DAY = '1980-01-01'
const LAST_DAY = '2200-12-31'

/** The demo scenario as an archive, relative to `date` (YYYY-MM-DD) in `zone` (IANA name, UTC when left out); made beside the server. */
export default defineEventHandler(async (event) => {
  const { date, zone = 'UTC' } = getQuery(event)
  const body = JSON.stringify({ date, zone })
  const known = made.get(body)
  // Before what was asked for is looked at: whether there is such a zone costs more than turning away.
  if (known === undefined && demoPool.isBusy()) throw noAnswer(event, 'busy')
  if (typeof date !== 'string' || !daySchema.isValidSync(date) || date < FIRST_DAY || date > LAST_DAY) {
    throw badRequest([
      { path: 'date', message: `date must be a day from ${FIRST_DAY} to ${LAST_DAY}, such as 2026-03-01.` },
    ])
  }
  if (typeof zone !== 'string' || !isTimeZone(zone)) {
    throw badRequest([{ path: 'zone', message: 'zone must be the name of a time zone such as Europe/Lisbon.' }])
  }
  setResponseHeader(event, 'content-type', 'application/json')
  if (known !== undefined) return known
  try {
    const answer = await demoPool.ask({ name: 'demo', body }, () => event.node.res.destroyed)
    made.set(body, answer.body)
    for (const old of [...made.keys()].slice(0, -MOST_KEPT)) made.delete(old)
    return answer.body
  } catch (error) {
    throw noAnswer(event, error instanceof NoAnswerError ? error.why : 'tooMuch')
  }
})
