import { check, compileRequestSchema, type CompileRequest } from '#core/formats'
import { compileTimeline, totalsOf } from '#core/timeline'

/** Compile a routine: body `{ routine, forms, ways, pace, rules }`, answer `{ timeline, totals }`. */
export default defineEventHandler(async (event) => {
  const checked = check<CompileRequest>(compileRequestSchema, await readLimitedJson(event), 'body')
  if (!checked.ok) throw badRequest(checked.faults)
  return compiling(() => {
    const timeline = compileTimeline(checked.value)
    return { timeline, totals: totalsOf(timeline) }
  })
})
