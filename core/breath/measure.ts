import { median } from '../basics'
import type { BreathEstimate } from './estimate'
import type { BreathSeconds, Pace } from './pace'

export const MEASURE_WAYS = ['taps', 'belt'] as const
export const POSTURES = ['sitting', 'standing', 'moving'] as const

/** A measuring of my breath, as it is kept. */
export interface BreathMeasure extends BreathEstimate {
  id: string
  /** ISO 8601 instant in UTC. */
  at: string
  how: (typeof MEASURE_WAYS)[number]
  posture: (typeof POSTURES)[number]
}

/** Kept to a hundredth of a second: a thumb is not finer. */
export function measureToKeep(
  estimate: BreathEstimate,
  about: Pick<BreathMeasure, 'id' | 'at' | 'how' | 'posture'>,
): BreathMeasure {
  const round = (seconds: number) => Math.round(seconds * 100) / 100
  return {
    ...about,
    ...estimate,
    inSeconds: round(estimate.inSeconds),
    outSeconds: round(estimate.outSeconds),
    inSpreadSeconds: round(estimate.inSpreadSeconds),
    outSpreadSeconds: round(estimate.outSpreadSeconds),
  }
}

/**
 * The pace of a session from a measure before it and one after it: the breath settles from the one to the other, in as many
 * minutes as lay between them, but no more than `MOST_SETTLE_MINUTES`.
 */
export function settlingPace(before: BreathMeasure, after: BreathMeasure): Pace | null {
  const minutes = (Date.parse(after.at) - Date.parse(before.at)) / 60_000
  if (!(minutes > 0) || minutes > MOST_BETWEEN_MINUTES) return null
  const breath = ({ inSeconds, outSeconds }: BreathMeasure): BreathSeconds => ({ inSeconds, outSeconds })
  return {
    start: breath(before),
    settled: breath(after),
    settleMinutes: Math.round(Math.min(minutes, MOST_SETTLE_MINUTES)),
  }
}
const MOST_SETTLE_MINUTES = 20
/** Two measures further apart do not belong to one session. */
const MOST_BETWEEN_MINUTES = 120

/** The median breath of each month (YYYY-MM, by UTC), earliest first. */
export function breathByMonth(
  measures: readonly BreathMeasure[],
): { month: string; breath: BreathSeconds; measures: number }[] {
  const months = new Map<string, BreathMeasure[]>()
  for (const measure of measures) {
    const month = measure.at.slice(0, 7)
    months.set(month, [...(months.get(month) ?? []), measure])
  }
  return [...months.entries()]
    .sort(([one], [other]) => one.localeCompare(other))
    .map(([month, list]) => ({
      month,
      breath: {
        inSeconds: median(list.map(({ inSeconds }) => inSeconds)),
        outSeconds: median(list.map(({ outSeconds }) => outSeconds)),
      },
      measures: list.length,
    }))
}
