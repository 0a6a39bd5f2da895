import { ARC_PARTS, CLOSING_PARTS, type ArcPart, type Side } from '../forms'
import { closingShareOf } from '../routine'
import type { Timeline } from './types'

/** How long one step takes in all, its announcements, rests and rounds included. */
export interface StepTotal {
  stepId: string
  formName: string
  part: ArcPart
  seconds: number
  /** Repetitions, breaths, beats or seconds by side, over all rounds. */
  counts: { side: Side; count: number }[]
  /** Both sides got the same. */
  sidesEven: boolean
}

/** The figures of a session; every screen takes them from here. */
export interface Totals {
  totalSeconds: number
  byPart: Record<ArcPart, number>
  bySteps: StepTotal[]
  /** Time before the closing. */
  movingSeconds: number
  /** Gathering and settling. */
  closingSeconds: number
  /** Closing against moving time: 3 minutes after 10 are 0.3. Null when nothing moves. */
  closingShare: number | null
}

/** Add up a Timeline by part and by step. */
export function totalsOf(timeline: Timeline): Totals {
  const byPart = Object.fromEntries(ARC_PARTS.map((part) => [part, 0])) as Record<ArcPart, number>
  const steps = new Map<string, StepTotal>()
  for (const occurrence of timeline.occurrences) {
    byPart[occurrence.part] += occurrence.lengthSeconds
    const step = steps.get(occurrence.stepId) ?? {
      stepId: occurrence.stepId,
      formName: occurrence.formName,
      part: occurrence.part,
      seconds: 0,
      counts: occurrence.counts.map(({ side }) => ({ side, count: 0 })),
      sidesEven: true,
    }
    step.seconds += occurrence.lengthSeconds
    step.counts = step.counts.map((sum, index) => ({ ...sum, count: sum.count + occurrence.counts[index]!.count }))
    step.sidesEven = step.counts.every(({ count }) => count === step.counts[0]!.count)
    steps.set(occurrence.stepId, step)
  }
  const closingSeconds = CLOSING_PARTS.reduce((sum, part) => sum + byPart[part], 0)
  const movingSeconds = timeline.totalSeconds - closingSeconds
  return {
    totalSeconds: timeline.totalSeconds,
    byPart,
    bySteps: [...steps.values()],
    movingSeconds,
    closingSeconds,
    closingShare: closingShareOf({ movingSeconds, closingSeconds }),
  }
}
