/**
 * What a fit can still reach: bounds of the sums that every answer must keep to, whatever is chosen later, in tables that a search looks
 * up at each step.
 */
import { SAME_SECONDS, type Work } from '../basics'
import type { MovingAndClosing } from './closing'
import type { FitOption } from './fitProblem'

/** The window from both sides, and the closing: the first of the measures. */
export const PLAIN_MEASURES = 3
/** How far beyond the least possible cost the tables are made at first. */
export const LEAST_REACH = 24
/** The most that the closing's surplus weighs against the length in a joint bound; any weight is right. */
const MOST_WEIGHT = 40
const SHARPENING_ROUNDS = 24
/** So many cells of a table are filled in the time of a step of the search. Measured. */
const CELLS_PER_STEP = 100

/** A quantity that adds up over the items: a weight on moving and one on closing seconds, and a limit for the sum. */
export interface Measure {
  moving: number
  closing: number
  /** The sum must reach at least this. */
  least: number
}

export class FitBounds {
  private readonly sharpest: number[] = []
  private readonly known = new Map<string, Float64Array>()

  /** The options of each item, the bounds of their lengths, and the order in which the items are chosen. */
  constructor(
    private readonly items: readonly (readonly FitOption[])[],
    private readonly spans: readonly (readonly { least: MovingAndClosing; most: MovingAndClosing }[])[],
    private readonly sequence: readonly number[],
    private readonly closingShare: number,
    private readonly mostDrops: number,
    private readonly work: Work,
  ) {}

  /** What every answer must reach: the window from both sides, the closing, and their joint bounds. */
  measures(low: number, high: number, closing: boolean): Measure[] {
    const share = this.closingShare
    const plain: Measure[] = [
      { moving: 1, closing: 1, least: low - SAME_SECONDS },
      { moving: -1, closing: -1, least: -high - SAME_SECONDS },
    ]
    if (!closing || share === 0) return plain
    const longer = (weight: number): Measure => ({
      moving: 1 - weight * share,
      closing: 1 + weight,
      least: low - SAME_SECONDS,
    })
    const shorter = (weight: number): Measure => ({
      moving: -1 - weight * share,
      closing: -1 + weight,
      least: -high - SAME_SECONDS,
    })
    const joint = [longer, shorter].flatMap((of, side) => {
      // The window only shifts the bound: its sharpest weight is the same for all windows.
      const sharpest = (this.sharpest[side] ??= this.sharpestWeight(of))
      // With the weight of one by the share, a bound tells that the closing chosen leaves no window; with one, and the sharpest, it prunes well.
      return [1, Math.min(MOST_WEIGHT, 1 / share), sharpest].map(of)
    })
    return [...plain, { moving: -share, closing: 1, least: -SAME_SECONDS }, ...joint]
  }

  /** The weight at which a joint bound of the whole is least (it is convex in the weight): found by cutting the range in thirds. */
  private sharpestWeight(of: (weight: number) => Measure): number {
    const bound = (weight: number) => {
      this.work.spend(this.spans.length)
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

  /** The least cost at which every one of these measures can be reached by itself; beyond the most cost when one never is. */
  leastCost(measures: readonly Measure[], drops: number, mostCost: number): number {
    for (let reach = LEAST_REACH; ; reach *= 2) {
      const cap = Math.min(reach, mostCost)
      const tables = measures.map((measure) => this.table(measure, drops, cap, true))
      const root = drops * (cap + 1)
      for (let cost = 0; cost <= cap; cost += 1) {
        if (measures.every(({ least }, at) => tables[at]![root + cost]! >= least)) return cost
      }
      if (cap === mostCost) return mostCost + 1
    }
  }

  /**
   * A table without costs, for any number of drops. What must be reached does not enter into it: one serves every window, and is made
   * once.
   */
  reachTable(measure: Measure): Float64Array {
    const key = `${measure.moving} ${measure.closing}`
    const table = this.known.get(key) ?? this.table(measure, this.mostDrops, 0, false)
    this.known.set(key, table)
    return table
  }

  /**
   * For each item, drops left and cost left (flat, in this order): the most that the items from it on can add to a measure.
   * With `counted` false costs do not matter, and `cap` is 0.
   */
  table(measure: Measure, drops: number, cap: number, counted: boolean): Float64Array {
    const width = cap + 1
    const layer = (drops + 1) * width
    const values = new Float64Array((this.sequence.length + 1) * layer).fill(-Infinity)
    values.fill(0, this.sequence.length * layer)
    for (let item = this.sequence.length - 1; item >= 0; item -= 1) {
      const chosenItem = this.sequence[item]!
      for (const { cost: asked, isDrop, adds } of this.usefulOptions(measure, chosenItem, counted)) {
        this.work.spend(Math.ceil(((drops + 1) * (cap + 1)) / CELLS_PER_STEP))
        const drop = isDrop ? 1 : 0
        for (let dropsRemaining = drop; dropsRemaining <= drops; dropsRemaining += 1) {
          const here = item * layer + dropsRemaining * width
          const next = (item + 1) * layer + (dropsRemaining - drop) * width - asked
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
    const all = this.items[item]!.map(({ cost, drops }, option) => ({
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
}
