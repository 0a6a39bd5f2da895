/** Thrown by a search that has used up its time; whoever gave it the time answers as well as it can without. */
export class TimeUpError extends Error {
  constructor() {
    super('The time for this search is up.')
    this.name = 'TimeUpError'
  }
}

/** Called now and then by what may take long; throws `TimeUpError` once its time is up. */
export type CheckTime = () => void
export const NO_HURRY: CheckTime = () => undefined

/** A clock (milliseconds, from any beginning) and the time there is, from now on. */
export interface TimeGiven {
  nowMs: () => number
  withinMs: number
}

/** Checks for the parts of something that has so much time: each may go on until a share of the whole has passed. */
export function timeChecks(given: TimeGiven | null): (share: number) => CheckTime {
  if (!given) return () => NO_HURRY
  const { nowMs, withinMs } = given
  const begunMs = nowMs()
  return (share) => () => {
    if (nowMs() - begunMs > withinMs * share) throw new TimeUpError()
  }
}

/** So much of its time spent without a result, and what refused may only have been hurried. Our choice. */
const HURRIED = 0.5
/** The second time has so many times the first. Our choice. */
const MORE = 6

/**
 * What is refused for want of time on a busy machine is looked for once more, with more of it; what is refused at once is not. `make` is told
 * how many milliseconds it has. Null where it is refused all the same.
 */
export function patiently<T>(make: (withinMs: number) => T | null, { nowMs, withinMs }: TimeGiven): T | null {
  const begunMs = nowMs()
  const made = make(withinMs)
  return made ?? (nowMs() - begunMs < withinMs * HURRIED ? null : make(withinMs * MORE))
}
