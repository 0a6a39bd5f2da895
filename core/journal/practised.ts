import type { DoneStep } from '../runner'
import type { SessionRecord } from './types'

/** The shortest session that counts as practice, and the shortest time for a form that was left early. Our choice. */
const LEAST_PRACTISED_SECONDS = 60

/** Whether a session counts: for its day, the streak and the totals. */
export const isPractised = ({ practisedSeconds }: Pick<SessionRecord, 'practisedSeconds'>): boolean =>
  practisedSeconds >= LEAST_PRACTISED_SECONDS

/** Whether a form counts as practised in a session: done to its end, or for a minute. */
export const isPractisedStep = ({ outcome, seconds }: Pick<DoneStep, 'outcome' | 'seconds'>): boolean =>
  outcome === 'done' || (outcome === 'cutShort' && seconds >= LEAST_PRACTISED_SECONDS)
