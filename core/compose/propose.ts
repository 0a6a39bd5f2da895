import { chanceFrom, partOfWork, workOf, type Work } from '../basics'
import { AS_ALWAYS, isClosingPart } from '../forms'
import { DEEP, emptyRoutine, LOOSE_SECONDS, stepFor, suggestOrder, type Routine, type Step } from '../routine'
import {
  candidatesFor,
  isOfSetAsked,
  postureAsked,
  type Candidate,
  type Posture,
  type ProposeReason,
  type Wanted,
} from './candidates'
import type { FitRequest } from './fitChoices'
import { fitRoutine, type FitResult } from './fitRoutine'
import { PURPOSE_WANTS } from './purposes'
import { leastSeconds, selectForms, withOneMore } from './selection'

export interface ProposeRequest extends Wanted {
  seed: number
  /** 0 for the best proposal, 1 for another, and so on. */
  another: number
  newId: () => string
  /** The work of all fits together; `PROPOSE_WORK` by default. */
  work?: Work
  unexplained?: boolean
}

export interface Proposal {
  routine: Routine
  fit: FitResult
  reasons: { formId: string; reasons: ProposeReason[] }[]
  /** Whether it is done sitting. */
  posture: Posture
  /** No form was allowed that any part could use. */
  empty: boolean
}

/** Standing work must fill so much of its share, or the session is done sitting. Our choice. */
const ENOUGH_WORK = 0.6
/** So often what is chosen is changed until the time can be met. */
const MOST_TRIES = 8

/**
 * A routine for a purpose, the minutes and today's state, chosen from what is allowed by what every form says of itself and by how it would
 * be done: with a declared condition in its milder version, or not at all. Then it is ordered and fitted; what cannot meet the time is
 * chosen anew with more or fewer forms. Deterministic for a seed.
 */
export function propose(request: ProposeRequest): Proposal {
  const { posture, candidates } = candidatesInPosture(request)
  const used = new Map<string, number>()
  let chosen: Candidate[] = []
  for (let turn = 0; turn <= request.another; turn += 1) {
    chosen = selectForms(candidates, request, used)
    for (const { form } of chosen) used.set(form.id, (used.get(form.id) ?? 0) + 1)
  }
  const { fit, taken } = fittedProposal(thatCanBe(chosen, request), candidates, request)
  return {
    routine: fit.routine,
    fit,
    reasons: taken.map(({ form, reasons }) => ({ formId: form.id, reasons })),
    posture,
    empty: taken.length === 0,
  }
}

/** What may be chosen: standing, unless sitting is asked for, has more of what is to come back, or standing leaves too little that is wise. */
function candidatesInPosture(request: ProposeRequest): { posture: Posture; candidates: Candidate[] } {
  const inPosture = (posture: Posture) => ({
    posture,
    candidates: candidatesFor(request, posture, chanceFrom(request.seed)),
  })
  const asked = postureAsked(request)
  const first = inPosture(asked ?? 'standing')
  if (asked) return first
  if (request.due && request.due.size > 0) {
    const dueIn = ({ candidates }: { candidates: Candidate[] }) =>
      candidates.filter(({ form }) => request.due!.has(form.id)).length
    const seated = inPosture('seated')
    if (dueIn(seated) > dueIn(first)) return seated
  }
  const share = PURPOSE_WANTS[request.purpose].parts.work ?? 0
  const most = first.candidates
    .filter(({ part }) => part === 'work')
    .reduce(
      (sum, { form, seconds, unitSeconds }) => sum + seconds + (form.counts.most - form.counts.usual) * unitSeconds,
      0,
    )
  return most >= share * request.minutes * 60 * ENOUGH_WORK ? first : inPosture('seated')
}

/** As many as can come to the time at all: what is longer even at its least counts would be searched for in vain. */
function thatCanBe(chosen: Candidate[], request: ProposeRequest): Candidate[] {
  let taken = chosen
  for (;;) {
    const fewer = leastSeconds(taken) > request.minutes * 60 ? withOneLess(taken, request) : null
    if (!fewer) return taken
    taken = fewer
  }
}

/** Ordered and fitted; changed by one form, and by another, while that comes nearer to the time with the closing kept. */
function fittedProposal(chosen: Candidate[], candidates: readonly Candidate[], request: ProposeRequest) {
  const work = request.work ?? workOf(PROPOSE_WORK)
  let best = { taken: chosen, fit: orderedFit(chosen, request, partOfWork(work, FIRST_FIT_SHARE)) }
  for (let tries = 0; tries < MOST_TRIES && !isGood(best.fit);) {
    const before = best
    const more = withOneMore(best.taken, candidates, request)
    const less = withOneLess(best.taken, request)
    const changes = best.fit.seconds < best.fit.targetSeconds ? [...more, less] : [less, ...more]
    for (const taken of changes) {
      if (!taken || tries >= MOST_TRIES) continue
      tries += 1
      const fit = orderedFit(taken, request, partOfWork(work, 1 / (MOST_TRIES - tries + 2)))
      if (faultOf(fit) < faultOf(best.fit)) best = { taken, fit }
      if (isGood(fit)) break
    }
    if (best === before) break
  }
  return best
}
/** At most some seconds on a slow phone. Our choice. */
const PROPOSE_WORK = 6_000_000
/** The first fit may do so much of the work; the others share the rest. */
const FIRST_FIT_SHARE = 0.5
const isGood = ({ met, closingKept }: FitResult) => met && closingKept
/** How far a fit is from what was asked, in seconds; a closing that is not kept counts as ten minutes. */
const faultOf = ({ seconds, targetSeconds, closingKept }: FitResult) =>
  Math.abs(seconds - targetSeconds) + (closingKept ? 0 : 600)

function orderedFit(taken: readonly Candidate[], request: ProposeRequest, work: Work): FitResult {
  const { minutes, forms } = request
  const base: Routine = {
    ...emptyRoutine(request.newId(), 'A proposal'),
    entries: taken.map((each) => stepOf(each, request)),
  }
  const { routine } = suggestOrder(base, forms)
  const stays = loosensLongEnough(taken)
  const loosened = withPins(routine, (formId) => stays.has(formId))
  const toMinutes: FitRequest = { ...request, routine: loosened, targetSeconds: minutes * 60, toleranceSeconds: null }
  const fit = fitRoutine(toMinutes, work)
  return {
    ...fit,
    routine: withOptions(
      withPins(fit.routine, () => false),
      taken,
    ),
  }
}

/** The loosening that a fit must not shorten, so that enough of it is left before deep work: as little of it as does. */
function loosensLongEnough(taken: readonly Candidate[]): ReadonlySet<string> {
  const isDeep = ({ effort }: Candidate) => Math.max(effort.legs, effort.spine) >= DEEP
  if (!taken.some((each) => !isClosingPart(each.part) && isDeep(each))) return new Set()
  const loosening = taken
    .filter(({ part }) => part === 'loosen')
    .map(({ form, seconds, unitSeconds }) => ({
      id: form.id,
      spare: Math.max(0, (form.counts.usual - form.counts.least) * unitSeconds),
      seconds,
    }))
    .sort((one, other) => other.spare - one.spare)
  let least = loosening.reduce((sum, { seconds, spare }) => sum + seconds - spare, 0)
  const stays = new Set<string>()
  for (const { id, spare } of loosening) {
    if (least >= LOOSE_SECONDS) break
    stays.add(id)
    least += spare
  }
  return stays
}

/** Of the steps that loosen, some are pinned, and the others not. */
function withPins(routine: Routine, isPinned: (formId: string) => boolean): Routine {
  const entries = routine.entries.map((entry) =>
    entry.kind === 'step' && entry.part === 'loosen' ? { ...entry, pinned: isPinned(entry.formId) } : entry,
  )
  return { ...routine, entries }
}

/** Below this the pieces of a set follow one another without a rest. Our choice. */
const RESTFUL_MINUTES = 15

function stepOf({ form, part, manner }: Candidate, { minutes, purpose, newId }: ProposeRequest): Step {
  const step = { ...stepFor(form, newId()), part }
  const hurries = minutes < RESTFUL_MINUTES && isOfSetAsked(form, purpose)
  return {
    ...step,
    ...(manner === AS_ALWAYS ? {} : { manner }),
    // A stand as long as it is wise now is not to be drawn out for the sake of the time.
    pinned: part === 'stand',
    restBreaths: hurries ? 0 : step.restBreaths,
  }
}

/** The first form of each part stays when the time is cut later, the closing, and what is a set; the others may be dropped. */
function withOptions(routine: Routine, taken: readonly Candidate[]): Routine {
  const sets = new Set(taken.filter(({ form }) => form.set).map(({ form }) => form.id))
  const begun = new Set<string>()
  const entries = routine.entries.map((entry) => {
    if (entry.kind !== 'step') return entry
    const isFirst = !begun.has(entry.part)
    begun.add(entry.part)
    return { ...entry, optional: !isFirst && !isClosingPart(entry.part) && !sets.has(entry.formId) }
  })
  return { ...routine, entries }
}

/** The least worthy form left out, of a part that has others; no piece of a set that is asked for, and none of the closing. */
function withOneLess(taken: readonly Candidate[], { purpose, first }: ProposeRequest): Candidate[] | null {
  const others = (candidate: Candidate) => taken.filter(({ part }) => part === candidate.part).length
  const spare = taken
    .filter((each) => !isClosingPart(each.part) && !isOfSetAsked(each.form, purpose))
    .filter((each) => !first?.includes(each.form.id))
    .filter((each) => others(each) > 1 || each.part === 'arrive' || each.part === 'wake' || each.part === 'loosen')
    .sort((one, other) => Number(others(one) < 2) - Number(others(other) < 2) || one.worth - other.worth)[0]
  return spare ? taken.filter((each) => each !== spare) : null
}
