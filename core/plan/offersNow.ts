import type { TimeGiven } from '../basics'
import { activeSteps, type Routine } from '../routine'
import { MOST_OFFERED, offersFitted } from './judge'
import { atRiskIds, makeToday, type MakeRequest } from './made'
import { isFirm } from './todayReasons'
import type { TodayAgainst, TodayJudgement, TodayOffer } from './todayTypes'

/** How long may be looked: for one fit, for what is made, and for all together. */
export interface OffersTime {
  nowMs: () => number
  fitMs: number
  makeMs: number
  searchMs: number
}

/**
 * The offers in the order in which they are shown, one by one: the best of the routines, fitted, and one that is made for now. That one comes first
 * where forms are about to be lost that it brings back and the best routine does not, unless that was planned for today; else it comes last.
 */
export function* offersNow(
  judgement: TodayJudgement,
  request: MakeRequest,
  newId: () => string,
  { nowMs, fitMs, makeMs, searchMs }: OffersTime,
): Generator<TodayOffer | { routineId: string; against: TodayAgainst[] }> {
  const given = (withinMs: number): TimeGiven => ({ nowMs, withinMs })
  const until = nowMs() + searchMs
  const atRisk = new Set(atRiskIds(request.kept))
  let made: TodayOffer | null | undefined
  let count = 0
  for (const each of offersFitted(judgement, request, given(fitMs))) {
    if ('routine' in each) {
      count += 1
      const isPlanned = each.reasons.some((reason) => reason.kind === 'asked' && isFirm(reason.by))
      if (count === 1 && atRisk.size > 0 && !isPlanned) {
        made = makeToday(request, newId, given(makeMs))
        if (made && broughtBack(made.routine, atRisk) > broughtBack(each.routine, atRisk)) {
          yield made
          made = null
        }
      }
    }
    yield each
    if (nowMs() > until || count === MOST_OFFERED) break
  }
  // Where no routine does, it is all that there is, and may be looked for as long as all of them.
  if (made === undefined || (made === null && count === 0))
    made = makeToday(request, newId, given(count === 0 ? searchMs : makeMs))
  if (made) yield made
}

const broughtBack = (routine: Routine, atRisk: ReadonlySet<string>) =>
  new Set(activeSteps(routine).flatMap(({ formId }) => (atRisk.has(formId) ? [formId] : []))).size
