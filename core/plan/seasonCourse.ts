import type { Form, StageEntry } from '../forms'
import { addDays, dayOf, daysBetween, type SessionRecord } from '../journal'
import { isDoneEnough } from './series'
import type { Season, SeasonAdd, SeasonDay, SeasonSession } from './seasonTypes'

/** A week of a season with what is laid in it. */
export interface CourseWeek {
  at: number
  monday: string
  days: SeasonDay[]
  isPaused: boolean
}

/** What a season's course is read from. */
export interface CourseRequest {
  season: Season
  stages: readonly StageEntry[]
  forms: ReadonlyMap<string, Form>
  /** Whether a form can be done in some version with what is declared. */
  isPossible: (formId: string) => boolean
  /** Of the season's weeks and the year before, with the practice day of each, in the order of time. */
  known: readonly { session: SessionRecord; day: string }[]
  weeks: readonly CourseWeek[]
}

/**
 * How one kind of goal goes on. `State` is how far it is; `Aim` is what a week is to bring, which is decided when the week begins, from what was
 * done until then.
 */
export interface Course<State, Aim> {
  /** How far it was before a day, read off what was done. */
  before(day: string): State
  /** How far it is on a day, with what was done on it; what is told only by whole weeks, as it stood when the week began. */
  onDay(day: string): State
  aim(state: State, weeks: readonly CourseWeek[]): Aim
  /** After a day of practice that goes well. */
  practise(state: State, day: SeasonDay, aim: Aim): State
  /** After a week of which at least something was done. */
  endWeek(state: State): State
  /** What a week brings that goes as it is to. */
  adds(before: State, after: State, aim: Aim): SeasonAdd[]
  /** What came between two days, where that can be told by the day. */
  came(before: State, after: State): SeasonAdd[]
  /** How much a week asks that begins so, in counts or minutes; null where it is not one amount. */
  asks(state: State): number | null
  /** Days on which it was practised as the season has it. */
  doneDays: ReadonlySet<string>
  /** 0 to 1. */
  reach(state: State): number
  /** Forms that are not at the goal. */
  missing(state: State): string[]
  session(state: State, day: SeasonDay, aim: Aim): SeasonSession
}

/** Days on which the season's own session was done. */
export const sessionDays = ({ season, known }: Pick<CourseRequest, 'season' | 'known'>): ReadonlySet<string> =>
  new Set(
    known
      .filter(({ session, day }) => session.routineId === season.id && isDoneEnough(session) && day >= season.startDay)
      .map(({ day }) => day),
  )

/** Where no minutes are laid. Our choice. */
export const SEASON_MINUTES = 15
/** A year before a season is looked at for what is known. */
export const KNOWN_BEFORE_DAYS = 365

/** The sessions of a season's weeks and the year before, with their practice days, in the order of time. */
export function knownFor(season: Season, sessions: readonly SessionRecord[], dayEndsAtHour: number) {
  const from = addDays(season.startDay, -KNOWN_BEFORE_DAYS)
  const until = addDays(season.startDay, season.weeks * 7)
  return sessions
    .filter(({ startedAt }) => startedAt >= addDays(from, -1) && startedAt <= addDays(until, 2))
    .map((session) => ({ session, day: dayOf(session, dayEndsAtHour) }))
    .filter(({ day }) => day >= from && day < until)
    .sort((one, other) => (one.session.startedAt < other.session.startedAt ? -1 : 1))
}

/** The week of a season in which a day lies. */
export const weekAt = (season: Season, day: string): number => Math.floor(daysBetween(season.startDay, day) / 7)
