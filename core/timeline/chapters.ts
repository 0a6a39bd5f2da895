import type { Timeline } from './types'

/** A stretch of a session that one may jump to: a form, or one of its rounds. */
export interface Chapter {
  startSeconds: number
  endSeconds: number
  title: string
}

/**
 * The chapters of a session: one for each performance of a form, from where it is announced. What lies between two pieces belongs to the one
 * that is announced meanwhile. The last one ends with `endSeconds`, when the end has rung out.
 */
export function chaptersOf({ occurrences }: Timeline, endSeconds: number): Chapter[] {
  const starts: { startSeconds: number; title: string }[] = []
  let fromSeconds: number | null = null
  for (const { isBetween, startSeconds, formName, round, rounds } of occurrences) {
    fromSeconds ??= startSeconds
    if (isBetween) continue
    starts.push({
      startSeconds: fromSeconds,
      title: rounds > 1 ? `${formName}, round ${round} of ${rounds}` : formName,
    })
    fromSeconds = null
  }
  return starts.map((each, index) => ({ ...each, endSeconds: starts[index + 1]?.startSeconds ?? endSeconds }))
}
