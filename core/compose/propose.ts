import { chanceFrom, type TimeGiven } from '../basics'
import {
  ARC_PARTS,
  cautionsForMe,
  isClosingPart,
  milderWay,
  mostEffort,
  wayFor,
  type ArcPart,
  type Condition,
  type Form,
  type LearningStage,
} from '../forms'
import { emptyRoutine, stepFor, suggestOrder, type Routine } from '../routine'
import { compileAlone, type PracticeSetting } from '../timeline'
import { fitRoutine, type FitResult } from './fitRoutine'
import { PURPOSE_WANTS, todayWorth, type Purpose, type PurposeWants, type TodayState } from './purposes'

export interface ProposeRequest extends PracticeSetting {
  purpose: Purpose
  minutes: number
  states: readonly TodayState[]
  conditions: readonly Condition[]
  /** Forms that may be chosen: those that I have learned, or these and the catalogue's. */
  allowed: (formId: string) => boolean
  stageOf: (formId: string) => LearningStage | null
  /** Days since a form was last done; null when never. */
  daysSince: (formId: string) => number | null
  seed: number
  /** 0 for the best proposal, 1 for the next best, and so on. */
  another: number
  newId: () => string
  /** How long each fit may take; as long as it takes when left out. */
  time?: TimeGiven
}

/** Why a form was chosen; the screen puts it into words. */
export type ProposeReason =
  | { kind: 'area'; areas: Form['areas'] }
  | { kind: 'due'; days: number }
  | { kind: 'neverDone' }
  | { kind: 'learning'; stage: LearningStage }
  | { kind: 'purpose' }
  | { kind: 'today' }
  | { kind: 'part'; part: ArcPart }

export interface Proposal {
  routine: Routine
  fit: FitResult
  reasons: { formId: string; reasons: ProposeReason[] }[]
  /** No form was allowed that any part could use. */
  empty: boolean
}

interface Candidate {
  form: Form
  worth: number
  seconds: number
  reasons: ProposeReason[]
}
interface Selection {
  candidates: Candidate[]
  worth: number
}

/** So many of the best forms of a part are combined, and at most so many in one part. */
const MOST_CANDIDATES = 11
const MOST_IN_PART = 5
/** What a wrong length costs, for each part whose time is missed by its whole share; what a tiny chance can turn. Our choice. */
const LENGTH_WEIGHT = 6
const CHANCE_WEIGHT = 0.5

/**
 * A routine for a purpose, the minutes and today's state, chosen from what is allowed by what every form says of itself: its areas, effort,
 * cautions, place in the arc and stage, and when it was last done. Every combination of the best forms of each part is scored, and the
 * combinations of all parts are ranked together; then it is ordered and fitted. Deterministic for a seed.
 */
export function propose(request: ProposeRequest): Proposal {
  const wants = PURPOSE_WANTS[request.purpose]
  const chance = chanceFrom(request.seed)
  const candidates = request.forms.flatMap((form) => candidateOf(form, request, wants, chance()))
  const parts = ARC_PARTS.filter((part) => (wants.parts[part] ?? 0) > 0)
  const selections = parts.map((part) => {
    const budget = wants.parts[part]! * request.minutes * 60
    const best = candidates
      .filter(({ form }) => form.part === part)
      .sort((one, other) => other.worth - one.worth)
      .slice(0, MOST_CANDIDATES)
    return selectionsOf(best, budget)
  })
  const chosen = nthBest(selections, request.another).flatMap(({ candidates }) =>
    // The best of each part stays, and the closing; the others may be dropped when the time is cut.
    candidates.map((candidate, index) => ({
      ...candidate,
      optional: index > 0 && !isClosingPart(candidate.form.part),
    })),
  )
  const base: Routine = {
    ...emptyRoutine(request.newId(), ''),
    entries: chosen.map(({ form, optional }) => ({ ...stepFor(form, request.newId()), optional })),
  }
  const fit = orderedFit(base, request)
  return {
    routine: fit.routine,
    fit,
    reasons: chosen.map(({ form, reasons }) => ({ formId: form.id, reasons })),
    empty: chosen.length === 0,
  }
}

/** Ordered and fitted; where the fit has dropped forms, the best order of those that are left may be another, and is fitted in turn. */
function orderedFit(base: Routine, request: ProposeRequest): FitResult {
  const ask = { ...request, targetSeconds: request.minutes * 60, toleranceSeconds: null }
  let asked = suggestOrder(base, request.forms).routine
  for (;;) {
    const fit = fitRoutine({ ...ask, routine: asked }, request.time)
    const left = asked.entries.map((entry, index) => ({ ...entry, off: fit.routine.entries[index]!.off }))
    const again = suggestOrder({ ...asked, entries: left }, request.forms).routine
    const stays = again.entries.every(({ id, off }, index) => off || fit.routine.entries[index]!.id === id)
    if (stays) return fit
    // What has been dropped stays so: every turn leaves fewer, and the last has none to drop.
    asked = again
  }
}

/** What a form is worth here, or nothing where it is not allowed or not wise. */
function candidateOf(form: Form, request: ProposeRequest, wants: PurposeWants, luck: number): Candidate[] {
  if (!request.allowed(form.id) || !wants.parts[form.part]) return []
  if (mostEffort(form.effort) > wants.mostEffort) return []
  const preferred = wants.prefers(form)
  const today = todayWorth(form, request.states)
  if (preferred === null || today === null) return []
  const mine = cautionsForMe(form, request.conditions)
  if (mine.some(({ caution }) => milderWay(form, caution) === null)) return []

  const reasons: ProposeReason[] = []
  const areas = form.areas.filter((area) => (wants.areas[area] ?? 0) > 0)
  let worth = areas.reduce((sum, area) => sum + wants.areas[area]!, 0) / Math.sqrt(Math.max(1, form.areas.length))
  if (areas.length > 0) reasons.push({ kind: 'area', areas })
  worth += preferred + today - mine.length
  if (preferred > 0) reasons.push({ kind: 'purpose' })
  if (today > 0) reasons.push({ kind: 'today' })

  const stage = request.stageOf(form.id)
  if (request.purpose === 'learning' && stage && stage !== 'linked') {
    worth += 5
    reasons.push({ kind: 'learning', stage })
  }
  const days = request.daysSince(form.id)
  if (days === null) {
    if (reasons.length === 0) reasons.push({ kind: 'neverDone' })
  } else if (days >= DUE_DAYS) {
    worth += Math.min(2, days / (2 * DUE_DAYS))
    reasons.push({ kind: 'due', days })
  } else worth -= days === 0 ? 1 : 0
  if (reasons.length === 0) reasons.push({ kind: 'part', part: form.part })
  const way = wayFor({ formId: form.id }, request.ways)
  const seconds = compileAlone(form, { way, rules: request.rules }, request.pace).totalSeconds
  return [{ form, worth: worth + luck * CHANCE_WEIGHT, seconds, reasons }]
}
/** What was not done for so long comes back. Our choice. */
const DUE_DAYS = 7

/** All selections of a part, best first: what they are worth, less what their length is off. The empty one is among them. */
function selectionsOf(candidates: readonly Candidate[], budgetSeconds: number): Selection[] {
  const all: Selection[] = []
  const go = (from: number, chosen: Candidate[], worth: number, seconds: number) => {
    const off = Math.abs(seconds - budgetSeconds) / Math.max(30, budgetSeconds)
    // The second form for the same areas is worth less than the first.
    const covered = new Set(chosen.flatMap(({ form }) => form.areas)).size
    all.push({ candidates: chosen, worth: worth + covered * 0.3 - off * LENGTH_WEIGHT * Math.max(1, chosen.length) })
    if (chosen.length === MOST_IN_PART) return
    for (let at = from; at < candidates.length; at += 1) {
      const next = candidates[at]!
      if (chosen.length > 0 && seconds + next.seconds > budgetSeconds * 1.6) continue
      go(at + 1, [...chosen, next], worth + next.worth, seconds + next.seconds)
    }
  }
  go(0, [], 0, 0)
  return all.sort((one, other) => other.worth - one.worth)
}

/**
 * The n-th best way to take one of each list, lists being sorted best first: the best is taken from a front of index rows, and the rows
 * one step worse in each list join it.
 */
function nthBest(lists: readonly Selection[][], n: number): Selection[] {
  const worthOf = (row: readonly number[]) => row.reduce((sum, at, list) => sum + lists[list]![at]!.worth, 0)
  const start = lists.map(() => 0)
  const front = [{ row: start, worth: worthOf(start) }]
  const seen = new Set([start.join()])
  let taken = front[0]!
  for (let count = 0; count <= n && front.length > 0; count += 1) {
    front.sort((one, other) => other.worth - one.worth)
    taken = front.shift()!
    taken.row.forEach((at, list) => {
      if (at + 1 >= lists[list]!.length) return
      const row = taken.row.with(list, at + 1)
      if (seen.has(row.join())) return
      seen.add(row.join())
      front.push({ row, worth: worthOf(row) })
    })
  }
  return taken.row.map((at, list) => lists[list]![at]!)
}
