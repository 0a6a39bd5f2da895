import * as real from '../../node_modules/fast-check/lib/fast-check.js'

export * from '../../node_modules/fast-check/lib/fast-check.js'

/** So many runs of each property, whatever it asks for: for every fault that is put in, they run again. */
const MOST_RUNS = 12

export const assert = ((property: Parameters<typeof real.assert>[0], parameters?: { numRuns?: number }) =>
  real.assert(property, {
    ...parameters,
    numRuns: Math.min(parameters?.numRuns ?? MOST_RUNS, MOST_RUNS),
    // That it failed is enough: nobody looks for the smallest example.
    endOnFailure: true,
  })) as typeof real.assert

const all: typeof real.default = { ...real.default, assert }
export default all
