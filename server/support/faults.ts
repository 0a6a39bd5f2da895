import type { H3Event } from 'h3'
import type { Fault } from '#core/basics'
import type { NoAnswerError } from './threadPool'

/** A 400 (or another) that names each field at fault in a sentence. */
export function badRequest(faults: Fault[], statusCode = 400) {
  return createError({
    statusCode,
    statusMessage: 'Not as documented',
    message: faults[0]?.message,
    data: { faults },
  })
}

export const noSuchRoute = () => createError({ statusCode: 404, statusMessage: 'No such route' })

const RETRY_AFTER_SECONDS = 2
const NO_ANSWER = {
  busy: { statusCode: 429, statusMessage: 'Too many wait', message: 'Too many questions wait. Ask again in a moment.' },
  tooMuch: {
    statusCode: 503,
    statusMessage: 'Too much',
    message: 'This took longer than may be, or more memory. Ask for less.',
  },
  closing: { statusCode: 503, statusMessage: 'Going down', message: 'The server is going down.' },
}

/** What is answered where there is no answer; whoever was too many is told when to come again. */
export function noAnswer(event: H3Event, why: NoAnswerError['why']) {
  if (why === 'busy') setResponseHeader(event, 'retry-after', RETRY_AFTER_SECONDS)
  return createError(NO_ANSWER[why])
}
