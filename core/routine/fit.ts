/**
 * Fitting to a time: which count each step takes, so that the whole meets a length. Exact, by depth-first branch and bound; it
 * knows nothing of forms or breath, only what each choice costs and how long it takes, which the caller asks the Timeline.
 *
 * The objective, in this order:
 * 1. the closing share is kept, wherever any choice keeps it;
 * 2. the miss: by how much the length lies outside the window, counted in tolerances (`missUnitSeconds`) and rounded up;
 * 3. the fewest optional steps dropped;
 * 4. the least sum of costs (how far from the usual counts);
 * 5. among equals, the first that the search meets, which is always the same one.
 */
import { withinWork } from '../basics'
import type { FitAnswer, FitProblem } from './fitProblem'
import { FitSearch } from './fitSearch'

/**
 * Solve a fit. Null when there is nothing to choose from, or when the work was done before anything was found. The same answer for the same
 * problem and work.
 */
export function solveFit<State>(problem: FitProblem<State>): FitAnswer | null {
  if (problem.items.some((options) => options.length === 0)) return null
  const search = new FitSearch(problem)
  const { lowSeconds, highSeconds } = problem
  return withinWork(
    () => {
      for (const closing of [true, false]) {
        const within = search.cheapest(lowSeconds, highSeconds, closing)
        if (within) return within
        const miss = search.leastMiss(closing)
        if (miss !== null) return search.cheapest(lowSeconds - miss, highSeconds + miss, closing)
      }
      return null
    },
    () => search.bestSoFar(),
  )
}

/** Whether the window can be met with the closing kept, at any cost. Throws `WorkDoneError` when the work is used up. */
export function canMeet<State>(problem: FitProblem<State>): boolean {
  if (problem.items.some((options) => options.length === 0)) return false
  return new FitSearch(problem).meets()
}
