import type { Form } from '../forms'
import type { PainPlace, SessionRecord } from '../journal'
import { areasSpared, cautionsSpared, SPARED_FROM } from './body'

/** What of a session tells how it went. */
export type FeltSession = Pick<SessionRecord, 'planned' | 'done' | 'before' | 'after' | 'exertion'>

/** On the scales of `EXERTION` and of ease of body: as easy as this. Our choice. */
const EASY_EXERTION = 3
const EASY_EASE = 4
/** As hard as this, or with a body as sore. Our choice. */
const HARD_EXERTION = 7
const SORE_EASE = 2
/** What was left before half of it was done tells nothing of how hard it was. */
const TELLING_SHARE = 0.5

/** What was not done for so many days goes back to so much of it. Our choice. */
export const GAP_DAYS = 14
export const GAP_SHARE = 0.8
/** So many hard sessions in a week make it a hard one. Our choice. */
export const HARD_SESSIONS = 2
/** So much may be missing of a count that is done. */
export const PART_OF_A_COUNT = 0.5

const isSore = ({ after }: FeltSession) => after.ease !== null && after.ease <= SORE_EASE

/** Whether it was said to have been easy, with no sore body. */
export const wasEasy = (session: FeltSession): boolean => {
  const { exertion, after } = session
  const isSaid = exertion !== undefined ? exertion <= EASY_EXERTION : (after.ease ?? 0) >= EASY_EASE
  return isSaid && !isSore(session)
}

const secondsOf = (steps: readonly { seconds: number }[]) => steps.reduce((sum, { seconds }) => sum + seconds, 0)
/** Whether it was said to have been hard, or left the body sore, and was done for the better part. */
export const wasHard = (session: FeltSession): boolean =>
  ((session.exertion ?? 0) >= HARD_EXERTION || isSore(session)) &&
  secondsOf(session.done) >= secondsOf(session.planned) * TELLING_SHARE

/** Places that hurt after a session, newly or more than before, and where a form works or that it strains. */
export function painAfter({ before, after }: FeltSession, form: Form): PainPlace[] {
  const was = new Map(before.pain?.map(({ place, level }) => [place, level]))
  return (after.pain ?? [])
    .filter(({ place, level }) => level >= SPARED_FROM && level > (was.get(place) ?? 0))
    .filter((pain) => {
      const areas = areasSpared([pain])
      const cautions = cautionsSpared([pain])
      return form.areas.some((area) => areas.has(area)) || form.cautions.some((caution) => cautions.has(caution))
    })
    .map(({ place }) => place)
}
