import { partOfWork, SAME_SECONDS, withinWork, workOf, type Work } from '../basics'
import { isClosingPart } from '../forms'
import {
  canMeet,
  closingShareWanted,
  keepsClosing,
  partOf,
  solveFit,
  type Entry,
  type FitProblem,
  type Routine,
} from '../routine'
import { compileTimeline, totalsOf, type CompileInput, type StartingPoint } from '../timeline'
import { choiceOf, withOption, type Choice, type FitRequest } from './fitChoices'
import { helpFor, type FitHelp } from './fitHelp'
import { measurer } from './fitLengths'
import { roughFit, type Fitted } from './roughFit'

/** Why a count is other than before; the screen puts it into words. */
export type FitReason = 'longer' | 'shorter' | 'closing' | 'dropped' | 'usual' | 'exact'

/** One change that the fit proposes. `from` and `to` are counts, rounds, or breaths in each position. */
export interface FitChange {
  entryId: string
  name: string
  of: 'count' | 'rounds' | 'each'
  from: number
  to: number
  reason: FitReason
  /** The session's seconds with only this change taken back; null if the work was used up first. */
  secondsWithout: number | null
}

/** What keeps a length out of reach, and what would free it. */
export type FitBinding =
  /** With less of a closing the time could be met: so, and with this routine. */
  | { kind: 'closing'; sharePossible: number; seconds: number; routine: Routine }
  | { kind: 'pinned'; entryId: string; name: string }
  /** Its count was set by hand; freed, the time could be met. Without an entry: all such counts together. */
  | { kind: 'byHand'; entryId: string | null; name: string }
  /** More work, another form, or fewer forms would help: so, with this routine. */
  | FitHelp
  | { kind: 'tooMany'; entryId: string; name: string }
  | { kind: 'tooFew' }
  | { kind: 'tooMuch' }
  | { kind: 'noClosing' }

export interface FitResult {
  routine: Routine
  seconds: number
  targetSeconds: number
  toleranceSeconds: number
  /** The length is within the tolerance. */
  met: boolean
  closingKept: boolean
  /** Nothing better exists by the objective of `core/routine/fit.ts`. */
  proven: boolean
  changes: FitChange[]
  /** Empty when the length is met and the closing kept. */
  bindings: FitBinding[]
}

/** Shares of the work that is left: for the search, a rough fit, the reasons of the changes, and the obstacles. */
const SEARCH_SHARE = 0.7
const ROUGH_SHARE = 0.4
const CHANGES_SHARE = 0.2
const BINDINGS_SHARE = 0.6

/** The usual work of a fit: about a second at most. Our choice; `bench/fitRoutines.ts` measures it. */
export const FIT_WORK = 2_400_000

/**
 * Fit a routine to a time. With the work given: where that does not do, the answer is as good as could be found, not proven, and may lack
 * why. The same for the same request and work. Throws `UnknownFormError` as compiling does.
 */
export function fitRoutine(request: FitRequest, work: Work = workOf(FIT_WORK)): FitResult {
  const tolerance = request.toleranceSeconds ?? halfShortestRepetition(request)
  const fitted =
    withinWork(
      () => fitOnce(request, tolerance, partOfWork(work, SEARCH_SHARE)),
      () => null,
    ) ?? roughFit(request, partOfWork(work, ROUGH_SHARE))
  const { totalSeconds } = compileTimeline({ ...request, routine: fitted.routine })
  const result: FitResult = {
    ...fitted,
    seconds: totalSeconds,
    targetSeconds: request.targetSeconds,
    toleranceSeconds: tolerance,
    met: Math.abs(totalSeconds - request.targetSeconds) <= tolerance + SAME_SECONDS,
    changes: changesBetween(
      request,
      fitted.routine,
      totalSeconds,
      request.unexplained ? workOf(0) : partOfWork(work, CHANGES_SHARE),
    ),
    bindings: [],
  }
  if (result.met && result.closingKept) return result
  const plainly: FitBinding[] = result.met
    ? []
    : [{ kind: totalSeconds < request.targetSeconds ? 'tooFew' : 'tooMuch' }]
  if (request.unexplained) return { ...result, bindings: plainly }
  const bindings = withinWork(
    () => bindingsOf(request, tolerance, result, partOfWork(work, BINDINGS_SHARE)),
    () => plainly,
  )
  return { ...result, bindings }
}

/** Half the shortest repetition of the forms in it, at the settled breath; one breath at least stands for it. */
export function halfShortestRepetition({ routine, forms, ways, pace, rules }: CompileInput): number {
  const settled = { start: pace.settled, settled: pace.settled, settleMinutes: 0 }
  const timeline = compileTimeline({ routine, forms, ways, pace: settled, rules })
  const breath = pace.settled.inSeconds + pace.settled.outSeconds
  const lengths = timeline.occurrences.flatMap(({ bodySeconds, counts, counting }) => {
    const units = counts.reduce((sum, { count }) => sum + count, 0)
    return counting === 'breathRepetitions' && units > 0 ? [bodySeconds / units] : []
  })
  return Math.min(breath, ...lengths) / 2
}

/** Null if the work was used up before anything was found. */
function fitOnce(request: FitRequest, tolerance: number, work: Work): Fitted | null {
  const { choices, problem } = problemOf(request, tolerance, work)
  if (problem.items.some((options) => options.length === 0))
    return { routine: request.routine, closingKept: false, proven: false }
  const answer = solveFit(problem)
  if (!answer) return null
  const routine = choices.reduce(
    (changed, { entry, options }, item) => withOption(changed, entry, options[answer.chosen[item]!]!),
    request.routine,
  )
  return { routine, closingKept: answer.closingKept, proven: answer.proven }
}

function problemOf(
  request: FitRequest,
  tolerance: number,
  work: Work,
): { choices: Choice[]; problem: FitProblem<StartingPoint> } {
  const choices = request.routine.entries.filter(({ off }) => !off).map((entry) => choiceOf(entry, request))
  const problem = {
    items: choices.map(({ options }) => options),
    lowSeconds: request.targetSeconds - tolerance,
    highSeconds: request.targetSeconds + tolerance,
    closingShare: closingShareWanted(request.routine, request.rules),
    start: { atSeconds: 0, stance: null },
    ...measurer(request, choices, work),
    work,
  }
  return { choices, problem }
}

const entryName = (entry: Entry, { forms }: CompileInput) =>
  entry.kind === 'group' ? entry.name : (forms.find(({ id }) => id === entry.formId)?.name ?? entry.formId)

/** What is different between the routine and the fitted one, each change with its reason. */
function changesBetween(request: FitRequest, fitted: Routine, seconds: number, work: Work): FitChange[] {
  const before = compileTimeline(request).totalSeconds
  return request.routine.entries.flatMap((entry, index): FitChange[] => {
    const after = fitted.entries[index]!
    if (entry.off) return []
    const { of, present, options } = choiceOf(entry, request)
    const to = after.off ? 0 : choiceOf(after, request).present
    if (to === present && !after.off) return []
    const undone = { ...fitted, entries: fitted.entries.with(index, entry) }
    const without = withinWork(
      () => {
        work.spend(COMPILE_STEPS)
        return totalsOf(compileTimeline({ ...request, routine: undone }))
      },
      () => null,
    )
    const secondsWithout = without?.totalSeconds ?? null
    return [
      { entryId: entry.id, name: entryName(entry, request), of, from: present, to, reason: reasonOf(), secondsWithout },
    ]

    function reasonOf(): FitReason {
      if (after.off) return 'dropped'
      const longer = secondsWithout === null ? to > present : seconds > secondsWithout
      const wanted = request.targetSeconds > before
      if (longer === wanted) return longer ? 'longer' : 'shorter'
      // It goes the other way than the time: for the closing, where that would be too short without; toward its usual; or to be exact.
      if (without && !keepsClosing(without, closingShareWanted(request.routine, request.rules))) return 'closing'
      const usual = options.find(({ cost, drops }) => cost === 0 && !drops)?.value ?? present
      return Math.abs(to - usual) < Math.abs(present - usual) ? 'usual' : 'exact'
    }
  })
}

/** To compile a routine takes as long as so many steps of a search. Measured, roughly. */
const COMPILE_STEPS = 2000

/** So many forms at most are named that could be left out. */
const MOST_NAMED = 3

/** Which rules keep the length out of reach: each is lifted alone, and those that then free it are named. */
function bindingsOf(request: FitRequest, tolerance: number, result: FitResult, work: Work): FitBinding[] {
  const { entries } = request.routine
  const active = entries.filter(({ off }) => !off)
  if (!active.some((entry) => isClosingPart(partOf(entry)))) {
    if (closingShareWanted(request.routine, request.rules) > 0) return [{ kind: 'noClosing' }]
  }
  const found: FitBinding[] = []
  if (closingShareWanted(request.routine, request.rules) > 0) {
    const free = { ...request, routine: { ...request.routine, closingShare: 0 } }
    if (canMeet(problemOf(free, tolerance, work).problem)) {
      const routine = fitOnce(free, tolerance, work)?.routine ?? request.routine
      const { closingShare, totalSeconds } = totalsOf(compileTimeline({ ...free, routine }))
      const sharePossible = closingShare ?? 0
      // Whoever takes it has chosen that share for this routine, in whole hundredths.
      const agreed = { ...routine, closingShare: Math.floor(sharePossible * 100) / 100 }
      found.push({ kind: 'closing', sharePossible, seconds: totalSeconds, routine: agreed })
    }
  }
  for (const entry of active) {
    const tooMany = found.filter(({ kind }) => kind === 'tooMany').length >= MOST_NAMED
    const lifted = (change: Partial<Pick<Entry, 'pinned' | 'byHand' | 'off'>>) => {
      const changed = {
        ...request.routine,
        entries: entries.map((other) => (other === entry ? { ...entry, ...change } : other)),
      }
      return canMeet(problemOf({ ...request, routine: changed }, tolerance, work).problem)
    }
    const named = { entryId: entry.id, name: entryName(entry, request) }
    if (entry.pinned && lifted({ pinned: false })) found.push({ kind: 'pinned', ...named })
    else if (entry.byHand && !request.frees && lifted({ byHand: false })) found.push({ kind: 'byHand', ...named })
    else if (!entry.optional && !tooMany && result.seconds > request.targetSeconds && lifted({ off: true })) {
      found.push({ kind: 'tooMany', ...named })
    }
  }
  const held = active.filter(({ byHand, pinned }) => byHand && !pinned)
  if (held.length > 1 && !request.frees && !found.some(({ kind }) => kind === 'byHand')) {
    const free = { ...request, frees: true }
    if (canMeet(problemOf(free, tolerance, work).problem)) found.push({ kind: 'byHand', entryId: null, name: '' })
  }
  if (found.length === 0 && !result.met) {
    const isShort = result.seconds < request.targetSeconds
    const fit = (changed: FitRequest) =>
      canMeet(problemOf(changed, tolerance, work).problem) ? (fitOnce(changed, tolerance, work)?.routine ?? null) : null
    const help = helpFor(request, isShort ? 'more' : 'less', fit)
    found.push(...(help.length > 0 ? help : [{ kind: isShort ? ('tooFew' as const) : ('tooMuch' as const) }]))
  }
  if (found.length === 0 && !result.met)
    found.push({ kind: result.seconds < request.targetSeconds ? 'tooFew' : 'tooMuch' })
  return found
}
