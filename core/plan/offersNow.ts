import { workOf } from '../basics'
import { activeSteps, type Routine } from '../routine'
import { MOST_OFFERED, offersFitted } from './judge'
import { atRiskIds, MAKE_ALONE_WORK, generateSession, type MakeRequest } from './generateSession'
import { isFirm } from './todayReasons'
import type { TodayAgainst, TodayJudgement, TodayOffer } from './todayTypes'

/** The work of generating a session beside other offers. Our choice. */
const MAKE_WORK = 1_000_000

/**
 * The offers in the order in which they are shown, one by one: the best of the routines, fitted, and one that is made for now. That one comes first
 * where forms are about to be lost that it brings back and the best routine does not, unless that was planned for today; else it comes last.
 */
export function* offersNow(
  judgement: TodayJudgement,
  request: MakeRequest,
  newId: () => string,
): Generator<TodayOffer | { routineId: string; against: TodayAgainst[] }> {
  const atRisk = new Set(atRiskIds(request.kept))
  let made: TodayOffer | null | undefined
  let count = 0
  for (const each of offersFitted(judgement, request)) {
    if ('routine' in each) {
      count += 1
      const isPlanned = each.reasons.some((reason) => reason.kind === 'asked' && isFirm(reason.by))
      if (count === 1 && atRisk.size > 0 && !isPlanned) {
        made = generateSession(request, newId, workOf(MAKE_WORK))
        if (made && broughtBack(made.routine, atRisk) > broughtBack(each.routine, atRisk)) {
          yield made
          made = null
        }
      }
    }
    yield each
    if (count === MOST_OFFERED) break
  }
  // Without any suitable routine, the generated session is the only offer.
  if (made === undefined || (made === null && count === 0))
    made = generateSession(request, newId, workOf(count === 0 ? MAKE_ALONE_WORK : MAKE_WORK))
  if (made) yield made
}

const broughtBack = (routine: Routine, atRisk: ReadonlySet<string>) =>
  new Set(activeSteps(routine).flatMap(({ formId }) => (atRisk.has(formId) ? [formId] : []))).size
