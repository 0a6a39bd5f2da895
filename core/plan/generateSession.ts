import { partOfWork, workOf, type Work } from '../basics'
import { propose, routineFeatures, type ProposeRequest, type Purpose } from '../compose'
import { daysBetween } from '../journal'
import { activeSteps } from '../routine'
import { TooLongError } from '../timeline'
import { cautionsSpared, purposeNow } from './body'
import { USUAL_MINUTES } from './habit'
import { weigh } from './judge'
import { AT_RISK_BELOW } from './keeping'
import type { TodayOffer, TodayRequest } from './todayTypes'

/** With fewer forms learned than this the catalogue's may be chosen too. Our choice. */
export const ENOUGH_LEARNED = 12
/** So many forms that are due are worth a session of their own. Our choice. */
const ENOUGH_DUE = 3
/** What fits into so few minutes where nothing else does. Our choice. */
const FEW_MINUTES = 5
const SHORT: readonly Purpose[] = ['seated', 'deskBreak', 'evening']
/** The work of generating a session when nothing else is offered. Our choice. */
export const MAKE_ALONE_WORK = 4_000_000

export interface MakeRequest extends TodayRequest {
  /** Forms that I have learned: done, at a stage, or my own. */
  learnedIds: readonly string[]
  longestStillSeconds: number | null
  /** The minutes of a session that is made where none were asked for; as usual where nobody knows. */
  usualMinutes: number | null
  /** Forms that it is made of before all else; those that are due where it is left out. */
  comesBack?: readonly string[]
}

const dueIds = (kept: TodayRequest['kept']) =>
  Object.values(kept).flatMap(({ formId, keeping }) => (keeping === 'due' ? [formId] : []))

/** Forms that are about to be lost. */
export const atRiskIds = (kept: TodayRequest['kept']) =>
  Object.values(kept).flatMap(({ formId, recall }) => (recall < AT_RISK_BELOW ? [formId] : []))

/** What a session that is made now is for: what is to come back, unless the body asks for something else. */
export function purposeMade(request: Pick<MakeRequest, 'body' | 'hour' | 'kept' | 'comesBack'>): Purpose {
  const isAsked = request.body.states.length > 0 || cautionsSpared(request.body.pain).size > 0
  const comesBack = request.comesBack !== undefined || atRiskIds(request.kept).length > 0
  return !isAsked && (comesBack || dueIds(request.kept).length >= ENOUGH_DUE)
    ? 'learning'
    : purposeNow(request.body, request.hour)
}

/**
 * A session made for now, by what every form says of itself, with what is to come back before all else: weighed as the routines are. Where none comes
 * to the minutes with its closing, one for the hour and the body is tried, and in few minutes a short one, unless something is asked for by name; null
 * where that does not either. The same for the same request and day.
 */
export function generateSession(
  request: MakeRequest,
  newId: () => string,
  work: Work = workOf(MAKE_ALONE_WORK),
): TodayOffer | null {
  const { kept, stages, lately, body, conditions, today } = request
  const atRisk = atRiskIds(kept)
  const due = new Set(request.comesBack ?? (atRisk.length > 0 ? atRisk : dueIds(kept)))
  const learned = new Set(request.learnedIds)
  const known = new Map(Object.entries(stages))
  const ofKept = Object.values(kept).map(({ formId, lastDay }) => [formId, daysBetween(lastDay, today)] as const)
  const days = new Map([...Object.entries(lately.formDays), ...ofKept])
  const minutes = request.minutes ?? request.usualMinutes ?? USUAL_MINUTES
  const { forms, ways, pace, rules } = request
  const asked: Omit<ProposeRequest, 'purpose' | 'due'> = {
    forms,
    ways,
    pace,
    rules,
    minutes,
    conditions,
    newId,
    states: body.states,
    spared: cautionsSpared(body.pain),
    allowed: (formId) => learned.size < ENOUGH_LEARNED || learned.has(formId),
    stageOf: (formId) => known.get(formId) ?? null,
    daysSince: (formId) => days.get(formId) ?? null,
    longestStillSeconds: request.longestStillSeconds,
    seed: daysBetween('2000-01-01', today),
    another: 0,
    unexplained: true,
  }
  const wanted = purposeMade(request)
  const now = purposeNow(body, request.hour)
  // What is asked for by name is that, or nothing.
  const instead = request.comesBack ? [] : [now, ...(minutes <= FEW_MINUTES ? SHORT : [])]
  const tries = [{ purpose: wanted, due }, ...instead.map((purpose) => ({ purpose, due: new Set<string>() }))]
  let proposal: ReturnType<typeof propose> | undefined
  for (const [at, each] of tries.entries()) {
    // The remaining purposes share the work that is left.
    const proposed = propose({ ...asked, ...each, work: partOfWork(work, 1 / (tries.length - at)) })
    if (proposed.empty || !proposed.fit.met || !proposed.fit.closingKept) continue
    if (request.comesBack && !activeSteps(proposed.routine).some(({ formId }) => due.has(formId))) continue
    proposal = proposed
    break
  }
  if (!proposal) return null
  const { routine, fit } = proposal
  const named = { ...routine, id: `made-${today}`, name: request.comesBack ? 'Due for review' : 'Made for now' }
  try {
    const features = routineFeatures({ routine: named, forms, ways, pace, rules })
    const offer = weigh({ routineId: named.id, routine: named, features, milder: [], leftOut: [] }, request)
    const reasons = offer.reasons.filter(({ kind }) => kind !== 'new')
    return { ...offer, isMade: true, seconds: fit.seconds, reasons: [...reasons, { kind: 'made' }] }
  } catch (error) {
    if (error instanceof TooLongError) return null
    throw error
  }
}
