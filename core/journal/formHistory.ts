import { COUNT_UNITS, isStillCounting } from '../forms'
import { dayOf } from './practiceDay'
import type { SessionRecord } from './types'

/** What the journal knows of one form. */
export interface FormHistory {
  /** Practice days on which it was done, earliest first, each once. */
  days: string[]
  /** Sessions in which it was done, a form done twice in one counting once. */
  sessions: number
  /** The longest it was held on one side in one session; null for forms that are not held. */
  bestHoldSeconds: number | null
  /** How its weights went: each with the day from which on it was done with it, earliest first. */
  weights: { day: string; weightKg: number }[]
  /** What was written after sessions with it, latest first. */
  notes: { day: string; words: string }[]
}

/** Gather what the journal knows of a form. Steps that were skipped do not count. */
export function formHistory(
  sessions: readonly Pick<SessionRecord, 'startedAt' | 'timeZone' | 'done' | 'words'>[],
  formId: string,
  dayEndsAtHour: number,
): FormHistory {
  const history: FormHistory = { days: [], sessions: 0, bestHoldSeconds: null, weights: [], notes: [] }
  const inOrder = [...sessions].sort((one, other) => one.startedAt.localeCompare(other.startedAt))
  for (const session of inOrder) {
    const steps = session.done.filter((step) => step.formId === formId && step.outcome !== 'skipped')
    if (steps.length === 0) continue
    const day = dayOf(session, dayEndsAtHour)
    history.sessions += 1
    if (history.days.at(-1) !== day) history.days.push(day)
    if (session.words) history.notes.unshift({ day, words: session.words })
    for (const step of steps) {
      const { weightKg } = step
      if (weightKg !== undefined && weightKg !== history.weights.at(-1)?.weightKg)
        history.weights.push({ day, weightKg })
      if (COUNT_UNITS[step.counting] !== 'seconds') continue
      const longest = Math.max(...step.counts.map(({ count }) => count))
      history.bestHoldSeconds = Math.max(history.bestHoldSeconds ?? 0, longest)
    }
  }
  return history
}

/** The longest stillness in one form of one session, settling left out; null where there was none. */
export function longestStillSeconds(sessions: readonly Pick<SessionRecord, 'done'>[]): number | null {
  let longest: number | null = null
  for (const { done } of sessions)
    for (const { part, counting, seconds } of done)
      if (part !== 'settle' && isStillCounting(counting, part)) longest = Math.max(longest ?? 0, seconds)
  return longest
}
