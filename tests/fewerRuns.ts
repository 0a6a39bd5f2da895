import * as real from '../node_modules/fast-check/lib/fast-check.js'

export * from '../node_modules/fast-check/lib/fast-check.js'

/**
 * fast-check with at most this many cases for each property, whatever the test asks for. `npm test` and the mutation runs use it;
 * `npm run test:all` tries all cases.
 */
const MOST_RUNS = Number(process.env.PROPERTY_RUNS ?? 25)
/** A mutation run only has to know that a test failed: nobody looks for the smallest example. */
const isMutation = process.env.ROOM !== undefined

export const assert = ((property: Parameters<typeof real.assert>[0], parameters?: { numRuns?: number }) =>
  real.assert(property, {
    ...parameters,
    numRuns: Math.min(parameters?.numRuns ?? MOST_RUNS, MOST_RUNS),
    endOnFailure: isMutation,
  })) as typeof real.assert

const all: typeof real.default = { ...real.default, assert }
export default all
