/**
 * Fitting random routines of the shipped forms, at a breath that settles, to 0.4 to 1.8 times their length: how long the longest takes, and how many are proven.
 * `CASES=50 npm run bench -- fitRoutines` for a shorter look.
 */
import { workOf } from '#core/basics'
import { FIT_WORK, fitRoutine } from '#core/compose'
import { USUAL_HOUSE_RULES, allowedCounts } from '#core/forms'
import { emptyRoutine, groupFor, stepFor, type Entry } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE } from '#data'
import { between, chance, oneOf } from './support/seed'

const CASES = Number(process.env.CASES ?? 1000)
const SHORTEST_SECONDS = 120

const whole = (least: number, most: number) => Math.floor(between(least, most + 1))
const step = (id: string) => {
  const form = oneOf(CATALOGUE)
  const marks = { optional: chance() < 0.2, pinned: chance() < 0.1 }
  return { ...stepFor(form, id), ...marks, count: oneOf(allowedCounts(form)) }
}
const entry = (id: string): Entry =>
  chance() < 0.9
    ? step(id)
    : { ...groupFor('rounds', id, 'Rounds', [step(`${id}a`), step(`${id}b`)]), rounds: whole(1, 4) }

const tookMs: number[] = []
let slowest = ''
let met = 0
let proven = 0
for (let turn = 0; turn < CASES; turn += 1) {
  const entries = Array.from({ length: whole(3, 15) }, (_, at) => entry(`${turn}-${at}`))
  const pace = {
    start: { inSeconds: between(2.5, 4), outSeconds: between(3, 5) },
    settled: { inSeconds: between(3, 6), outSeconds: between(4, 8) },
    settleMinutes: whole(0, 9),
  }
  const routine = { ...emptyRoutine('r', 'Random'), entries }
  const input = { routine, forms: CATALOGUE, ways: [], pace, rules: USUAL_HOUSE_RULES }
  const targetSeconds = Math.max(SHORTEST_SECONDS, compileTimeline(input).totalSeconds * between(0.4, 1.8))
  const work = workOf(FIT_WORK)
  const from = performance.now()
  const fit = fitRoutine({ ...input, targetSeconds, toleranceSeconds: null }, work)
  const ms = performance.now() - from
  if (tookMs.every((other) => other < ms)) {
    slowest = `case ${turn}, ${entries.length} entries, ${(((FIT_WORK - work.left()) / FIT_WORK) * 100).toFixed(0)}% of its work`
  }
  tookMs.push(ms)
  if (fit.proven) proven += 1
  if (fit.met) met += 1
}
tookMs.sort((one, other) => one - other)
const at = (share: number) => tookMs[Math.floor((tookMs.length - 1) * share)]!.toFixed(0)
console.log(
  `fitRoutines: ${CASES} random routines, ${met} met their time, ${proven} proven; median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms, ` +
    `longest ${at(1)} ms (aim: under 1000; ${slowest})`,
)
