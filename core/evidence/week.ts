import { bisectLeft } from 'd3-array'
import { DAY_MS } from '../basics'
import { autocorrelation } from './blocks'
import type { Observation, Outcome } from './observations'
import { better } from './pairs'
import { pairsNeeded } from './power'
import { withoutSlopes } from './slopes'

/** Scores whose sum is far from 0 when the answer is yes; `scale` times their mean is the effect. */
export interface Asked {
  scores: Float64Array
  scale: number
  sessions: number
  /** How alike scores are that follow each other. */
  like: number
  needed: (strictChance: number) => number
}

const WEEK_MS = 7 * DAY_MS

/**
 * From day to day: the first beginning of each day against the hours practised in the seven days before it less those in the seven days after.
 * Who practises the more the worse they feel does so on both sides of a bad day; only what practice does lies on one. The run of time is taken
 * out.
 */
export function weekAsked(sessions: readonly Observation[], outcome: Outcome): Asked {
  const lastMs = sessions.at(-1)!.startedAtMs
  const begun = sessions.filter(
    ({ before, startedAtMs }, index) =>
      before[outcome] !== null && startedAtMs + WEEK_MS <= lastMs && !isSecondOfDay(sessions, index),
  )
  const hours = hoursIn(sessions)
  const values = begun.map(({ before }) => better(outcome, before[outcome]!))
  const time = [begun.map(({ startedAtMs }) => startedAtMs / WEEK_MS)]
  const x = withoutSlopes(
    begun.map(
      ({ startedAtMs, seconds }) =>
        hours(startedAtMs - WEEK_MS, startedAtMs) - hours(startedAtMs, startedAtMs + WEEK_MS) + seconds / 3600,
    ),
    time,
  )
  const y = withoutSlopes(values, time)
  const scores = x.map((each, index) => each * y[index]!)
  const spread = x.reduce((total, each) => total + each * each, 0)
  const like = autocorrelation(scores)
  return {
    scores,
    like,
    // Twice, as a difference of two weeks spreads twice as far as one.
    scale: spread > 0 ? (2 * scores.length) / spread : 0,
    sessions: begun.length,
    needed: (strict) => pairsNeeded(strict, like),
  }
}

/** Whether another session began within half a day before. */
const isSecondOfDay = (sessions: readonly Observation[], index: number) =>
  index > 0 && sessions[index]!.startedAtMs - sessions[index - 1]!.startedAtMs < DAY_MS / 2

/** Hours practised in sessions that began from one instant on and before another. */
function hoursIn(sessions: readonly Observation[]): (fromMs: number, toMs: number) => number {
  const starts = sessions.map(({ startedAtMs }) => startedAtMs)
  const sums = [0]
  for (const { seconds } of sessions) sums.push(sums.at(-1)! + seconds / 3600)
  return (fromMs, toMs) => sums[bisectLeft(starts, toMs)]! - sums[bisectLeft(starts, fromMs)]!
}
