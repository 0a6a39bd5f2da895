import { isPractised } from './practised'
import { dayOf } from './practiceDay'
import type { SessionRecord } from './types'

/** What steadiness needs to know of a session. */
export type SessionTime = Pick<SessionRecord, 'startedAt' | 'timeZone' | 'practisedSeconds'>

/** A day on which there was practice. */
export interface PracticeDay {
  seconds: number
  sessions: number
  /** Of its last session. */
  timeZone: string
}

/** What was last found of some sessions: a journal of years is looked at in several ways at once, and its list is never changed in place. */
const knownDays = new WeakMap<
  readonly SessionTime[],
  { dayEndsAtHour: number; days: ReadonlyMap<string, PracticeDay> }
>()

/** All days on which there was practice (see `isPractised`), by their practice day. */
export function practiceDays(
  sessions: readonly SessionTime[],
  dayEndsAtHour: number,
): ReadonlyMap<string, PracticeDay> {
  const there = knownDays.get(sessions)
  if (there?.dayEndsAtHour === dayEndsAtHour) return there.days
  const before = latestDays?.dayEndsAtHour === dayEndsAtHour ? latestDays : null
  const days = (before && daysChanged(before, sessions)) ?? daysOf(sessions, dayEndsAtHour)
  knownDays.set(sessions, { dayEndsAtHour, days })
  latestDays = { sessions, dayEndsAtHour, days }
  return days
}
/** The last list that was looked at: the next one is mostly the same but for a session or two. */
let latestDays: {
  sessions: readonly SessionTime[]
  dayEndsAtHour: number
  days: ReadonlyMap<string, PracticeDay>
} | null = null
/** Where more than this was changed, all days are found anew. */
const MOST_CHANGED = 50

/** The days of a list that is another one with some sessions in place of others; null where it is too different. */
function daysChanged(
  { sessions: before, dayEndsAtHour, days }: NonNullable<typeof latestDays>,
  now: readonly SessionTime[],
): Map<string, PracticeDay> | null {
  const shorter = Math.min(before.length, now.length)
  let same = 0
  while (same < shorter && before[same] === now[same]) same += 1
  let after = 0
  while (after < shorter - same && before.at(-1 - after) === now.at(-1 - after)) after += 1
  const changed = [...before.slice(same, before.length - after), ...now.slice(same, now.length - after)]
  if (changed.length > MOST_CHANGED) return null
  const touched = new Set(changed.map((session) => dayOf(session, dayEndsAtHour)))
  const next = new Map(days)
  for (const day of touched) next.delete(day)
  const anew = daysOf(
    now.filter((session) => touched.has(dayOf(session, dayEndsAtHour))),
    dayEndsAtHour,
  )
  for (const [day, practised] of anew) next.set(day, practised)
  return next
}
function daysOf(sessions: readonly SessionTime[], dayEndsAtHour: number): Map<string, PracticeDay> {
  const days = new Map<string, PracticeDay>()
  const inOrder = sessions.filter(isPractised).sort((one, other) => (one.startedAt < other.startedAt ? -1 : 1))
  for (const session of inOrder) {
    const { timeZone, practisedSeconds } = session
    const day = dayOf(session, dayEndsAtHour)
    const known = days.get(day)
    const seconds = (known?.seconds ?? 0) + practisedSeconds
    days.set(day, { seconds, sessions: (known?.sessions ?? 0) + 1, timeZone })
  }
  return days
}
