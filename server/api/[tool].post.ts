import { toolNamed } from '#core/tools'
import { readLimitedJson } from '~~/server/support/body'
import { badRequest } from '~~/server/support/faults'

/** Any of the tools by its name: takes and answers JSON, as `docs/formats.md` says of each. */
export default defineEventHandler(async (event) => {
  const tool = toolNamed(getRouterParam(event, 'tool') ?? '')
  if (!tool) throw createError({ statusCode: 404, statusMessage: 'No such tool' })
  const answer = tool.answer(await readLimitedJson(event))
  if (!answer.ok) throw badRequest(answer.faults)
  return answer.value
})
