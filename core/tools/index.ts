/** Tools: all that a script can ask, one table from which the server's routes and the command line are made. */
import type { InferType, Schema } from 'yup'
import { validate, workOf, type Checked } from '../basics'
import { checkRoutine, fitRoutine, propose } from '../compose'
import { compileTimeline, TooLongError, totalsOf, UnknownFormError } from '../timeline'
import { checkRequestSchema, compileRequestSchema, fitRequestSchema, proposeRequestSchema } from './requests'
export { MOST_SAID_LETTERS, sayRequestSchema } from './requests'

/** One thing that can be asked: the schema of what it takes, and the function that answers it. */
interface Tool {
  name: string
  schema: Schema
  answer: (input: unknown) => Checked<unknown>
}

const tool = <Request extends Schema>(
  name: string,
  schema: Request,
  answer: (request: InferType<Request>) => unknown,
): Tool => ({
  name,
  schema,
  answer(input) {
    const checked = validate(schema, input, 'body')
    return checked.ok ? compiling(() => answer(checked.value)) : checked
  },
})

/** A routine that cannot be compiled is the caller's fault, and the step is named. */
function compiling<T>(work: () => T): Checked<T> {
  try {
    return { ok: true, value: work() }
  } catch (error) {
    if (!(error instanceof UnknownFormError || error instanceof TooLongError)) throw error
    return { ok: false, faults: [{ path: `routine step ${error.stepId}`, message: error.message }] }
  }
}

/** The work of a search on the server: about half a second. Our choice. */
const SEARCH_WORK = 2_000_000

export const TOOLS: readonly Tool[] = [
  tool('timeline', compileRequestSchema, (request) => {
    const timeline = compileTimeline(request)
    return { timeline, totals: totalsOf(timeline) }
  }),
  tool('fit', fitRequestSchema, (request) => fitRoutine(request, workOf(SEARCH_WORK))),
  tool('check', checkRequestSchema, ({ conditions, stages, longestStillSeconds, ...input }) => {
    const known = new Map(stages.map(({ formId, stage }) => [formId, stage]))
    const stageOf = (formId: string) => known.get(formId) ?? null
    return { findings: checkRoutine(input, { conditions, stageOf, longestStillSeconds }) }
  }),
  tool('propose', proposeRequestSchema, ({ stages, days, ...request }) => {
    const stageOf = new Map(stages.map(({ formId, stage }) => [formId, stage]))
    const daysSince = new Map(days.map(({ formId, days }) => [formId, days]))
    let steps = 0
    return propose({
      ...request,
      allowed: () => true,
      stageOf: (formId) => stageOf.get(formId) ?? null,
      daysSince: (formId) => daysSince.get(formId) ?? null,
      newId: () => `step-${(steps += 1)}`,
      work: workOf(SEARCH_WORK),
    })
  }),
]

/** The tool of a name; undefined when there is none. */
export const toolNamed = (name: string): Tool | undefined => TOOLS.find((each) => each.name === name)
