import { workOf } from '../basics'
import { adjustForHealth, fitRoutine, routineFeatures, type RoutineFeatures } from '../compose'
import type { Routine } from '../routine'
import { TooLongError, UnknownFormError, type PracticeSetting } from '../timeline'
import { concernsNow, REST_FROM } from './body'
import { evenWeight, isFirmlyAsked, reasonsAgainst, reasonsFor, WEIGHT } from './todayReasons'
import type { TodayAgainst, TodayJudgement, TodayOffer, TodayRequest } from './todayTypes'

/** So many are offered. */
export const MOST_OFFERED = 3
/** After so many days in a row, whoever is spent may rest. Our choice. */
const RUNNING_DAYS = 6
/** From so long on today's practice may have been enough: the shortest session that is usual. Our choice. */
const ENOUGH_SECONDS = 180
/** The work of fitting one offer. Our choice. */
const OFFER_FIT_WORK = 500_000

/** A routine as this body would do it now, and what it is then; or what forbids it. */
export type Prepared =
  | { routineId: string; routine: Routine; features: RoutineFeatures; milder: string[]; leftOut: string[] }
  | { routineId: string; not: TodayAgainst[] }

type Suited = Exclude<Prepared, { not: unknown }>

/** All routines with something in them, eased by what the person has declared, how the body is and where it hurts. The minutes do not matter yet. */
export function prepareToday(
  request: Pick<TodayRequest, 'routines' | 'conditions' | 'body' | keyof PracticeSetting>,
): Prepared[] {
  const concerns = concernsNow(request.conditions, request.body)
  return request.routines
    .filter(({ entries }) => entries.length > 0)
    .map((routine) => prepare(routine, request, concerns))
}

function prepare(routine: Routine, setting: PracticeSetting, concerns: ReturnType<typeof concernsNow>): Prepared {
  const routineId = routine.id
  const input = { routine, ...settingOf(setting) }
  try {
    const { asksFirst, ...adjusted } = adjustForHealth(input, concerns)
    if (asksFirst) return { routineId, not: [{ kind: asksFirst }, { kind: 'leftOut', formIds: adjusted.leftOut }] }
    const features = routineFeatures({ ...input, routine: adjusted.routine })
    return { routineId, ...adjusted, features }
  } catch (error) {
    if (error instanceof UnknownFormError) return { routineId, not: [{ kind: 'unknownForm' }] }
    if (error instanceof TooLongError) return { routineId, not: [{ kind: 'tooLong' }] }
    throw error
  }
}
const settingOf = ({ forms, ways, pace, rules }: PracticeSetting): PracticeSetting => ({ forms, ways, pace, rules })

/**
 * What to practise now: all routines that suit the body, the best first; why the others do not; and whether rest is an answer. Where minutes
 * were asked for, they are still to be brought to them, which `offersFitted` does.
 */
export function rankRoutines(request: TodayRequest, prepared = prepareToday(request)): TodayJudgement {
  const offers = prepared.flatMap((each) => ('not' in each ? [] : [weigh(each, request)]))
  return {
    offers: offers.sort((one, other) => other.worth - one.worth),
    unsuited: prepared.flatMap((each) => ('not' in each ? [{ routineId: each.routineId, against: each.not }] : [])),
    rest: restOf(request),
  }
}

/** What speaks for and against a routine that suits this body, and what it is worth. */
export function weigh({ routineId, routine, features, milder, leftOut }: Suited, request: TodayRequest): TodayOffer {
  const reasons = reasonsFor(routine, features, request).sort((one, other) => other.weight - one.weight)
  const isToldEven = reasons.some(({ reason }) => reason.kind === 'short')
  const even = evenWeight(features, request.lately)
  // What was laid does not come later for what it does not serve.
  const least = isFirmlyAsked(routineId, request.asks) ? 0 : even
  const untold = isToldEven ? Math.min(0, least) : Math.max(least, even)
  const against = reasonsAgainst(routine, features, leftOut, request)
  const change =
    request.minutes === null ? 0 : WEIGHT.change * Math.abs(Math.log(features.totalSeconds / (request.minutes * 60)))
  return {
    routineId,
    isMade: false,
    routine,
    seconds: features.totalSeconds,
    refitted: false,
    milder,
    leftOut,
    reasons: reasons.map(({ reason }) => reason),
    against: against.map(({ reason }) => reason),
    worth: [...reasons, ...against].reduce((sum, { weight }) => sum + weight, change + untold),
  }
}

/**
 * The offers as they would be followed, one by one, up to so many: each brought to the minutes that were asked for, its closing kept; one that
 * cannot be is told with how near it comes.
 */
export function* offersFitted(
  { offers }: TodayJudgement,
  request: TodayRequest,
): Generator<TodayOffer | { routineId: string; against: TodayAgainst[] }> {
  let given = 0
  for (const offer of offers) {
    if (given === MOST_OFFERED) return
    const laidFor = request.asks.find(({ routineId, by }) => by === 'plan' && routineId === offer.routineId)?.minutes
    const minutes = request.minutes ?? laidFor ?? null
    const fitted = minutes === null ? offer : fitTo(offer, minutes, request)
    if ('routine' in fitted) given += 1
    yield fitted
  }
}

function fitTo(offer: TodayOffer, minutes: number, request: TodayRequest) {
  const target = { targetSeconds: minutes * 60, toleranceSeconds: null, unexplained: true }
  const fit = fitRoutine({ routine: offer.routine, ...settingOf(request), ...target }, workOf(OFFER_FIT_WORK))
  if (!fit.met || !fit.closingKept) {
    const against: TodayAgainst[] = [{ kind: 'cannotFit', seconds: fit.seconds, proven: fit.proven }]
    return { routineId: offer.routineId, against }
  }
  return { ...offer, routine: fit.routine, seconds: fit.seconds, refitted: fit.changes.length > 0 }
}

function restOf({ body, lately, minutesLacking }: TodayRequest): TodayJudgement['rest'] {
  if (body.pain.some(({ level }) => level >= REST_FROM)) return { first: true, why: 'pain' }
  if (body.states.includes('lightHeaded')) return { first: true, why: 'lightHeaded' }
  if (body.states.includes('tired') && lately.daysRunning >= RUNNING_DAYS) return { first: true, why: 'spent' }
  if (lately.secondsToday >= ENOUGH_SECONDS && !minutesLacking) return { first: false, why: 'doneToday' }
  return null
}
