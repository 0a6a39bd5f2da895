import type { Fault } from '#core/basics'

/** A 400 that names each field at fault in a sentence. */
export function badRequest(faults: Fault[]) {
  return createError({
    statusCode: 400,
    statusMessage: 'Not as documented',
    message: faults[0]?.message,
    data: { faults },
  })
}
