import type { SessionOutcome } from '../runner'
import { NOT_SAID, type Felt, type SessionRecord } from './types'

/** The record of a followed session, still without words; `before` is how it felt at the start. */
export function recordOf(
  outcome: SessionOutcome,
  about: { id: string; routineId: string | null; title: string; timeZone: string; before?: Felt },
): SessionRecord {
  return {
    id: about.id,
    source: 'followed',
    routineId: about.routineId,
    title: about.title,
    startedAt: new Date(outcome.startedAtMs).toISOString(),
    endedAt: new Date(outcome.endedAtMs).toISOString(),
    timeZone: about.timeZone,
    practisedSeconds: outcome.practisedSeconds,
    pausedSeconds: outcome.pausedSeconds,
    plannedSeconds: outcome.plannedSeconds,
    movingSeconds: outcome.movingSeconds,
    closingSeconds: outcome.closingSeconds,
    planned: outcome.planned,
    done: outcome.done,
    asides: outcome.deviations,
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
