import { median, variance } from 'd3-array'
import { meanOf } from '../basics'
import { FEELING_STEPS, PAIN } from '../journal'
import { OUTCOMES, type Observation, type Outcome } from './observations'
import { isPair } from './questions'
import { withoutSlopes } from './slopes'

/** A change turned so that more is better. */
export const better = (outcome: Outcome, change: number) => (outcome === 'pain' ? -change : change)

/** The sessions that say one outcome before and after, in columns of one length: years of them are gone through for every question. */
export interface Pairs {
  outcome: Outcome
  sessions: Observation[]
  /** Where each stands among all sessions. */
  places: number[]
  before: Float64Array
  gain: Float64Array
  /** The gain as it would be from the usual beginning. */
  fromUsual: Float64Array
  /** Their mean and their variance over all sessions. */
  mean: number
  spread: number
  /** The middle of all beginnings. */
  usual: number
}

/**
 * What came before is taken into account by the slopes of change on beginning over all sessions, its own and that of the other scales: whoever
 * begins low mostly rises, with or without practice (regression to the mean; Bland and Altman, British Medical Journal 308, 1994). Over all
 * sessions the mean gain stays as it is; what is left beside it is widened for the two slopes that were drawn from it.
 */
export function pairsOf(all: readonly Observation[], outcome: Outcome): Pairs {
  const places = all.flatMap((session, place) => (isPair(session, outcome) ? place : []))
  const sessions = places.map((place) => all[place]!)
  const before = new Float64Array(sessions.length)
  const gain = new Float64Array(sessions.length)
  sessions.forEach((session, index) => {
    before[index] = better(outcome, session.before[outcome]!)
    gain[index] = better(outcome, session.after[outcome]!) - before[index]!
  })
  const others = OUTCOMES.filter((other) => other !== outcome)
  const otherwise = sessions.map((session, index) => {
    let sum = 0
    let said = 0
    for (const other of others) {
      const value = session.before[other]
      if (value === null) continue
      sum += better(other, value)
      said += 1
    }
    return said > 0 ? sum / said : before[index]!
  })
  const middle = meanOf(gain)
  const widened = Math.sqrt(sessions.length / Math.max(1, sessions.length - 2))
  const fromUsual = withoutSlopes(gain, [before, otherwise]).map((left) => middle + widened * left)
  const mean = meanOf(fromUsual)
  const spread = variance(fromUsual) ?? 0
  return { outcome, sessions, places, before, gain, fromUsual, mean, spread, usual: median(before) ?? 0 }
}

export interface Began {
  sessions: number
  /** Mean change as said. */
  gain: number
}

/**
 * Sessions that began lower than usual, and the others. What began at the end of the scale can only go one way, and is no witness of that.
 */
export function beganGains({ outcome, before, gain, usual }: Pairs, asked: readonly number[]) {
  const [worst, best] = outcome === 'pain' ? [-PAIN.most, -PAIN.least] : [1, FEELING_STEPS]
  const gains = { lower: [] as number[], notLower: [] as number[], notHigher: [] as number[] }
  for (const at of asked) {
    const began = before[at]!
    if (began < usual) gains.lower.push(gain[at]!)
    else if (began < best) gains.notLower.push(gain[at]!)
    if (began <= usual && began > worst) gains.notHigher.push(gain[at]!)
  }
  return gains
}
export function beganOf(pairs: Pairs, asked: readonly number[]) {
  const gains = beganGains(pairs, asked)
  const part = (of: readonly number[]): Began => ({ sessions: of.length, gain: meanOf(of) })
  return { lower: part(gains.lower), notLower: part(gains.notLower), notHigher: part(gains.notHigher) }
}
/** How many sessions changed by how much. */
export function changesOf({ gain }: Pairs, asked: readonly number[]): { steps: number; sessions: number }[] {
  const counts = new Map<number, number>()
  for (const at of asked) counts.set(gain[at]!, (counts.get(gain[at]!) ?? 0) + 1)
  return [...counts].map(([steps, sessions]) => ({ steps, sessions })).sort((one, other) => one.steps - other.steps)
}
