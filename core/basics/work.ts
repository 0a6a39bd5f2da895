/** Thrown by a search that has done all the work it was given; whoever gave it answers as well as it can without. */
export class WorkDoneError extends Error {
  constructor() {
    super('The work for this search is done.')
    this.name = 'WorkDoneError'
  }
}

/**
 * How much a search may do, counted in steps: about a microsecond each on the machine that they were measured on. Counted and not timed, so
 * that the same question has the same answer on every device, however slow or busy.
 */
export interface Work {
  /** Count what was done; throws `WorkDoneError` once that is more than was given. */
  spend: (steps?: number) => void
  /** Steps that are left. */
  left: () => number
}

/** So many steps; without end where nothing is given. */
export function workOf(steps = Infinity): Work {
  let left = steps
  return {
    spend(count = 1) {
      left -= count
      if (left < 0) throw new WorkDoneError()
    },
    left: () => Math.max(0, left),
  }
}

/** A part of some work, at most a share of what is left of it; what it does is done of the whole, too. */
export function partOfWork(whole: Work, share: number): Work {
  const own = workOf(whole.left() * share)
  return {
    spend(count) {
      own.spend(count)
      whole.spend(count)
    },
    left: own.left,
  }
}

/** Do this; where its work is done before it has an answer, do that instead. */
export function withinWork<T>(work: () => T, instead: () => T): T {
  try {
    return work()
  } catch (error) {
    if (!(error instanceof WorkDoneError)) throw error
    return instead()
  }
}
