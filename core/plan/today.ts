import { dayOf, daysBetween, weekday, type SessionRecord } from '../journal'
import type { Routine } from '../routine'

/** Why a routine stands where it does; the screen puts it into words. */
export type ReadyReason =
  { kind: 'habit'; weekday: number; times: number } | { kind: 'recent'; daysAgo: number } | { kind: 'new' }

export interface ReadyRoutine {
  routine: Routine
  reason: ReadyReason
}

/** Habits are read from this many weeks back. */
const HABIT_WEEKS = 6
/** Once on a weekday is chance, twice is taken for a habit. Our choice. */
const HABIT_TIMES = 2

/**
 * All routines in the order in which they are likely to be wanted today: what was followed most often on this weekday of
 * late, then what was followed last, then what was never followed, in the given order.
 */
export function readyToday(
  routines: readonly Routine[],
  sessions: readonly Pick<SessionRecord, 'routineId' | 'startedAt' | 'timeZone'>[],
  today: string,
  dayEndsAtHour: number,
): ReadyRoutine[] {
  const daysOf = new Map<string, string[]>()
  for (const session of sessions) {
    if (!session.routineId) continue
    const days = daysOf.get(session.routineId) ?? []
    days.push(dayOf(session, dayEndsAtHour))
    daysOf.set(session.routineId, days)
  }
  const ranked = routines.map((routine) => {
    const ago = (daysOf.get(routine.id) ?? []).map((day) => daysBetween(day, today)).filter((days) => days >= 0)
    const times = ago.filter((days) => days > 0 && days <= 7 * HABIT_WEEKS && days % 7 === 0).length
    const lastDaysAgo = ago.length > 0 ? Math.min(...ago) : null
    const habit = times >= HABIT_TIMES && lastDaysAgo !== 0
    const reason: ReadyReason = habit
      ? { kind: 'habit', weekday: weekday(today), times }
      : lastDaysAgo === null
        ? { kind: 'new' }
        : { kind: 'recent', daysAgo: lastDaysAgo }
    return { routine, reason, times: habit ? times : 0, lastDaysAgo: lastDaysAgo ?? Infinity }
  })
  return ranked
    .sort((one, other) => other.times - one.times || compareDays(one.lastDaysAgo, other.lastDaysAgo))
    .map(({ routine, reason }) => ({ routine, reason }))
}

const compareDays = (one: number, other: number) => (one === other ? 0 : one < other ? -1 : 1)
