import { fitRoutine } from '#core/compose'
import { check, fitRequestSchema, type FitBody } from '#core/formats'

/** Fit a routine to a time: the body of `/api/timeline` with `targetSeconds` and `toleranceSeconds`, answer the fit. */
export default defineEventHandler(async (event) => {
  const checked = check<FitBody>(fitRequestSchema, await readLimitedJson(event), 'body')
  if (!checked.ok) throw badRequest(checked.faults)
  return compiling(() => fitRoutine(checked.value))
})
