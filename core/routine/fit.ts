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

/** One way to do an item: `cost` is a whole number from 0 on; `drops` leaves it out. */
export interface FitOption {
  value: number
  cost: number
  drops: boolean
}

/** Seconds before the closing and in it. */
export interface FitSpan {
  movingSeconds: number
  closingSeconds: number
}

export interface FitProblem<Place> {
  /** The options of each item. */
  items: readonly (readonly FitOption[])[]
  lowSeconds: number
  highSeconds: number
  /** Closing against moving, at least. */
  closingShare: number
  /** Where the first item begins. */
  start: Place
  /** The true length of an option begun at a place, and the place after it. */
  take: (item: number, option: number, place: Place) => FitSpan & { after: Place }
  /** Bounds of that length, wherever the item begins. */
  bounds: (item: number, option: number) => { least: FitSpan; most: FitSpan }
  /** Whether the length of an item is the same wherever it begins, for any of its options. */
  free: (item: number) => boolean
  /** One descent gives up after so many steps; the answer is then not proven. */
  mostSteps?: number
}

export interface FitAnswer {
  /** The option chosen for each item. */
  chosen: number[]
  movingSeconds: number
  closingSeconds: number
  /** Seconds outside the window; 0 inside. */
  missSeconds: number
  closingKept: boolean
  dropped: number
  cost: number
  /** False only when the search ran out of steps before it had ruled everything better out. */
  proven: boolean
}

const EPSILON = 1e-6
const MOST_STEPS = 100_000
const UNPROVEN_SHARE = 20
/** The window from both sides, and the closing. */
const PLAIN_MEASURES = 3
/** How far beyond the least possible cost the tables are made at first. */
const LEAST_REACH = 24
const REACH_SHARE = 0.2
/** Weights of the closing's surplus against the length in the joint bounds; any set is right, these prune well. */
/** Nobody practises for longer than this. */
const FARTHEST_MISS = 200_000
const JOINT_WEIGHTS = [0.3, 1, 3.3]
const MOST_WEIGHT = 40
const SHARPENING_ROUNDS = 24

/** A quantity that adds up over the items: a weight on moving and one on closing seconds, and a limit for the sum. */
interface Measure {
  moving: number
  closing: number
  /** The sum must reach at least this. */
  least: number
}

/** Solve a fit. Null when there is nothing to choose from. */
export function solveFit<Place>(problem: FitProblem<Place>): FitAnswer | null {
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
export function canMeet<Place>(problem: FitProblem<Place>): boolean {
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

class Search<Place> {
  private readonly count: number
  private readonly mostDrops: number
  private readonly mostCost: number
  private readonly spans: { least: FitSpan; most: FitSpan }[][]
  private readonly budget: number
  private readonly sequence: number[]
  /** Chosen out of its time: it moves nobody on. */
  private readonly freeAtEnd: boolean[] = []
  /** How many items at the beginning of the sequence are all the closing there is; 0 when some closing comes later in it. */
  private closingFirst = 0
  private readonly sharpest: number[] = []
  private proven = true

  constructor(private readonly problem: FitProblem<Place>) {
    this.count = problem.items.length
    this.mostDrops = problem.items.filter((options) => options.some(({ drops }) => drops)).length
    this.mostCost = problem.items.reduce((sum, options) => sum + Math.max(...options.map(({ cost }) => cost)), 0)
    this.spans = problem.items.map((options, item) => options.map((_, option) => problem.bounds(item, option)))
    this.budget = problem.mostSteps ?? MOST_STEPS
    this.sequence = this.searchOrder()
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

  /** What every answer must reach: the window from both sides, the closing, and their joint bounds. */
  private measures(low: number, high: number, closing: boolean): Measure[] {
    const share = this.problem.closingShare
    const plain: Measure[] = [
      { moving: 1, closing: 1, least: low - EPSILON },
      { moving: -1, closing: -1, least: -high - EPSILON },
    ]
    if (!closing || share === 0) return plain
    const longer = (weight: number): Measure => ({
      moving: 1 - weight * share,
      closing: 1 + weight,
      least: low - EPSILON,
    })
    const shorter = (weight: number): Measure => ({
      moving: -1 - weight * share,
      closing: -1 + weight,
      least: -high - EPSILON,
    })
    const joint = [longer, shorter].flatMap((of, side) => {
      // The window only shifts the bound: its sharpest weight is the same for all windows.
      const sharpest = (this.sharpest[side] ??= this.sharpestWeight(of))
      return [...JOINT_WEIGHTS, sharpest].map(of)
    })
    return [...plain, { moving: -share, closing: 1, least: -EPSILON }, ...joint]
  }

  /** The weight at which a joint bound of the whole is least (it is convex in the weight): found by cutting the range in thirds. */
  private sharpestWeight(of: (weight: number) => Measure): number {
    const bound = (weight: number) => {
      const measure = of(weight)
      return this.spans.reduce(
        (sum, options, item) => sum + Math.max(...options.map((_, option) => this.most(measure, item, option))),
        0,
      )
    }
    let from = 0
    let to = MOST_WEIGHT
    for (let round = 0; round < SHARPENING_ROUNDS; round += 1) {
      const third = (to - from) / 3
      if (bound(from + third) < bound(to - third)) to -= third
      else from += third
    }
    return (from + to) / 2
  }

  /** The most that an option can add to a measure. */
  private most({ moving, closing }: Measure, item: number, option: number): number {
    const { least, most } = this.spans[item]![option]!
    return moving * (moving > 0 ? most : least).movingSeconds + closing * (closing > 0 ? most : least).closingSeconds
  }

  meets(): boolean {
    return this.canReach(this.problem.lowSeconds, this.problem.highSeconds, true, this.mostDrops)
  }

  /** The fewest drops, then the least cost, with a length in the window; null when none has one. */
  cheapest(low: number, high: number, closing: boolean): FitAnswer | null {
    const measures = this.measures(low, high, closing)
    let drops = 0
    while (!this.canReach(low, high, closing, drops)) {
      drops += 1
      if (drops > this.mostDrops) return null
    }
    // Whole tables are dear: they are made only from the least cost on that the plain measures leave possible, and not far beyond.
    let from = this.leastCost(measures.slice(0, PLAIN_MEASURES), drops)
    while (from <= this.mostCost) {
      const cap = Math.min(this.mostCost, from + Math.max(LEAST_REACH, Math.ceil(from * REACH_SHARE)))
      const tables = measures.map((measure) => this.table(measure, drops, cap, true))
      const root = drops * (cap + 1)
      for (let cost = from; cost <= cap; cost += 1) {
        if (!measures.every(({ least }, at) => tables[at]![root + cost]! >= least)) continue
        const found = this.descend(measures, tables, drops, cost, cap)
        if (found) return this.answer(found)
      }
      from = cap + 1
    }
    return null
  }

  /** The least cost at which every one of these measures can be reached by itself; beyond the most cost when one never is. */
  private leastCost(measures: readonly Measure[], drops: number): number {
    for (let reach = LEAST_REACH; ; reach *= 2) {
      const cap = Math.min(reach, this.mostCost)
      const tables = measures.map((measure) => this.table(measure, drops, cap, true))
      const root = drops * (cap + 1)
      for (let cost = 0; cost <= cap; cost += 1) {
        if (measures.every(({ least }, at) => tables[at]![root + cost]! >= least)) return cost
      }
      if (cap === this.mostCost) return this.mostCost + 1
    }
  }

  /**
   * For each item, drops left and cost left (flat, in this order): the most that the items from it on can add to a measure.
   * With `counted` false costs do not matter, and `cap` is 0.
   */
  private table(measure: Measure, drops: number, cap: number, counted: boolean): Float64Array {
    const width = cap + 1
    const layer = (drops + 1) * width
    const values = new Float64Array((this.count + 1) * layer).fill(-Infinity)
    values.fill(0, this.count * layer)
    for (let item = this.count - 1; item >= 0; item -= 1) {
      const chosenItem = this.sequence[item]!
      for (const { cost: asked, isDrop, adds } of this.usefulOptions(measure, chosenItem, counted)) {
        const drop = isDrop ? 1 : 0
        for (let left = drop; left <= drops; left += 1) {
          const here = item * layer + left * width
          const next = (item + 1) * layer + (left - drop) * width - asked
          for (let spend = asked; spend <= cap; spend += 1) {
            const value = adds + values[next + spend]!
            if (value > values[here + spend]!) values[here + spend] = value
          }
        }
      }
    }
    return values
  }

  /** The options that can matter to a measure: none that costs more than another and adds no more. */
  private usefulOptions(
    measure: Measure,
    item: number,
    counted: boolean,
  ): { cost: number; isDrop: boolean; adds: number }[] {
    const all = this.problem.items[item]!.map(({ cost, drops }, option) => ({
      cost: counted ? cost : 0,
      isDrop: drops,
      adds: this.most(measure, item, option),
    })).sort((one, other) => one.cost - other.cost || other.adds - one.adds)
    const best = { kept: -Infinity, dropped: -Infinity }
    return all.filter(({ isDrop, adds }) => {
      const kind = isDrop ? 'dropped' : 'kept'
      if (adds <= best[kind]) return false
      best[kind] = adds
      return true
    })
  }

  /** The first choice in order that spends no more than the drops and the cost and reaches every measure. */
  private descend(
    measures: readonly Measure[],
    tables: readonly Float64Array[],
    drops: number,
    cost: number,
    cap: number,
  ): number[] | null {
    const { items, take } = this.problem
    const width = cap + 1
    const layer = (drops + 1) * width
    const chosen: number[] = []
    // Once a descent has run out, the answer is not proven anyway: the next ones only look for a good one.
    let stepsLeft = this.proven ? this.budget : this.budget / UNPROVEN_SHARE
    const go = (item: number, place: Place, moving: number, closing: number, left: number, spend: number): boolean => {
      stepsLeft -= 1
      if (stepsLeft < 0) {
        this.proven = false
        return false
      }
      const here = item * layer + left * width + spend
      for (let at = 0; at < measures.length; at += 1) {
        const measure = measures[at]!
        if (measure.moving * moving + measure.closing * closing + tables[at]![here]! < measure.least) return false
      }
      if (item === this.count) return true
      const now = this.sequence[item]!
      const options = items[now]!
      for (let option = 0; option < options.length; option += 1) {
        const { cost: asked, drops: isDrop } = options[option]!
        const leftAfter = isDrop ? left - 1 : left
        if (asked > spend || leftAfter < 0) continue
        const taken = take(now, option, place)
        chosen[now] = option
        const movingAfter = moving + taken.movingSeconds
        const closingAfter = closing + taken.closingSeconds
        const after = this.freeAtEnd[now] ? place : taken.after
        if (go(item + 1, after, movingAfter, closingAfter, leftAfter, spend - asked)) return true
      }
      return false
    }
    return go(0, this.problem.start, 0, 0, drops, cost) ? chosen.slice() : null
  }

  /** The least seconds, in whole tolerances, by which the window must be widened to be met; null when nothing keeps the closing. */
  leastMiss(closing: boolean): number | null {
    const { lowSeconds, highSeconds, closingShare } = this.problem
    const surplus = { moving: -closingShare, closing: 1, least: 0 }
    if (closing && this.table(surplus, this.mostDrops, 0, false)[this.mostDrops]! < -EPSILON) return null
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
    const measures = this.measures(low, high, closing)
    const tables = measures.map((measure) => this.table(measure, drops, 0, false))
    const layer = drops + 1
    const share = closing ? this.problem.closingShare : 0
    const closesUntil = share > 0 ? this.closingFirst : 0
    let stepsLeft = this.proven ? this.budget : this.budget / UNPROVEN_SHARE
    const go = (item: number, place: Place, moving: number, closingNow: number, left: number): boolean => {
      stepsLeft -= 1
      if (stepsLeft < 0) {
        this.proven = false
        return false
      }
      const here = item * layer + left
      for (let at = 0; at < measures.length; at += 1) {
        const measure = measures[at]!
        if (measure.moving * moving + measure.closing * closingNow + tables[at]![here]! < measure.least) return false
      }
      if (item === this.count) return true
      const now = this.sequence[item]!
      const options = items[now]!
      const tried = options.map((_, option) => take(now, option, place))
      const next = (item + 1) * layer + left
      // The most closing first, as it leaves the widest window; then towards the middle of what is left of the window.
      const longest = item < closesUntil ? Infinity : closingNow * (1 + 1 / share)
      const middle = (low + Math.max(low, Math.min(high, longest))) / 2
      const wanted = middle - moving - closingNow - (tables[0]![next]! - tables[1]![next]!) / 2
      const off = tried.map(({ movingSeconds, closingSeconds }) =>
        item < closesUntil ? -closingSeconds : Math.abs(movingSeconds + closingSeconds - wanted),
      )
      const order = options.map((_, option) => option).sort((one, other) => off[one]! - off[other]!)
      return order.some((option) => {
        const leftAfter = options[option]!.drops ? left - 1 : left
        if (leftAfter < 0) return false
        const { movingSeconds, closingSeconds, after } = tried[option]!
        const onward = this.freeAtEnd[now] ? place : after
        return go(item + 1, onward, moving + movingSeconds, closingNow + closingSeconds, leftAfter)
      })
    }
    return go(0, start, 0, 0, drops)
  }

  private answer(chosen: number[]): FitAnswer {
    const { items, take, lowSeconds, highSeconds, closingShare } = this.problem
    let place = this.problem.start
    let movingSeconds = 0
    let closingSeconds = 0
    let cost = 0
    let dropped = 0
    chosen.forEach((option, item) => {
      const taken = take(item, option, place)
      place = taken.after
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
      closingKept: closingSeconds >= closingShare * movingSeconds - EPSILON,
      dropped,
      cost,
      proven: this.proven,
    }
  }
}
