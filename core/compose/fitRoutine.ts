import { breathAt, type Pace } from '../breath'
import { allowedCounts, CLOSING_PARTS, keepsSidesEven, type Form, type HouseRules, type Way } from '../forms'
import {
  canMeet,
  changeGroup,
  changeStep,
  solveFit,
  type Entry,
  type FitOption,
  type FitProblem,
  type FitSpan,
  type Routine,
} from '../routine'
import { compileTimeline, measurePiece, totalsOf, type Standing } from '../timeline'

/** All that a routine is composed from: the routine, and what its Timeline follows from. */
export interface ComposeInput {
  routine: Routine
  forms: readonly Form[]
  ways: readonly Way[]
  pace: Pace
  rules: HouseRules
}

export interface FitRequest extends ComposeInput {
  targetSeconds: number
  /** How far off the length may be; null for half a repetition of the shortest form. */
  toleranceSeconds: number | null
}

/** Why a count is other than before; the screen puts it into words. */
export type FitReason = 'longer' | 'shorter' | 'closing' | 'dropped' | 'taken' | 'usual'

/** One change that the fit proposes. `from` and `to` are counts, rounds, or breaths in each position. */
export interface FitChange {
  entryId: string
  name: string
  of: 'count' | 'rounds' | 'each'
  from: number
  to: number
  reason: FitReason
  /** The session's seconds with only this change taken back. */
  secondsWithout: number
}

/** What keeps a length out of reach, and what would free it. */
export type FitBinding =
  | { kind: 'closing'; sharePossible: number }
  | { kind: 'pinned'; entryId: string; name: string }
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

/** What of an entry can be chosen. */
interface Choice {
  entry: Entry
  of: FitChange['of']
  present: number
  options: FitOption[]
}

/** At most so many rounds as twice the present ones: more would be another routine. Our choice. */
const MOST_ROUNDS_TIMES = 2

/** Fit a routine to a time. Throws `UnknownFormError` as compiling does. */
export function fitRoutine(request: FitRequest): FitResult {
  const tolerance = request.toleranceSeconds ?? halfShortestRepetition(request)
  const fitted = fitOnce(request, tolerance)
  const { totalSeconds } = compileTimeline({ ...request, routine: fitted.routine })
  const result: FitResult = {
    ...fitted,
    seconds: totalSeconds,
    targetSeconds: request.targetSeconds,
    toleranceSeconds: tolerance,
    met: Math.abs(totalSeconds - request.targetSeconds) <= tolerance + 1e-6,
    changes: changesBetween(request, fitted.routine, totalSeconds),
    bindings: [],
  }
  return result.met && result.closingKept ? result : { ...result, bindings: bindingsOf(request, tolerance, result) }
}

/** Half the shortest repetition of the forms in it, at the settled breath; one breath at least stands for it. */
export function halfShortestRepetition({ routine, forms, ways, pace, rules }: ComposeInput): number {
  const settled = { start: pace.settled, settled: pace.settled, settleMinutes: 0 }
  const timeline = compileTimeline({ routine, forms, ways, pace: settled, rules })
  const breath = pace.settled.inSeconds + pace.settled.outSeconds
  const lengths = timeline.occurrences.flatMap(({ bodySeconds, counts, counting }) => {
    const units = counts.reduce((sum, { count }) => sum + count, 0)
    return counting === 'breathRepetitions' && units > 0 ? [bodySeconds / units] : []
  })
  return Math.min(breath, ...lengths) / 2
}

function fitOnce(request: FitRequest, tolerance: number): Pick<FitResult, 'routine' | 'closingKept' | 'proven'> {
  const { choices, problem } = problemOf(request, tolerance)
  const answer = solveFit(problem)
  if (!answer) return { routine: request.routine, closingKept: false, proven: false }
  const routine = choices.reduce(
    (changed, { entry, options }, item) => withOption(changed, entry, options[answer.chosen[item]!]!),
    request.routine,
  )
  return { routine, closingKept: answer.closingKept, proven: answer.proven }
}

function problemOf(request: FitRequest, tolerance: number): { choices: Choice[]; problem: FitProblem<Standing> } {
  const choices = request.routine.entries.filter(({ off }) => !off).map((entry) => choiceOf(entry, request))
  const problem = {
    items: choices.map(({ options }) => options),
    lowSeconds: request.targetSeconds - tolerance,
    highSeconds: request.targetSeconds + tolerance,
    closingShare: request.rules.closingShare,
    start: { atSeconds: 0, stance: null },
    ...measurer(request, choices),
  }
  return { choices, problem }
}

/** What an entry lets one choose: a step its count, a post the breaths in each position, other groups their rounds. */
function choiceOf(entry: Entry, { forms }: ComposeInput): Choice {
  const formOf = (id: string) => forms.find((form) => form.id === id)
  const dropped: FitOption[] = entry.optional && !entry.pinned ? [{ value: 0, cost: 0, drops: true }] : []
  const only = (value: number): FitOption[] => [{ value, cost: 0, drops: false }]
  if (entry.kind === 'step') {
    const form = formOf(entry.formId)
    const options = entry.pinned || !form ? only(entry.count) : countOptions(form)
    return { entry, of: 'count', present: entry.count, options: [...options, ...dropped] }
  }
  if (entry.pattern === 'post') {
    const first = entry.steps[0]
    const form = first && formOf(first.formId)
    const present = first?.count ?? 1
    const options = entry.pinned || !form ? only(present) : countOptions(form)
    return { entry, of: 'each', present, options: [...options, ...dropped] }
  }
  const options = entry.pinned
    ? only(entry.rounds)
    : Array.from({ length: Math.min(36, Math.max(entry.rounds * MOST_ROUNDS_TIMES, 1)) }, (_, done) => ({
        value: done + 1,
        cost: (done + 1 - entry.rounds) ** 2,
        drops: false,
      }))
  return { entry, of: 'rounds', present: entry.rounds, options: [...options, ...dropped] }
}

/** Every allowed count that keeps the sides even; the cost is the square of the steps from the usual one. */
function countOptions(form: Form): FitOption[] {
  const counts = allowedCounts(form.counts).filter((count) => keepsSidesEven(form, count))
  const usual = Math.max(0, counts.indexOf(form.counts.usual))
  return counts.map((value, place) => ({ value, cost: (place - usual) ** 2, drops: false }))
}

function withOption(routine: Routine, entry: Entry, option: FitOption): Routine {
  if (option.drops) {
    return entry.kind === 'step'
      ? changeStep(routine, entry.id, { off: true })
      : changeGroup(routine, entry.id, { off: true })
  }
  if (entry.kind === 'step') return changeStep(routine, entry.id, { count: option.value })
  if (entry.pattern !== 'post') return changeGroup(routine, entry.id, { rounds: option.value })
  return changeGroup(routine, entry.id, { steps: entry.steps.map((step) => ({ ...step, count: option.value })) })
}

/** How long the options take, asked of the Timeline: exactly where one stands, and within bounds wherever that may be. */
function measurer(request: FitRequest, choices: readonly Choice[]) {
  const { pace } = request
  const settleSeconds = pace.settleMinutes * 60
  const alone = choices.map(({ entry, options }) =>
    options.map((option) => {
      const routine = { ...request.routine, entries: [entry] }
      return { ...request, routine: option.drops ? { ...routine, entries: [] } : withOption(routine, entry, option) }
    }),
  )
  const stances = stancesBefore(choices, alone)
  const { spans, earliest } = boundsOf(request, choices, alone, stances)
  const isFree = choices.map(
    (choice, item) =>
      earliest[item]! >= settleSeconds && stances[item] !== undefined && !choice.options.some(({ drops }) => drops),
  )
  const known = new Map<string, FitSpan & { after: Standing }>()
  const take = (item: number, option: number, place: Standing) => {
    if (choices[item]!.options[option]!.drops) return { movingSeconds: 0, closingSeconds: 0, after: place }
    // Once the breath has settled, only the stance matters; and where that is known, nothing does.
    const settled = isFree[item] || place.atSeconds >= settleSeconds
    const from: Standing = isFree[item] ? { atSeconds: settleSeconds + place.atSeconds, stance: stances[item]! } : place
    const key = `${item}/${option}/${settled ? '' : place.atSeconds}/${from.stance}`
    let found = known.get(key)
    if (!found) {
      found = measurePiece(alone[item]![option]!, from)
      if (known.size < MOST_KNOWN) known.set(key, found)
    }
    const { movingSeconds, closingSeconds } = found
    const atSeconds = place.atSeconds + movingSeconds + closingSeconds
    return { movingSeconds, closingSeconds, after: { atSeconds, stance: found.after.stance } }
  }
  return {
    take,
    bounds: (item: number, option: number) => spans[item]![option]!,
    free: (item: number) => isFree[item]!,
  }
}

/**
 * The stance in which each entry is come to, where that is the same whatever is chosen before: null for the very first one, and
 * undefined where something before may be dropped.
 */
function stancesBefore(
  choices: readonly Choice[],
  alone: readonly (readonly ComposeInput[])[],
): (Standing['stance'] | undefined)[] {
  let stance: Standing['stance'] | undefined = null
  return choices.map(({ options }, item) => {
    const before = stance
    const input = alone[item]![0]!
    stance = options.some(({ drops }) => drops)
      ? undefined
      : measurePiece(input, { atSeconds: 1, stance: ANY_STANCE }).after.stance
    return before
  })
}

/**
 * The least and the most that each option can take wherever it begins, and the earliest moment of each. The breath is asked at the
 * earliest and the latest moment at which it can be breathed, so that the bounds are close where the session has settled.
 */
function boundsOf(
  request: FitRequest,
  choices: readonly Choice[],
  alone: readonly (readonly ComposeInput[])[],
  stances: readonly (Standing['stance'] | undefined)[],
) {
  const { pace, rules } = request
  const steadyAt = (atSeconds: number): Pace => {
    const breath = breathAt(pace, atSeconds)
    return { start: breath, settled: breath, settleMinutes: 0 }
  }
  // With every option dropped before it, an entry may come first and hold the lead-in.
  const lead = Math.max(0, rules.leadInSeconds - rules.announceSeconds)
  const earliest: number[] = []
  let soonest = 0
  let latest = 0
  const spans = choices.map(({ entry, options }, item) => {
    const inClosing = CLOSING_PARTS.includes(partOf(entry))
    const stance = stances[item]
    const slack = stance === undefined ? rules.stanceChangeSeconds + lead : 0
    const from: Standing = { atSeconds: 1, stance: stance === undefined ? ANY_STANCE : stance }
    const measured = options.map((option, place) => {
      if (option.drops) return { least: NOTHING, most: NOTHING }
      const at = (atSeconds: number) => measurePiece({ ...alone[item]![place]!, pace: steadyAt(atSeconds) }, from)
      const first = at(soonest)
      const longest = Math.max(total(first), total(at(pace.settleMinutes * 60))) + slack
      const lengths = [first, at(latest + longest)]
      const bound = (of: 'min' | 'max', sign: number): FitSpan => ({
        movingSeconds: Math[of](...lengths.map(({ movingSeconds }) => movingSeconds)) + (inClosing ? 0 : sign * slack),
        closingSeconds:
          Math[of](...lengths.map(({ closingSeconds }) => closingSeconds)) + (inClosing ? sign * slack : 0),
      })
      return { least: bound('min', -1), most: bound('max', 1) }
    })
    earliest[item] = soonest
    soonest += Math.max(0, Math.min(...measured.map(({ least }) => total(least))))
    latest += Math.max(...measured.map(({ most }) => total(most)))
    return measured
  })
  return { spans, earliest }
}
const NOTHING: FitSpan = { movingSeconds: 0, closingSeconds: 0 }
const total = ({ movingSeconds, closingSeconds }: FitSpan) => movingSeconds + closingSeconds
/** Beyond this the memory of lengths is not kept: a settling breath makes every start its own. */
const MOST_KNOWN = 200_000
/** A stance to come from; whether it must be changed is within the slack of the bounds. */
const ANY_STANCE = 'shoulderWidth' as const

const partOf = (entry: Entry) => (entry.kind === 'step' ? entry.part : (entry.steps[0]?.part ?? 'work'))
const entryName = (entry: Entry, { forms }: ComposeInput) =>
  entry.kind === 'group' ? entry.name : (forms.find(({ id }) => id === entry.formId)?.name ?? entry.formId)

/** What is different between the routine and the fitted one, each change with its reason. */
function changesBetween(request: FitRequest, fitted: Routine, seconds: number): FitChange[] {
  const before = compileTimeline(request).totalSeconds
  return request.routine.entries.flatMap((entry, place): FitChange[] => {
    const after = fitted.entries[place]!
    if (entry.off) return []
    const { of, present } = choiceOf(entry, request)
    const to = after.off ? 0 : choiceOf(after, request).present
    if (to === present && !after.off) return []
    const undone = { ...fitted, entries: fitted.entries.with(place, entry) }
    const secondsWithout = compileTimeline({ ...request, routine: undone }).totalSeconds
    return [
      { entryId: entry.id, name: entryName(entry, request), of, from: present, to, reason: reasonOf(), secondsWithout },
    ]

    function reasonOf(): FitReason {
      if (after.off) return 'dropped'
      const longer = seconds > secondsWithout
      const wanted = request.targetSeconds > before
      if (longer === wanted) return longer ? 'longer' : 'shorter'
      return longer && CLOSING_PARTS.includes(partOf(entry)) ? 'closing' : 'usual'
    }
  })
}

/** Which rules keep the length out of reach: each is lifted alone, and those that then free it are named. */
function bindingsOf(request: FitRequest, tolerance: number, result: FitResult): FitBinding[] {
  const { entries } = request.routine
  const active = entries.filter(({ off }) => !off)
  if (!active.some((entry) => CLOSING_PARTS.includes(partOf(entry)))) {
    if (request.rules.closingShare > 0) return [{ kind: 'noClosing' }]
  }
  const found: FitBinding[] = []
  if (request.rules.closingShare > 0) {
    const free = { ...request, rules: { ...request.rules, closingShare: 0 } }
    if (canMeet(problemOf(free, tolerance).problem)) {
      const { closingShare } = totalsOf(compileTimeline({ ...free, routine: fitOnce(free, tolerance).routine }))
      found.push({ kind: 'closing', sharePossible: closingShare ?? 0 })
    }
  }
  for (const entry of active) {
    const lifted = (change: Partial<Pick<Entry, 'pinned' | 'off'>>) => {
      const changed = {
        ...request.routine,
        entries: entries.map((other) => (other === entry ? { ...entry, ...change } : other)),
      }
      return canMeet(problemOf({ ...request, routine: changed }, tolerance).problem)
    }
    const named = { entryId: entry.id, name: entryName(entry, request) }
    if (entry.pinned && lifted({ pinned: false })) found.push({ kind: 'pinned', ...named })
    else if (!entry.optional && result.seconds > request.targetSeconds && lifted({ off: true })) {
      found.push({ kind: 'tooMany', ...named })
    }
  }
  if (found.length === 0 && !result.met)
    found.push({ kind: result.seconds < request.targetSeconds ? 'tooFew' : 'tooMuch' })
  return found
}
