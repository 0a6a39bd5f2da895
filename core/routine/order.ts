import { ARC_PARTS, inManner, type ArcPart, type Form, type Stance } from '../forms'
import { partOf, type Entry, type Routine } from './types'

/** Why an order is better; each counts how often the fault stands in the order given and in the one suggested. */
export const ORDER_RULES = [
  'partsInOrder',
  'setInOrder',
  'comesLast',
  'heelsLate',
  'wideFirst',
  'smallFirst',
  'stanceChanges',
  'heavyInRow',
  'balanceInRow',
  'walkingAbout',
] as const
export type OrderRule = (typeof ORDER_RULES)[number]
export type OrderFaults = Record<OrderRule, number>

/** What one fault weighs. A fixed set is hardly ever broken up; the rest is taste. Our choice. */
export const ORDER_WEIGHTS: Record<Exclude<OrderRule, 'partsInOrder'>, number> = {
  setInOrder: 10_000,
  comesLast: 5000,
  heelsLate: 2000,
  wideFirst: 200,
  smallFirst: 150,
  stanceChanges: 100,
  heavyInRow: 280,
  balanceInRow: 240,
  walkingAbout: 60,
}
/** Leaving the order as it was costs nothing: of two equal orders the one nearer to it is taken. */
const MOVED_WEIGHT = 1
/** Parts of up to so many entries are ordered exactly; longer ones by improving until nothing helps. */
export const EXACT_ENTRIES = 12

export interface OrderSuggestion {
  routine: Routine
  before: OrderFaults
  after: OrderFaults
  /** Whether every part was short enough to be searched through. */
  exact: boolean
}

/** What of an entry matters for its place. */
interface Piece {
  entry: Entry
  stanceIn: Stance
  stanceOut: Stance
  heavy: { legs: boolean; shoulders: boolean }
  balance: boolean
  comesLast: boolean
  heelDrop: boolean
  walking: boolean
  set: { name: string; place: number } | null
  size: number
}

/** Small joints before large, from the hand and foot inwards. The order is common practice, no source. */
const JOINT_SIZE: Partial<Record<string, number>> = {
  eyes: 0,
  wrists: 1,
  feet: 1,
  ankles: 1,
  arms: 2,
  neck: 2,
  knees: 2,
  shoulders: 3,
  chest: 4,
  upperBack: 4,
  hips: 4,
  lowBack: 5,
  spine: 5,
  legs: 5,
}
const WIDTH: Record<Stance, number> = {
  wide: 3,
  diagonalStep: 3,
  bow: 3,
  low: 3,
  empty: 2,
  tandem: 0,
  shoulderWidth: 2,
  hipWidth: 1,
  oneLeg: 1,
  together: 0,
  seated: 1,
  lying: 1,
}
const HEAVY = 2

/**
 * The order that a careful teacher might give: parts in the order of the arc, and within each the fewest faults. Entries left out for
 * now keep their place at the end of their part. Forms that are not known are left where they are in their part.
 */
export function suggestOrder(routine: Routine, forms: readonly Form[]): OrderSuggestion {
  const known = new Map(forms.map((form) => [form.id, form]))
  const byPart = new Map<ArcPart, Entry[]>(ARC_PARTS.map((part) => [part, []]))
  for (const entry of routine.entries) byPart.get(partOf(entry))!.push(entry)
  let exact = true
  let before: Piece | null = null
  const entries = ARC_PARTS.flatMap((part) => {
    const list = byPart.get(part)!
    const pieces = list.filter(({ off }) => !off).map((entry) => pieceOf(entry, known))
    if (pieces.length > EXACT_ENTRIES) exact = false
    const order = pieces.length > EXACT_ENTRIES ? improve(pieces, before, part) : best(pieces, before, part)
    before = order.at(-1) ?? before
    return [...order.map(({ entry }) => entry), ...list.filter(({ off }) => off)]
  })
  const suggested = { ...routine, entries }
  return { routine: suggested, before: faultsOf(routine, known), after: faultsOf(suggested, known), exact }
}

function pieceOf(entry: Entry, known: ReadonlyMap<string, Form>): Piece {
  const steps = entry.kind === 'step' ? [entry] : entry.steps.filter(({ off }) => !off)
  const forms = steps.flatMap(({ formId, manner }) => {
    const form = known.get(formId)
    return form ? [inManner(form, manner)] : []
  })
  const first = forms[0]
  const last = forms.at(-1)
  const asks = (what: 'legs' | 'shoulders') => forms.some(({ effort }) => effort[what] >= HEAVY)
  return {
    entry,
    stanceIn: first?.moves[0]?.stance ?? first?.stance ?? 'shoulderWidth',
    stanceOut: last?.moves.at(-1)?.stance ?? last?.stance ?? 'shoulderWidth',
    heavy: { legs: asks('legs'), shoulders: asks('shoulders') },
    balance: forms.some(({ effort }) => effort.balance >= HEAVY),
    comesLast: forms.some(({ comesLast }) => comesLast),
    heelDrop: forms.some(({ cautions }) => cautions.includes('heelDrop')),
    walking: forms.some(({ school }) => school === 'walking'),
    set: entry.kind === 'step' ? (first?.set ?? null) : null,
    size: Math.max(0, ...forms.flatMap(({ areas }) => areas.map((area) => JOINT_SIZE[area] ?? 0))),
  }
}

/** Faults of one piece coming right after another. */
function besideFaults(one: Piece, other: Piece): Partial<OrderFaults> {
  const faults: Partial<OrderFaults> = {}
  if (one.stanceOut !== other.stanceIn) faults.stanceChanges = 1
  if ((one.heavy.legs && other.heavy.legs) || (one.heavy.shoulders && other.heavy.shoulders)) faults.heavyInRow = 1
  if (one.balance && other.balance) faults.balanceInRow = 1
  if (one.walking !== other.walking) faults.walkingAbout = 1
  return faults
}

/** Faults of one piece coming anywhere before another in the same part. */
function beforeFaults(one: Piece, other: Piece, part: ArcPart): Partial<OrderFaults> {
  const faults: Partial<OrderFaults> = {}
  if (one.comesLast && !other.comesLast) faults.comesLast = 1
  if (one.set && other.set && one.set.name === other.set.name && one.set.place > other.set.place) faults.setInOrder = 1
  // A fixed set knows best itself.
  if (one.set && other.set?.name === one.set.name) return faults
  if (one.heelDrop && !other.heelDrop) faults.heelsLate = 1
  if (WIDTH[one.stanceIn] === 0 && WIDTH[other.stanceIn] > 1) faults.wideFirst = 1
  if (part === 'loosen' && one.size > other.size) faults.smallFirst = 1
  return faults
}

const weigh = (faults: Partial<OrderFaults>) =>
  Object.entries(ORDER_WEIGHTS).reduce((sum, [rule, weight]) => sum + weight * (faults[rule as OrderRule] ?? 0), 0)

/** What it costs to have pieces beside and before each other, by place in the list given. */
function costsOf(pieces: readonly Piece[], before: Piece | null, part: ArcPart) {
  const table = (of: (one: number, other: number) => number) =>
    pieces.map((_, one) => pieces.map((_other, other) => (one === other ? 0 : of(one, other))))
  return {
    beside: table((one, other) => weigh(besideFaults(pieces[one]!, pieces[other]!))),
    before: table(
      (one, other) => weigh(beforeFaults(pieces[one]!, pieces[other]!, part)) + (one > other ? MOVED_WEIGHT : 0),
    ),
    first: pieces.map((piece) => (before ? weigh(besideFaults(before, piece)) : 0)),
  }
}

/** The best order of all, by dynamic programming over the sets of pieces already placed (Held and Karp 1962, from memory). */
function best(pieces: readonly Piece[], preceding: Piece | null, part: ArcPart): Piece[] {
  const count = pieces.length
  if (count < 2) return [...pieces]
  const { beside, before, first } = costsOf(pieces, preceding, part)
  const sets = 1 << count
  const cost = new Float64Array(sets * count).fill(Infinity)
  const from = new Int8Array(sets * count).fill(-1)
  for (let one = 0; one < count; one += 1) cost[(1 << one) * count + one] = first[one]!
  for (let set = 1; set < sets; set += 1) {
    for (let next = 0; next < count; next += 1) {
      if (set & (1 << next)) continue
      let placed = 0
      for (let one = 0; one < count; one += 1) if (set & (1 << one)) placed += before[one]![next]!
      const target = (set | (1 << next)) * count + next
      for (let last = 0; last < count; last += 1) {
        if (!(set & (1 << last))) continue
        const total = cost[set * count + last]! + placed + beside[last]![next]!
        if (total < cost[target]!) {
          cost[target] = total
          from[target] = last
        }
      }
    }
  }
  let set = sets - 1
  let last = 0
  for (let one = 1; one < count; one += 1) if (cost[set * count + one]! < cost[set * count + last]!) last = one
  const order: Piece[] = []
  while (last >= 0) {
    order.unshift(pieces[last]!)
    const earlier = from[set * count + last]!
    set &= ~(1 << last)
    last = earlier
  }
  return order
}

/** Take one piece after another to where it costs least, until nothing helps. */
function improve(pieces: readonly Piece[], preceding: Piece | null, part: ArcPart): Piece[] {
  const { beside, before, first } = costsOf(pieces, preceding, part)
  const total = (order: readonly number[]) =>
    order.reduce((sum, piece, at) => {
      const earlier = order.slice(0, at).reduce((all, one) => all + before[one]![piece]!, 0)
      return sum + earlier + (at === 0 ? first[piece]! : beside[order[at - 1]!]![piece]!)
    }, 0)
  let order = pieces.map((_, index) => index)
  let cost = total(order)
  for (let better = true; better;) {
    better = false
    for (let at = 0; at < order.length && !better; at += 1) {
      for (let to = 0; to < order.length && !better; to += 1) {
        const tried = order.toSpliced(at, 1).toSpliced(to, 0, order[at]!)
        const triedCost = total(tried)
        if (triedCost < cost) {
          order = tried
          cost = triedCost
          better = true
        }
      }
    }
  }
  return order.map((index) => pieces[index]!)
}

/** How often each rule is broken in a routine as it stands. */
function faultsOf(routine: Routine, known: ReadonlyMap<string, Form>): OrderFaults {
  const faults = Object.fromEntries(ORDER_RULES.map((rule) => [rule, 0])) as OrderFaults
  const pieces = routine.entries.filter(({ off }) => !off).map((entry) => pieceOf(entry, known))
  const add = (more: Partial<OrderFaults>) => {
    for (const [rule, times] of Object.entries(more)) faults[rule as OrderRule] += times
  }
  pieces.forEach((piece, at) => {
    if (at > 0) add(besideFaults(pieces[at - 1]!, piece))
    for (const earlier of pieces.slice(0, at)) {
      const one = partOf(earlier.entry)
      const other = partOf(piece.entry)
      if (one === other) add(beforeFaults(earlier, piece, one))
      else if (ARC_PARTS.indexOf(one) > ARC_PARTS.indexOf(other)) faults.partsInOrder += 1
    }
  })
  return faults
}
