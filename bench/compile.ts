/** Compile of a 60-minute routine, against JSON copying its result as the yardstick, in one run. */
import { compileTimeline } from '#core/timeline'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import type { Routine } from '#core/routine'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { between } from './support/seed'

const WANTED_SECONDS = 3600
const RUNS = 200
/** A breath that settles, drawn by the seed. */
const PACE = {
  ...steadyPace(between(4, 6), between(5, 8)),
  start: { inSeconds: between(2, 4), outSeconds: between(3, 5) },
  settleMinutes: 8,
}

const longest = SHIPPED_ROUTINES.at(-1)!
const rounds = (count: number): Routine => ({
  ...longest,
  entries: Array.from({ length: count }, (_, round) =>
    longest.entries.map((entry) =>
      entry.kind === 'step'
        ? { ...entry, id: `${entry.id}-${round}` }
        : {
            ...entry,
            id: `${entry.id}-${round}`,
            steps: entry.steps.map((step) => ({ ...step, id: `${step.id}-${round}` })),
          },
    ),
  ).flat(),
})
const input = (routine: Routine) => ({
  routine,
  forms: CATALOGUE,
  ways: [],
  pace: PACE,
  rules: USUAL_HOUSE_RULES,
})

let count = 1
while (compileTimeline(input(rounds(count))).totalSeconds < WANTED_SECONDS) count += 1
const given = input(rounds(count))
const timeline = compileTimeline(given)

function medianMs(work: () => unknown): { median: number; p95: number } {
  const times = Array.from({ length: RUNS }, () => {
    const from = performance.now()
    work()
    return performance.now() - from
  }).sort((one, other) => one - other)
  return { median: times[Math.floor(RUNS / 2)]!, p95: times[Math.floor(RUNS * 0.95)]! }
}

const copy = medianMs(() => JSON.parse(JSON.stringify(timeline)))
const compile = medianMs(() => compileTimeline(given))
console.log(
  `compile: ${(timeline.totalSeconds / 60).toFixed(1)} min, ${timeline.segments.length} segments: median ${compile.median.toFixed(2)} ms, ` +
    `95th percentile ${compile.p95.toFixed(2)} ms (aim: under 5 ms); ${(compile.median / copy.median).toFixed(2)} times a JSON copy of the result (${copy.median.toFixed(2)} ms)`,
)
