import { partOfWork, SAME_SECONDS, withinWork, workOf, type Work } from '../basics'
import { keepsClosing, type MovingAndClosing } from './closing'
import { DeadEnds } from './deadEnds'
import { FitBounds, LEAST_REACH, PLAIN_MEASURES, type Measure } from './fitBounds'
import { joinHalves, type Beginnings } from './fitHalves'
import type { FitAnswer, FitProblem } from './fitProblem'

/** The usual work of a search: at most some seconds on a slow phone. Our choice. */
const MOST_WORK = 8_000_000
/** How much farther than the least possible cost the tables are made. */
const REACH_SHARE = 0.2
/** Whether a window can be reached is given up after such a part of the work that is left. Our choice. */
const REACH_WORK_SHARE = 0.03
/** So many steps of a descent, and the halves are joined instead; and so many items stand in the second one at most. Measured. */
const DESCENT_STEPS = 30_000
const MOST_ENDING_ITEMS = 10
/** Steps are counted in so many at a time. */
const STEPS_AT_A_TIME = 256
/** Nobody practises for longer than this. */
const FARTHEST_MISS = 200_000
/** A hundredth of the length is not felt where the length cannot be met anyway. Our choice. */
const MISS_SHARE = 0.01

/** What a miss is counted in: half the window, a hundredth of the length, and at least a second. */
export function missUnitSeconds({
  lowSeconds,
  highSeconds,
}: Pick<FitProblem<unknown>, 'lowSeconds' | 'highSeconds'>): number {
  return Math.max(1, (highSeconds - lowSeconds) / 2, MISS_SHARE * highSeconds)
}

/** The tables of one range of costs. */
interface Level<State> {
  measures: readonly Measure[]
  tables: readonly Float64Array[]
  drops: number
  cap: number
  deadEnds: DeadEnds<State>
  /** A descent did not come to its end here: halves are joined. */
  isHard: boolean
}

export class FitSearch<State> {
  private readonly count: number
  private readonly mostDrops: number
  private readonly mostCost: number
  private readonly spans: { least: MovingAndClosing; most: MovingAndClosing }[][]
  private readonly work: Work
  private readonly sequence: number[]
  private readonly bounds: FitBounds
  /** Chosen out of its time: it moves nobody on. */
  private readonly freeAtEnd: boolean[] = []
  /** Lengths of the options of such an item. */
  private readonly lengths: (MovingAndClosing & { after: State })[][] = []
  /** How many items at the beginning of the sequence are all the closing there is; 0 when some closing comes later in it. */
  private closingFirst = 0
  private proven = true
  private reached: number[] | null = null

  constructor(private readonly problem: FitProblem<State>) {
    this.count = problem.items.length
    this.mostDrops = problem.items.filter((options) => options.some(({ drops }) => drops)).length
    this.mostCost = problem.items.reduce((sum, options) => sum + Math.max(...options.map(({ cost }) => cost)), 0)
    this.spans = problem.items.map((options, item) => options.map((_, option) => problem.bounds(item, option)))
    this.work = problem.work ?? workOf(MOST_WORK)
    this.sequence = this.searchOrder()
    const { items, closingShare } = problem
    this.bounds = new FitBounds(items, this.spans, this.sequence, closingShare, this.mostDrops, this.work)
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
    for (const item of last) {
      this.freeAtEnd[item] = true
      const { items, start, take } = this.problem
      this.lengths[item] = items[item]!.map((_, option) => take(item, option, start))
    }
    const closing = last.filter(closes)
    this.closingFirst = all.slice(0, from).some(closes) ? 0 : closing.length
    return [...closing, ...last.filter((item) => !closes(item)), ...all.slice(0, from)]
  }

  meets(): boolean {
    const { lowSeconds, highSeconds } = this.problem
    return this.reach(lowSeconds, highSeconds, true, this.mostDrops) !== null
  }

  /** The best answer so far, for when the work is used up; null without any. */
  bestSoFar(): FitAnswer | null {
    this.proven = false
    return this.reached && this.answer(this.reached)
  }

  /** The fewest drops, then the least cost, with a length in the window; null when none has one. */
  cheapest(low: number, high: number, closing: boolean): FitAnswer | null {
    const measures = this.bounds.measures(low, high, closing)
    let drops = 0
    for (; ; drops += 1) {
      if (drops > this.mostDrops) return null
      const reached = this.reachHastily(low, high, closing, drops)
      this.reached = reached ?? this.reached
      if (reached) break
    }
    // Whole tables are dear: they are made only from the least cost on that the plain measures leave possible, and not far beyond.
    let from = this.bounds.leastCost(measures.slice(0, PLAIN_MEASURES), drops, this.mostCost)
    while (from <= this.mostCost) {
      const cap = Math.min(this.mostCost, from + Math.max(LEAST_REACH, Math.ceil(from * REACH_SHARE)))
      const tables = measures.map((measure) => this.bounds.table(measure, drops, cap, true))
      const level: Level<State> = {
        measures,
        tables,
        drops,
        cap,
        deadEnds: new DeadEnds(this.problem.alike),
        isHard: false,
      }
      const root = drops * (cap + 1)
      for (let cost = from; cost <= cap; cost += 1) {
        if (!measures.every(({ least }, at) => tables[at]![root + cost]! >= least)) continue
        const found = this.atCost(level, cost, { low, high, closing })
        if (found) return this.answer(found)
      }
      from = cap + 1
    }
    return null
  }

  /** A choice within the drops and the cost that reaches every measure; null without one. */
  private atCost(
    level: Level<State>,
    cost: number,
    window: { low: number; high: number; closing: boolean },
  ): number[] | null {
    const middle = this.middle(window.closing)
    // Each further cost takes more steps than the one before it.
    const found = level.isHard ? 'unended' : this.descend(level, cost, middle === null ? Infinity : DESCENT_STEPS)
    if (found !== 'unended') return found
    level.isHard = true
    return this.join(level, cost, middle!, window)
  }

  /** The item at which the sequence is split into halves: after the closing items. Null if some item is not free. */
  private middle(closing: boolean): number | null {
    const matters = closing && this.problem.closingShare > 0
    if (!this.sequence.every((item) => this.freeAtEnd[item]) || (matters && this.closingFirst === 0)) return null
    const first = matters ? this.closingFirst : 0
    const half = Math.ceil((first + this.count) / 2)
    return Math.max(half, this.count - MOST_ENDING_ITEMS)
  }

  /**
   * Go down through the sequence, as long as the measures can be reached. Null where nothing reaches them, 'unended' after so many steps.
   * With `until`, every beginning of so many items is told instead, until one is taken.
   */
  private descend(
    { measures, tables, drops, cap, deadEnds }: Level<State>,
    cost: number,
    mostSteps: number,
    until?: {
      item: number
      take: (chosen: readonly number[], moving: number, closing: number, spend: number, drops: number) => boolean
    },
  ): number[] | null | 'unended' {
    const { items, take } = this.problem
    const width = cap + 1
    const layer = (drops + 1) * width
    const chosen: number[] = []
    let steps = 0
    let isEnded = true
    /** Whether the choices so far can lead to an answer. Once the closing is chosen, joint bounds add nothing to the plain ones. */
    const isOpen = (item: number, here: number, moving: number, closing: number): boolean => {
      const count = this.closingFirst > 0 && item > this.closingFirst ? PLAIN_MEASURES : measures.length
      for (let at = 0; at < count && at < measures.length; at += 1) {
        const measure = measures[at]!
        if (measure.moving * moving + measure.closing * closing + tables[at]![here]! < measure.least) return false
      }
      return true
    }
    const go = (
      item: number,
      state: State,
      moving: number,
      closing: number,
      dropsLeft: number,
      spend: number,
    ): boolean => {
      if (item === until?.item) return until.take(chosen, moving, closing, spend, dropsLeft)
      if (item === this.count) return true
      const here = item * layer + dropsLeft * width + spend
      // The last item is tried as quickly as it is looked up.
      const remembers = !until && item < this.count - 1
      const place = remembers ? deadEnds.placeOf(here, moving, closing, state) : ''
      if (remembers && deadEnds.has(place)) return false
      const now = this.sequence[item]!
      const options = items[now]!
      for (let option = 0; option < options.length; option += 1) {
        const { cost: asked, drops: isDrop } = options[option]!
        const leftAfter = isDrop ? dropsLeft - 1 : dropsLeft
        if (asked > spend || leftAfter < 0) continue
        steps += 1
        if (steps % STEPS_AT_A_TIME === 0) this.work.spend(STEPS_AT_A_TIME)
        if (steps > mostSteps) isEnded = false
        if (!isEnded) return false
        const taken = this.lengths[now]?.[option] ?? take(now, option, state)
        const movingAfter = moving + taken.movingSeconds
        const closingAfter = closing + taken.closingSeconds
        const next = here + layer - asked - (isDrop ? width : 0)
        if (!isOpen(item + 1, next, movingAfter, closingAfter)) continue
        chosen[item] = option
        const after = this.freeAtEnd[now] ? state : taken.after
        if (go(item + 1, after, movingAfter, closingAfter, leftAfter, spend - asked)) return true
      }
      if (isEnded && remembers) deadEnds.add(place)
      return false
    }
    const root = drops * width + cost
    const isFound = isOpen(0, root, 0, 0) && go(0, this.problem.start, 0, 0, drops, cost)
    if (isFound) return this.inOrder(chosen)
    return isEnded ? null : 'unended'
  }

  /** The options of the items in their own order, of options in the order of the sequence. */
  private inOrder(chosen: readonly number[]): number[] {
    const inOrder: number[] = []
    this.sequence.forEach((item, at) => (inOrder[item] = chosen[at]!))
    return inOrder
  }

  /** The same by joining beginnings and endings. */
  private join(
    level: Level<State>,
    cost: number,
    middle: number,
    { low, high, closing }: { low: number; high: number; closing: boolean },
  ): number[] | null {
    const { tables, drops, cap } = level
    const share = closing ? this.problem.closingShare : 0
    const beginnings: Beginnings = { spend: [], drops: [], lowSeconds: [], highSeconds: [] }
    this.descend(level, cost, Infinity, {
      item: middle,
      take: (_, movingSeconds, closingSeconds, spend, dropsLeft) => {
        const longest = share > 0 ? Math.min(high, closingSeconds * (1 + 1 / share)) : high
        const done = movingSeconds + closingSeconds
        beginnings.spend.push(spend)
        beginnings.drops.push(dropsLeft)
        beginnings.lowSeconds.push(low - done)
        beginnings.highSeconds.push(longest - done)
        return false
      },
    })
    const ending = this.sequence.slice(middle)
    const width = cap + 1
    const rowsOf = (table: Float64Array) =>
      Array.from({ length: ending.length + 1 }, (_, item) => {
        const from = (middle + item) * (drops + 1) * width + drops * width
        return table.subarray(from, from + width)
      })
    const found = joinHalves(beginnings, {
      options: ending.map((item) => this.problem.items[item]!),
      seconds: ending.map((item) => this.lengths[item]!.map((each) => each.movingSeconds + each.closingSeconds)),
      mostSeconds: rowsOf(tables[0]!),
      lessSeconds: rowsOf(tables[1]!),
      spendWork: () => this.work.spend(),
    })
    if (!found) return null
    // The beginnings come in the same order again: the one that was found is taken when it is its turn.
    let turn = -1
    let chosen: number[] = []
    this.descend(level, cost, Infinity, {
      item: middle,
      take: (begun) => {
        turn += 1
        if (turn === found.beginning) chosen = [...begun, ...found.ending]
        return turn === found.beginning
      },
    })
    return this.inOrder(chosen)
  }

  /** The least seconds, in whole tolerances, by which the window must be widened to be met; null when nothing keeps the closing. */
  leastMiss(closing: boolean): number | null {
    const { lowSeconds, highSeconds, closingShare } = this.problem
    const surplus = { moving: -closingShare, closing: 1, least: 0 }
    if (closing && this.bounds.reachTable(surplus)[this.mostDrops]! < -SAME_SECONDS) return null
    const unit = missUnitSeconds(this.problem)
    const reachable = (miss: number) =>
      this.reachHastily(lowSeconds - miss * unit, highSeconds + miss * unit, closing, this.mostDrops) !== null
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

  /** `reach` with a share of the work. Without a result the window counts as out of reach, and the answer as not proven. */
  private reachHastily(low: number, high: number, closing: boolean, drops: number): number[] | null {
    const some = partOfWork(this.work, REACH_WORK_SHARE)
    return withinWork(
      () => this.reach(low, high, closing, drops, some),
      () => {
        this.proven = false
        return null
      },
    )
  }

  /** Any choice with a length in the window and at most so many drops, at any cost; null without one. */
  private reach(low: number, high: number, closing: boolean, drops: number, work = this.work): number[] | null {
    const { items, take, start } = this.problem
    const measures = this.bounds.measures(low, high, closing)
    const tables = measures.map((measure) => this.bounds.reachTable(measure))
    const layer = this.mostDrops + 1
    const share = closing ? this.problem.closingShare : 0
    const closesUntil = share > 0 ? this.closingFirst : 0
    const deadEnds = new DeadEnds(this.problem.alike)
    const chosen: number[] = []
    const go = (item: number, state: State, moving: number, closingNow: number, dropsRemaining: number): boolean => {
      work.spend()
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
      const tried = this.lengths[now] ?? options.map((_, option) => take(now, option, state))
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
        chosen[item] = option
        const { movingSeconds, closingSeconds, after } = tried[option]!
        const onward = this.freeAtEnd[now] ? state : after
        return go(item + 1, onward, moving + movingSeconds, closingNow + closingSeconds, leftAfter)
      })
      if (!isReached) deadEnds.add(place)
      return isReached
    }
    return go(0, start, 0, 0, drops) ? this.inOrder(chosen) : null
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
