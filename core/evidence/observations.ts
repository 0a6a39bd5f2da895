import { wallHour } from '../basics'
import { FEELING_SCALES, type Felt, type SessionRecord } from '../journal'

/** What is asked about: the scales, and the worst pain that was said. */
export const OUTCOMES = [...FEELING_SCALES, 'pain'] as const
export type Outcome = (typeof OUTCOMES)[number]
export const TIMES_OF_DAY = ['morning', 'day', 'evening'] as const
export type TimeOfDay = (typeof TIMES_OF_DAY)[number]
export const LENGTHS = ['short', 'middling', 'long'] as const
export type LengthOfSession = (typeof LENGTHS)[number]
/** Before noon is morning, from five in the afternoon on it is evening, and so is the night before four. Our choice. */
const MORNING_FROM_HOUR = 4
const DAY_FROM_HOUR = 12
const EVENING_FROM_HOUR = 17
/** Below ten minutes is short, above twenty is long. Our choice. */
export const SHORT_BELOW_SECONDS = 600
export const LONG_ABOVE_SECONDS = 1200

/** What of a session can answer. */
export interface Observation {
  startedAtMs: number
  seconds: number
  time: TimeOfDay
  length: LengthOfSession
  routineId: string | null
  /** Each once. */
  formIds: readonly string[]
  before: Record<Outcome, number | null>
  after: Record<Outcome, number | null>
}

type Observed = Pick<
  SessionRecord,
  'startedAt' | 'timeZone' | 'practisedSeconds' | 'routineId' | 'done' | 'before' | 'after'
>

/** The worst pain of what was said of pain; none said at all is null, all places at nothing is 0. */
const worst = ({ pain }: Felt): number | null =>
  pain && pain.length > 0 ? Math.max(...pain.map(({ level }) => level)) : null
const outcomesOf = (felt: Felt): Record<Outcome, number | null> => ({
  energy: felt.energy,
  calm: felt.calm,
  ease: felt.ease,
  pain: worst(felt),
})

/** The sessions as what they can answer, earliest first; hours are those of the clock where it was. */
export function observationsOf(sessions: readonly Observed[]): Observation[] {
  return sessions
    .map((session): Observation => {
      const hour = wallHour(session.startedAt, session.timeZone)
      const { practisedSeconds: seconds } = session
      const done = session.done.filter(({ outcome }) => outcome !== 'skipped')
      return {
        startedAtMs: Date.parse(session.startedAt),
        seconds,
        time:
          hour >= EVENING_FROM_HOUR || hour < MORNING_FROM_HOUR ? 'evening' : hour < DAY_FROM_HOUR ? 'morning' : 'day',
        length: seconds < SHORT_BELOW_SECONDS ? 'short' : seconds > LONG_ABOVE_SECONDS ? 'long' : 'middling',
        routineId: session.routineId,
        formIds: [...new Set(done.map(({ formId }) => formId))],
        before: outcomesOf(session.before),
        after: outcomesOf(session.after),
      }
    })
    .sort((one, other) => one.startedAtMs - other.startedAtMs)
}
