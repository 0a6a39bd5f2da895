/**
 * Fitting 25 steps with 12 allowed counts each to 60 minutes, against HiGHS (an integer-programming solver) on the same problems, in one run;
 * and ordering 12 entries. `CASES=50 npm run bench -- fit` for a shorter look.
 */
import { suggestOrder, solveFit, stepFor } from '#core/routine'
import { CATALOGUE } from '#data'
import { fixedProblem, randomSteps, wholeMiss } from '../tests/fitProblems'
import { loadHighs, solveWithHighs } from '../tests/highsFit'
import { oneOf, SEED } from './support/seed'

const CASES = Number(process.env.CASES ?? 1000)
const TARGET_SECONDS = 3600

const highs = await loadHighs()
const mineMs: number[] = []
const theirMs: number[] = []
let equal = 0
let proven = 0
let within = 0
const unequal: number[] = []
for (let seed = 1; seed <= CASES; seed += 1) {
  const steps = randomSteps((SEED - 1) * CASES * 104_729 + seed * 104_729, { items: 25, counts: 12 })
  const shortest = Math.min(...steps.map(({ seconds }) => seconds[1]! - seconds[0]!))
  const window = { low: TARGET_SECONDS - shortest / 2, high: TARGET_SECONDS + shortest / 2, closingShare: 0.3 }
  const problem = fixedProblem(steps, window)
  const from = performance.now()
  const mine = solveFit(problem)
  const between = performance.now()
  const theirs = solveWithHighs(highs, steps, window)
  mineMs.push(between - from)
  theirMs.push(performance.now() - between)
  const same =
    mine !== null &&
    theirs !== null &&
    mine.closingKept === theirs.closingKept &&
    wholeMiss(mine, problem) === theirs.miss &&
    mine.dropped === theirs.dropped &&
    mine.cost === theirs.cost
  if (same) equal += 1
  else unequal.push(seed)
  if (mine?.proven) proven += 1
  if (mine?.missSeconds === 0) within += 1
}
const at = (times: number[], share: number) =>
  [...times].sort((one, other) => one - other)[Math.min(times.length - 1, Math.floor(times.length * share))]!
console.log(
  `fit: ${CASES} cases of 25 steps × 12 counts to 60 min, ${within} of them within reach: ${equal} equal to the solver, ${proven} proven; ` +
    `median ${at(mineMs, 0.5).toFixed(1)} ms (aim: under 20), 95th percentile ${at(mineMs, 0.95).toFixed(0)} ms, longest ${at(mineMs, 1).toFixed(0)} ms; ` +
    `the solver's median ${at(theirMs, 0.5).toFixed(0)} ms: ${(at(theirMs, 0.5) / at(mineMs, 0.5)).toFixed(1)} times as long (aim: 10)` +
    (unequal.length > 0 ? `; not equal: seeds ${unequal.join(', ')}` : ''),
)

const ORDERS = 50
const work = CATALOGUE.filter(({ part }) => part === 'work')
const orderMs = Array.from({ length: ORDERS }, (_, turn) => {
  const entries = Array.from({ length: 12 }, (_unused, index) => {
    const form = oneOf(work)
    return stepFor(form, `${turn}-${index}`)
  })
  const from = performance.now()
  suggestOrder({ id: 'r', name: 'r', purpose: '', entries, silenced: [] }, CATALOGUE)
  return performance.now() - from
})
console.log(`order: 12 entries in one part, exact: median ${at(orderMs, 0.5).toFixed(1)} ms (aim: under 50)`)
