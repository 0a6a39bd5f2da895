import { daySchema, isTimeZone } from '#core/basics'
import { badRequest, noAnswer } from '~~/server/support/faults'
import { NoAnswerError } from '~~/server/support/threadPool'
import { toolPool } from '~~/server/support/toolPool'

/** The demo scenario as an archive, relative to `date` (YYYY-MM-DD) in `zone` (IANA name, UTC when left out); made beside the server. */
export default defineEventHandler(async (event) => {
  const { date, zone = 'UTC' } = getQuery(event)
  if (typeof date !== 'string' || !daySchema.isValidSync(date)) {
    throw badRequest([{ path: 'date', message: 'date must be a day such as 2026-03-01.' }])
  }
  if (typeof zone !== 'string' || !isTimeZone(zone)) {
    throw badRequest([{ path: 'zone', message: 'zone must be the name of a time zone such as Europe/Lisbon.' }])
  }
  if (toolPool.isBusy()) throw noAnswer(event, 'busy')
  setResponseHeader(event, 'content-type', 'application/json')
  try {
    const question = { name: 'demo', body: JSON.stringify({ date, zone }) }
    return (await toolPool.ask(question, () => event.node.res.destroyed)).body
  } catch (error) {
    throw noAnswer(event, error instanceof NoAnswerError ? error.why : 'tooMuch')
  }
})
