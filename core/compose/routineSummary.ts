import { ARC_PARTS, AREAS, isStillCounting, type Area, type ArcPart } from '../forms'
import { compileTimeline, totalsOf, type CompileInput } from '../timeline'

/** What two routines are compared by; every figure is the Timeline's. */
export interface RoutineSummary {
  totalSeconds: number
  byPart: Record<ArcPart, number>
  /** Seconds of forms that work on an area; a form that works on several counts for each. */
  byArea: Partial<Record<Area, number>>
  closingShare: number | null
  /** Seconds of holds and timed stillness. */
  stillSeconds: number
}

/** Throws as compiling does. */
export function routineSummary(input: CompileInput): RoutineSummary {
  const timeline = compileTimeline(input)
  const totals = totalsOf(timeline)
  const byArea: Partial<Record<Area, number>> = {}
  let stillSeconds = 0
  for (const occurrence of timeline.occurrences) {
    const form = input.forms.find(({ id }) => id === occurrence.formId)
    for (const area of AREAS) {
      if (form?.areas.includes(area)) byArea[area] = (byArea[area] ?? 0) + occurrence.bodySeconds
    }
    if (isStillCounting(occurrence.counting, occurrence.part)) stillSeconds += occurrence.bodySeconds
  }
  return {
    totalSeconds: totals.totalSeconds,
    byPart: Object.fromEntries(ARC_PARTS.map((part) => [part, totals.byPart[part]])) as Record<ArcPart, number>,
    byArea,
    closingShare: totals.closingShare,
    stillSeconds,
  }
}
