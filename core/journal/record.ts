import type { PlannedStep, SessionOutcome } from '../runner'
import { NOT_SAID, type Felt, type SessionRecord } from './types'

/** What a record can hold: a session of a day, and a pause of thirty. A clock that was set wrong may tell of more. */
export const MOST_SESSION_SECONDS = 86_400
export const MOST_PAUSED_SECONDS = 30 * MOST_SESSION_SECONDS
export const MOST_STEPS = 8000
export const MOST_DEVIATIONS = 5000
/** So many sessions that were recorded apart can be one entry. Our choice. */
export const MOST_JOINED = 24

const within = (seconds: number, most = MOST_SESSION_SECONDS) => Math.min(most, Math.max(0, seconds))

/** A step as a record can hold it. */
function heldStep<Step extends PlannedStep>(step: Step): Step {
  const counts = step.counts.map(({ side, count }) => ({ side, count: within(count) }))
  return { ...step, counts, seconds: within(step.seconds) }
}

/** The record of a followed session, still without words, within what a record can hold; `before` is how it felt at the start. */
export function recordOf(
  outcome: SessionOutcome,
  about: Pick<SessionRecord, 'id' | 'routineId' | 'title' | 'timeZone' | 'lesson' | 'companions' | 'health'> & {
    before?: Felt
  },
): SessionRecord {
  const { elsewhereSeconds } = outcome
  const practised = within(outcome.practisedSeconds)
  // The end is derived, so that start, end, practice and pause agree even when a very long pause is cut.
  const paused = within(outcome.pausedSeconds, MOST_PAUSED_SECONDS)
  // What was done elsewhere came just before: the practice began with it, and it moved.
  const elsewhere = elsewhereSeconds > 0 ? { elsewhereSeconds: within(elsewhereSeconds) } : {}
  return {
    id: about.id,
    source: 'followed',
    routineId: about.routineId,
    title: about.title,
    startedAt: new Date(outcome.startedAtMs - elsewhereSeconds * 1000).toISOString(),
    endedAt: new Date(outcome.startedAtMs + (practised + paused) * 1000).toISOString(),
    timeZone: about.timeZone,
    practisedSeconds: within(practised + elsewhereSeconds),
    pausedSeconds: paused,
    plannedSeconds: within(outcome.plannedSeconds),
    movingSeconds: within(outcome.movingSeconds + elsewhereSeconds),
    closingSeconds: within(outcome.closingSeconds),
    ...elsewhere,
    ...(about.lesson ? { lesson: about.lesson } : {}),
    ...(about.companions?.length ? { companions: about.companions } : {}),
    ...(about.health ? { health: about.health } : {}),
    planned: outcome.planned.slice(0, MOST_STEPS).map(heldStep),
    done: outcome.done.slice(0, MOST_STEPS).map(heldStep),
    asides: outcome.deviations.slice(0, MOST_DEVIATIONS).map((deviation) => ({
      ...deviation,
      atSeconds: within(deviation.atSeconds),
      lastsSeconds: within(deviation.lastsSeconds, MOST_PAUSED_SECONDS),
    })),
    before: about.before ?? NOT_SAID,
    after: NOT_SAID,
    sensations: [],
    words: '',
  }
}

/** A practice done elsewhere, such as a class, entered afterwards. */
export function elsewhereRecord(about: {
  id: string
  title: string
  startedAt: string
  timeZone: string
  minutes: number
  words: string
}): SessionRecord {
  const seconds = about.minutes * 60
  return {
    id: about.id,
    source: 'elsewhere',
    routineId: null,
    title: about.title,
    startedAt: about.startedAt,
    endedAt: new Date(Date.parse(about.startedAt) + seconds * 1000).toISOString(),
    timeZone: about.timeZone,
    practisedSeconds: seconds,
    pausedSeconds: 0,
    plannedSeconds: 0,
    movingSeconds: seconds,
    closingSeconds: 0,
    planned: [],
    done: [],
    asides: [],
    before: NOT_SAID,
    after: NOT_SAID,
    sensations: [],
    words: about.words,
  }
}

/** The same session at another time: a clock that was set wrong, or an hour remembered wrongly, put right. `startedAt` is an instant in UTC. */
export function movedTo(record: SessionRecord, startedAt: string): SessionRecord {
  const lastsMs = Math.max(0, Date.parse(record.endedAt) - Date.parse(record.startedAt))
  return { ...record, startedAt, endedAt: new Date(Date.parse(startedAt) + lastsMs).toISOString() }
}
