type Checks = (typeof import('./checks'))['checks']

let there: Checks | null = null
let asked: Promise<Checks> | null = null

/** What data is checked by, if it has been fetched. */
export const checksNow = (): Checks | null => there

/** What data is checked by. The first screen does not need it: it is fetched once that stands, or when something is to be kept or read before. */
export function untilChecks(): Promise<Checks> {
  asked ??= fetched()
  // Whoever asks next tries again.
  asked.catch(() => (asked = null))
  return asked
}
async function fetched(): Promise<Checks> {
  const { checks } = await import('./checks')
  there = checks
  return checks
}
