/**
 * Fitting to a time: which count each step takes, so that the whole meets a length. Exact, by depth-first branch and bound; it
 * knows nothing of forms or breath, only what each choice costs and how long it takes, which the caller asks the Timeline.
 *
 * The objective, in this order:
 * 1. the closing share is kept, wherever any choice keeps it;
 * 2. the miss: by how much the length lies outside the window, counted in tolerances (`missUnitSeconds`) and rounded up;
 * 3. the fewest optional steps dropped;
 * 4. the least sum of costs (how far from the usual counts);
 * 5. among equals, the first in the order of the options given, the closing before the rest.
 */
import { NO_HURRY, SAME_SECONDS, type CheckTime } from '../basics'
import { keepsClosing, type MovingAndClosing } from './closing'
import { FitBounds, LEAST_REACH, PLAIN_MEASURES, type Measure } from './fitBounds'
import type { FitAnswer, FitProblem } from './fitProblem'

const MOST_STEPS = 100_000
const UNPROVEN_SHARE = 20
/** How much farther than the least possible cost the tables are made. */
const REACH_SHARE = 0.2
/** So many steps pass between two looks at the clock. */
const STEPS_BETWEEN_LOOKS = 512
/** Nobody practises for longer than this. */
const FARTHEST_MISS = 200_000

/** Solve a fit. Null when there is nothing to choose from. Throws `TimeUpError` where it is given a time and that is up. */
export function solveFit<State>(problem: FitProblem<State>): FitAnswer | null {
  if (problem.items.some((options) => options.length === 0)) return null
  const search = new Search(problem)
  const { lowSeconds, highSeconds } = problem
  for (const closing of [true, false]) {
    const within = search.cheapest(lowSeconds, highSeconds, closing)
    if (within) return within
    const miss = search.leastMiss(closing)
    if (miss !== null) return search.cheapest(lowSeconds - miss, highSeconds + miss, closing)
  }
  return null
}

/** A hundredth of the length is not felt where the length cannot be met anyway. Our choice. */
const MISS_SHARE = 0.01

/** Whether the window can be met with the closing kept, whatever it costs and however much is dropped. */
export function canMeet<State>(problem: FitProblem<State>): boolean {
  if (problem.items.some((options) => options.length === 0)) return false
  return new Search(problem).meets()
}

/** What a miss is counted in: half the window, a hundredth of the length, and at least a second. */
export function missUnitSeconds({
  lowSeconds,
  highSeconds,
}: Pick<FitProblem<unknown>, 'lowSeconds' | 'highSeconds'>): number {
  return Math.max(1, (highSeconds - lowSeconds) / 2, MISS_SHARE * highSeconds)
}

class Search<State> {
  private readonly count: number
  private readonly mostDrops: number
  private readonly mostCost: number
  private readonly spans: { least: MovingAndClosing; most: MovingAndClosing }[][]
  private readonly budget: number
  private readonly sequence: number[]
  private readonly bounds: FitBounds
  /** Chosen out of its time: it moves nobody on. */
  private readonly freeAtEnd: boolean[] = []
  /** How many items at the beginning of the sequence are all the closing there is; 0 when some closing comes later in it. */
  private closingFirst = 0
  private proven = true
  private readonly checkTime: CheckTime

  constructor(private readonly problem: FitProblem<State>) {
    this.count = problem.items.length
    this.mostDrops = problem.items.filter((options) => options.some(({ drops }) => drops)).length
    this.mostCost = problem.items.reduce((sum, options) => sum + Math.max(...options.map(({ cost }) => cost)), 0)
    this.spans = problem.items.map((options, item) => options.map((_, option) => problem.bounds(item, option)))
    this.budget = problem.mostSteps ?? MOST_STEPS
    this.checkTime = problem.checkTime ?? NO_HURRY
    this.sequence = this.searchOrder()
    this.bounds = new FitBounds(
      problem.items,
      this.spans,
      this.sequence,
      problem.closingShare,
      this.mostDrops,
      this.checkTime,
    )
  }

  /**
   * In which order the items are chosen. Their order in time, but for those at the end that last the same wherever they begin: these
   * come first, and of them the closing. With the closing chosen, what is left of a fit is one sum in one window, which prunes far
   * better than two.
   */
  private searchOrder(): number[] {
    let from = this.count
    while (from > 0 && this.problem.free(from - 1)) from -= 1
    const all = Array.from({ length: this.count }, (_, item) => item)
    const closes = (item: number) => this.spans[item]!.some(({ most }) => most.closingSeconds > 0)
    const last = all.slice(from)
    for (const item of last) this.freeAtEnd[item] = true
    const closing = last.filter(closes)
    this.closingFirst = all.slice(0, from).some(closes) ? 0 : closing.length
    return [...closing, ...last.filter((item) => !closes(item)), ...all.slice(0, from)]
  }

  meets(): boolean {
    return this.canReach(this.problem.lowSeconds, this.problem.highSeconds, true, this.mostDrops)
  }

  /** The fewest drops, then the least cost, with a length in the window; null when none has one. */
  cheapest(low: number, high: number, closing: boolean): FitAnswer | null {
    const measures = this.bounds.measures(low, high, closing)
    let drops = 0
    while (!this.canReach(low, high, closing, drops)) {
      drops += 1
      if (drops > this.mostDrops) return null
    }
    // Whole tables are dear: they are made only from the least cost on that the plain measures leave possible, and not far beyond.
    let from = this.bounds.leastCost(measures.slice(0, PLAIN_MEASURES), drops, this.mostCost)
    while (from <= this.mostCost) {
      const cap = Math.min(this.mostCost, from + Math.max(LEAST_REACH, Math.ceil(from * REACH_SHARE)))
      const tables = measures.map((measure) => this.bounds.table(measure, drops, cap, true))
      const deadEnds = new DeadEnds(this.problem.alike)
      const root = drops * (cap + 1)
      for (let cost = from; cost <= cap; cost += 1) {
        if (!measures.every(({ least }, at) => tables[at]![root + cost]! >= least)) continue
        const found = this.descend(measures, tables, drops, cost, cap, deadEnds)
        if (found) return this.answer(found)
      }
      from = cap + 1
    }
    return null
  }

  /** The first choice in order that spends no more than the drops and the cost and reaches every measure. */
  private descend(
    measures: readonly Measure[],
    tables: readonly Float64Array[],
    drops: number,
    cost: number,
    cap: number,
    deadEnds: DeadEnds<State>,
  ): number[] | null {
    const { items, take } = this.problem
    const width = cap + 1
    const layer = (drops + 1) * width
    const chosen: number[] = []
    // Once a descent has run out, the answer is not proven anyway: the next ones only look for a good one.
    let stepsLeft = this.proven ? this.budget : this.budget / UNPROVEN_SHARE
    const go = (
      item: number,
      state: State,
      moving: number,
      closing: number,
      dropsRemaining: number,
      spend: number,
    ): boolean => {
      stepsLeft -= 1
      if (stepsLeft % STEPS_BETWEEN_LOOKS === 0) this.checkTime()
      if (stepsLeft < 0) {
        this.proven = false
        return false
      }
      const here = item * layer + dropsRemaining * width + spend
      for (let at = 0; at < measures.length; at += 1) {
        const measure = measures[at]!
        if (measure.moving * moving + measure.closing * closing + tables[at]![here]! < measure.least) return false
      }
      if (item === this.count) return true
      const place = deadEnds.placeOf(here, moving, closing, state)
      if (deadEnds.has(place)) return false
      const now = this.sequence[item]!
      const options = items[now]!
      for (let option = 0; option < options.length; option += 1) {
        const { cost: asked, drops: isDrop } = options[option]!
        const leftAfter = isDrop ? dropsRemaining - 1 : dropsRemaining
        if (asked > spend || leftAfter < 0) continue
        const taken = take(now, option, state)
        chosen[now] = option
        const movingAfter = moving + taken.movingSeconds
        const closingAfter = closing + taken.closingSeconds
        const after = this.freeAtEnd[now] ? state : taken.after
        if (go(item + 1, after, movingAfter, closingAfter, leftAfter, spend - asked)) return true
      }
      if (stepsLeft >= 0) deadEnds.add(place)
      return false
    }
    return go(0, this.problem.start, 0, 0, drops, cost) ? chosen.slice() : null
  }

  /** The least seconds, in whole tolerances, by which the window must be widened to be met; null when nothing keeps the closing. */
  leastMiss(closing: boolean): number | null {
    const { lowSeconds, highSeconds, closingShare } = this.problem
    const surplus = { moving: -closingShare, closing: 1, least: 0 }
    if (closing && this.bounds.reachTable(surplus)[this.mostDrops]! < -SAME_SECONDS) return null
    const unit = missUnitSeconds(this.problem)
    const reachable = (miss: number) =>
      this.canReach(lowSeconds - miss * unit, highSeconds + miss * unit, closing, this.mostDrops)
    let tooFew = -1
    let enough = 1
    while (!reachable(enough)) {
      tooFew = enough
      enough *= 2
      if (enough > FARTHEST_MISS) return null
    }
    while (enough - tooFew > 1) {
      const middle = Math.floor((enough + tooFew) / 2)
      if (reachable(middle)) enough = middle
      else tooFew = middle
    }
    return enough * unit
  }

  /** Whether any choice with at most so many drops has a length in the window, whatever it costs. */
  private canReach(low: number, high: number, closing: boolean, drops: number): boolean {
    const { items, take, start } = this.problem
    const measures = this.bounds.measures(low, high, closing)
    const tables = measures.map((measure) => this.bounds.reachTable(measure))
    const layer = this.mostDrops + 1
    const share = closing ? this.problem.closingShare : 0
    const closesUntil = share > 0 ? this.closingFirst : 0
    const deadEnds = new DeadEnds(this.problem.alike)
    let stepsLeft = this.proven ? this.budget : this.budget / UNPROVEN_SHARE
    const go = (item: number, state: State, moving: number, closingNow: number, dropsRemaining: number): boolean => {
      stepsLeft -= 1
      if (stepsLeft % STEPS_BETWEEN_LOOKS === 0) this.checkTime()
      if (stepsLeft < 0) {
        this.proven = false
        return false
      }
      const here = item * layer + dropsRemaining
      for (let at = 0; at < measures.length; at += 1) {
        const measure = measures[at]!
        if (measure.moving * moving + measure.closing * closingNow + tables[at]![here]! < measure.least) return false
      }
      if (item === this.count) return true
      const place = deadEnds.placeOf(here, moving, closingNow, state)
      if (deadEnds.has(place)) return false
      const now = this.sequence[item]!
      const options = items[now]!
      const tried = options.map((_, option) => take(now, option, state))
      const next = (item + 1) * layer + dropsRemaining
      // The most closing first, as it leaves the widest window; then towards the middle of what is left of the window.
      const longest = item < closesUntil ? Infinity : closingNow * (1 + 1 / share)
      const middle = (low + Math.max(low, Math.min(high, longest))) / 2
      const wanted = middle - moving - closingNow - (tables[0]![next]! - tables[1]![next]!) / 2
      const off = tried.map(({ movingSeconds, closingSeconds }) =>
        item < closesUntil ? -closingSeconds : Math.abs(movingSeconds + closingSeconds - wanted),
      )
      const order = options.map((_, option) => option).sort((one, other) => off[one]! - off[other]!)
      const isReached = order.some((option) => {
        const leftAfter = options[option]!.drops ? dropsRemaining - 1 : dropsRemaining
        if (leftAfter < 0) return false
        const { movingSeconds, closingSeconds, after } = tried[option]!
        const onward = this.freeAtEnd[now] ? state : after
        return go(item + 1, onward, moving + movingSeconds, closingNow + closingSeconds, leftAfter)
      })
      if (!isReached && stepsLeft >= 0) deadEnds.add(place)
      return isReached
    }
    return go(0, start, 0, 0, drops)
  }

  private answer(chosen: number[]): FitAnswer {
    const { items, take, lowSeconds, highSeconds, closingShare } = this.problem
    let state = this.problem.start
    let movingSeconds = 0
    let closingSeconds = 0
    let cost = 0
    let dropped = 0
    chosen.forEach((option, item) => {
      const taken = take(item, option, state)
      state = taken.after
      movingSeconds += taken.movingSeconds
      closingSeconds += taken.closingSeconds
      cost += items[item]![option]!.cost
      dropped += items[item]![option]!.drops ? 1 : 0
    })
    const total = movingSeconds + closingSeconds
    return {
      chosen,
      movingSeconds,
      closingSeconds,
      missSeconds: Math.max(0, lowSeconds - total, total - highSeconds),
      closingKept: keepsClosing({ movingSeconds, closingSeconds }, closingShare),
      dropped,
      cost,
      proven: this.proven,
    }
  }
}

/**
 * From where nothing was reached. Lengths are sums of whole breaths, so that many choices come to the same length, and what follows them is the same;
 * without this each of them would be followed to its end.
 */
class DeadEnds<State> {
  private readonly places = new Set<string>()

  constructor(private readonly alike: (state: State) => string) {}

  placeOf(here: number, moving: number, closing: number, state: State): string {
    return `${here}/${inMicroseconds(moving)}/${inMicroseconds(closing)}/${this.alike(state)}`
  }
  has(place: string): boolean {
    return this.places.has(place)
  }
  add(place: string) {
    if (this.places.size < MOST_REMEMBERED) this.places.add(place)
  }
}
/** More would fill a phone's memory with a search that comes to no end. Our choice. */
const MOST_REMEMBERED = 200_000
/** Sums of the same lengths in another order differ by less. */
const inMicroseconds = (seconds: number) => Math.round(seconds * 1e6)
