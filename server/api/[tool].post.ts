import { toolNamed } from '#core/tools'
import { readLimitedText } from '~~/server/support/body'
import { badRequest, noAnswer, noSuchRoute } from '~~/server/support/faults'
import { NoAnswerError } from '~~/server/support/threadPool'
import { toolPool } from '~~/server/support/toolPool'

/** Any of the tools by its name: takes and answers JSON, as `docs/formats.md` says of each; worked out beside the server. */
export default defineEventHandler(async (event) => {
  const name = getRouterParam(event, 'tool') ?? ''
  if (!toolNamed(name)) throw noSuchRoute()
  if (toolPool.isBusy()) throw noAnswer(event, 'busy')
  const body = await readLimitedText(event)
  let answer
  try {
    answer = await toolPool.ask({ name, body }, () => event.node.res.destroyed)
  } catch (error) {
    throw noAnswer(event, error instanceof NoAnswerError ? error.why : 'tooMuch')
  }
  if (answer.statusCode !== 200) throw badRequest(JSON.parse(answer.body), answer.statusCode)
  setResponseHeader(event, 'content-type', 'application/json')
  return answer.body
})
