/** "I have N minutes left", from the command to the new Timeline: at many moments of the shipped routines and of a long one, settling pace included. */
import type { Pace } from '#core/breath'
import { closeNow, refitRemainder } from '#core/compose'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { emptyRoutine, stepFor, stepsOf, type Routine } from '#core/routine'
import { readyRunner, reduce, tick, type NewRemainder, type RunnerState } from '#core/runner'
import { momentAt, totalsOf } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES, SPARE_CLOSING } from '#data'
import { between } from './support/seed'

const PACES: Pace[] = [
  { start: { inSeconds: 4, outSeconds: 6 }, settled: { inSeconds: 4, outSeconds: 6 }, settleMinutes: 0 },
  {
    start: { inSeconds: between(2.5, 3.5), outSeconds: between(3, 5) },
    settled: { inSeconds: between(4, 6), outSeconds: between(6, 8) },
    settleMinutes: 8,
  },
]
const long: Routine = {
  ...emptyRoutine('long', 'Long'),
  entries: CATALOGUE.filter(({ id, moves }) => id !== 'short-form-24' && moves.length < 4)
    .slice(0, 25)
    .map((form) => stepFor(form, form.id)),
}
/** Each is asked so many times: on a shared machine one asking may be held up by what others do. */
const TIMES = 3
const ms: number[] = []
const best: number[] = []
let met = 0
let asked = 0
let closingKept = 0
for (const routine of [...SHIPPED_ROUTINES, long]) {
  for (const pace of PACES) {
    const used = new Set([...stepsOf(routine).map(({ formId }) => formId), ...SPARE_CLOSING])
    const forms = CATALOGUE.filter(({ id }) => used.has(id))
    const closing = forms
      .filter(({ id }) => SPARE_CLOSING.includes(id))
      .map((form) => ({ ...stepFor(form, `closing-${form.id}`), restBreaths: 0 }))
    const plan = { routine, forms, ways: [], pace, rules: USUAL_HOUSE_RULES, closing }
    const start = reduce(readyRunner(plan), 'start', 0)
    const total = start.timeline.totalSeconds
    for (const at of [0.2, 0.4, 0.6].map((share) => share * between(0.9, 1.1))) {
      const state: RunnerState = tick(start, at * total * 1000)
      for (const share of [0.4, 0.7, 1.2]) {
        const seconds = (1 - at) * total * share
        const timed = Array.from({ length: TIMES }, () => {
          const from = performance.now()
          const remainder: NewRemainder | null = refitRemainder(state, seconds)
          const after = remainder ? reduce(state, remainder, state.clockMs) : state
          return { after, took: performance.now() - from }
        })
        const { after } = timed[0]!
        ms.push(timed[0]!.took)
        best.push(Math.min(...timed.map(({ took }) => took)))
        const left = momentAt(after.timeline, after.positionSeconds)!.secondsLeft
        asked += 1
        if (Math.abs(left - seconds) < 8) met += 1
        if ((totalsOf(after.timeline).closingShare ?? 0) >= 0.3 - 1e-9) closingKept += 1
      }
      closeNow(state)
    }
  }
}
ms.sort((one, other) => one - other)
const at = (share: number) => ms[Math.floor((ms.length - 1) * share)]!.toFixed(1)
console.log(
  `refit: ${asked} times "minutes left", from the command to the new Timeline: median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms, longest ${at(1)} ms (aim 50), longest ` +
    `when each is asked ${TIMES} times and the quickest counts ${Math.max(...best).toFixed(1)} ms; ` +
    `within half a breath ${met}, closing kept ${closingKept}`,
)
