/** Thrown by a search that has used up its work. The caller then answers with the best it has. */
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
  /** Count steps; throws `WorkDoneError` when none are left. */
  spend: (steps?: number) => void
  /** Steps that are left. */
  left: () => number
}

/** Work of so many steps; unlimited by default. */
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

/** A share of the work that is left. Its steps count against the whole, too. */
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

/** Run `work`; if its steps are used up first, run `instead`. */
export function withinWork<T>(work: () => T, instead: () => T): T {
  try {
    return work()
  } catch (error) {
    if (!(error instanceof WorkDoneError)) throw error
    return instead()
  }
}
