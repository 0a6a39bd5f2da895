import { memoByObject } from '../basics'
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

/** All days on which there was practice (see `isPractised`), by their practice day. */
export const practiceDays = memoByObject(
  (sessions: readonly SessionTime[], dayEndsAtHour: number): ReadonlyMap<string, PracticeDay> => {
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
  },
)
