import { TooLongError, UnknownFormError } from '#core/timeline'

/** Do what compiles a routine; a routine that cannot be compiled is the caller's fault, and the step is named. */
export function compiling<T>(work: () => T): T {
  try {
    return work()
  } catch (error) {
    if (error instanceof UnknownFormError || error instanceof TooLongError) {
      throw badRequest([{ path: `routine step ${error.stepId}`, message: error.message }])
    }
    throw error
  }
}
