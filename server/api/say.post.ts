import { validate } from '#core/basics'
import { sayRequestSchema } from '#core/tools'
import { readLimitedText } from '~~/server/support/body'
import { badRequest, noAnswer } from '~~/server/support/faults'
import { sayPool } from '~~/server/support/sayPool'
import { NoAnswerError } from '~~/server/support/threadPool'

/** Some words as a voice says them: a WAV file. Nothing of them is kept. */
export default defineEventHandler(async (event) => {
  if (sayPool.isBusy()) throw noAnswer(event, 'busy')
  let body: unknown
  try {
    body = JSON.parse(await readLimitedText(event))
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error
    throw badRequest([{ path: 'body', message: 'The body is not JSON.' }])
  }
  const checked = validate(sayRequestSchema, body, 'body')
  if (!checked.ok) throw badRequest(checked.faults)
  let answer
  try {
    answer = await sayPool.ask({ text: checked.value.text }, () => event.node.res.destroyed)
  } catch (error) {
    throw noAnswer(event, error instanceof NoAnswerError ? error.why : 'tooMuch')
  }
  if (!answer.wav) {
    throw badRequest([{ path: 'text', message: 'text has nothing that this voice can say.' }], 422)
  }
  setResponseHeader(event, 'content-type', 'audio/wav')
  setResponseHeader(event, 'cache-control', 'no-store')
  return Buffer.from(answer.wav)
})
