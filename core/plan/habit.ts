import type { SessionRecord } from '../journal'

/** Habits are read from this many weeks back. Our choice. */
export const HABIT_WEEKS = 6
/** The minutes of a session where nothing was said and nothing was practised yet. Our choice. */
export const USUAL_MINUTES = 12

/** The whole minutes of the session in the middle of some, by length; null without any. */
export function middleMinutes(sessions: readonly Pick<SessionRecord, 'practisedSeconds'>[]): number | null {
  const seconds = sessions.map(({ practisedSeconds }) => practisedSeconds).sort((one, other) => one - other)
  const middle = seconds[Math.floor(seconds.length / 2)]
  return middle === undefined ? null : Math.round(middle / 60)
}
