/**
 * Meeting in the middle. Where a window is narrow, hardly any sum of lengths falls into it, and a descent would go through all nearly best
 * choices down to their last item. Instead the beginnings and the endings are listed apart, and joined by looking up which ending fits a
 * beginning (Horowitz and Sahni, "Computing partitions with applications to the knapsack problem", J. ACM 21, 1974; from memory).
 */
import { SAME_SECONDS } from '../basics'
import type { FitOption } from './fitProblem'

/**
 * Choices for the items up to the middle, in numbers side by side, as there may be a hundred thousand: what an ending may still cost and drop,
 * and between what its length must lie.
 */
export interface Beginnings {
  spend: number[]
  drops: number[]
  lowSeconds: number[]
  highSeconds: number[]
}

/** Lengths and costs of the items from the middle on; each item's length is the same wherever it begins. */
export interface Endings {
  options: readonly (readonly FitOption[])[]
  seconds: readonly (readonly number[])[]
  /** For each item and one more, by cost: the most that the endings from there on can last, and the least of it below zero. */
  mostSeconds: readonly Float64Array[]
  lessSeconds: readonly Float64Array[]
  /** Called for each option that is tried. */
  spendWork: () => void
}

/** The endings; the options are digits of one number. */
interface Listed {
  seconds: number[]
  cost: number[]
  drops: number[]
  code: number[]
}

/** A beginning and the options of an ending that fit it; null without a pair. */
export function joinHalves(
  { spend, drops, lowSeconds, highSeconds }: Beginnings,
  endings: Endings,
): { beginning: number; ending: number[] } | null {
  if (spend.length === 0) return null
  const listed = endingsFor({ spend, drops, lowSeconds, highSeconds }, endings)
  const near = bucketsOf(listed.seconds)
  const { members } = near
  const leastCosts = leastOfBlocks(members, listed.cost)
  const same = SAME_SECONDS
  for (let beginning = 0; beginning < spend.length; beginning += 1) {
    const least = lowSeconds[beginning]! - same
    const most = highSeconds[beginning]! + same
    const paid = spend[beginning]!
    const last = near.lastBefore(most)
    let at = near.firstFrom(least)
    while (at < last) {
      if (at % BLOCK === 0 && at + BLOCK <= last && leastCosts[at / BLOCK]! > paid) {
        at += BLOCK
        continue
      }
      const ending = members[at]!
      at += 1
      if (listed.cost[ending]! > paid || listed.drops[ending]! > drops[beginning]!) continue
      const seconds = listed.seconds[ending]!
      if (seconds >= least && seconds <= most)
        return { beginning, ending: optionsOf(listed.code[ending]!, endings.options) }
    }
  }
  return null
}

/** Endings that nobody can pay for are passed over so many at a time. */
const BLOCK = 64
function leastOfBlocks(members: Uint32Array, cost: readonly number[]): Int32Array {
  const least = new Int32Array(Math.ceil(members.length / BLOCK)).fill(2 ** 31 - 1)
  for (let at = 0; at < members.length; at += 1) {
    const block = Math.floor(at / BLOCK)
    least[block] = Math.min(least[block]!, cost[members[at]!]!)
  }
  return least
}

/** Put numbers into equal buckets, so that those near a value are found at once. Faster than sorting. */
function bucketsOf(values: readonly number[]) {
  const least = values.reduce((one, other) => Math.min(one, other), Infinity)
  const most = values.reduce((one, other) => Math.max(one, other), -Infinity)
  const count = values.length
  const scale = most > least ? (count - 1) / (most - least) : 0
  const bucketOf = (value: number) => Math.max(0, Math.min(count - 1, Math.floor((value - least) * scale)))
  const ends = new Uint32Array(count + 1)
  for (const value of values) ends[bucketOf(value) + 1]! += 1
  for (let bucket = 0; bucket < count; bucket += 1) ends[bucket + 1]! += ends[bucket]!
  const next = ends.slice()
  const members = new Uint32Array(count)
  for (const [index, value] of values.entries()) {
    const bucket = bucketOf(value)
    members[next[bucket]!] = index
    next[bucket]! += 1
  }
  return {
    members,
    firstFrom: (value: number) => (count > 0 ? ends[bucketOf(value)]! : 0),
    lastBefore: (value: number) => (count > 0 ? ends[bucketOf(value) + 1]! : 0),
  }
}

/** The digits of a number, the first item's the least of them. */
function optionsOf(code: number, options: Endings['options']): number[] {
  let rest = code
  return options.map(({ length }) => {
    const option = rest % length
    rest = Math.floor(rest / length)
    return option
  })
}

/** All endings that can fit any of the beginnings. */
function endingsFor(beginnings: Beginnings, endings: Endings): Listed {
  const { options, seconds, spendWork } = endings
  const same = SAME_SECONDS
  const mostSpend = beginnings.spend.reduce((most, spend) => Math.max(most, spend), 0)
  const mostDrops = beginnings.drops.reduce((most, drops) => Math.max(most, drops), 0)
  const { low, high } = needs(beginnings, endings, mostSpend)
  const listed: Listed = { seconds: [], cost: [], drops: [], code: [] }
  const go = (item: number, sum: number, cost: number, drops: number, code: number, digit: number): void => {
    if (item === options.length) {
      listed.seconds.push(sum)
      listed.cost.push(cost)
      listed.drops.push(drops)
      listed.code.push(code)
      return
    }
    const here = options[item]!
    const lowAfter = low[item + 1]!
    const highAfter = high[item + 1]!
    for (let option = 0; option < here.length; option += 1) {
      const costAfter = cost + here[option]!.cost
      const dropsAfter = here[option]!.drops ? drops + 1 : drops
      if (costAfter > mostSpend || dropsAfter > mostDrops) continue
      spendWork()
      const after = sum + seconds[item]![option]!
      if (after < lowAfter[costAfter]! - same || after > highAfter[costAfter]! + same) continue
      go(item + 1, after, costAfter, dropsAfter, code + option * digit, digit * here.length)
    }
  }
  go(0, 0, 0, 0, 0, 1)
  return listed
}

/**
 * For each item and each cost so far: the least and the most that an ending must have lasted by then for some beginning to take it, given
 * what it can still come to.
 */
function needs({ spend, lowSeconds, highSeconds }: Beginnings, endings: Endings, mostSpend: number) {
  const { options, mostSeconds, lessSeconds } = endings
  // Of the beginnings that can pay for an ending of a cost: the shortest and the longest that one may be.
  const shortest = new Float64Array(mostSpend + 1).fill(Infinity)
  const longest = new Float64Array(mostSpend + 1).fill(-Infinity)
  for (const [beginning, most] of spend.entries()) {
    shortest[most] = Math.min(shortest[most]!, lowSeconds[beginning]!)
    longest[most] = Math.max(longest[most]!, highSeconds[beginning]!)
  }
  for (let cost = mostSpend - 1; cost >= 0; cost -= 1) {
    shortest[cost] = Math.min(shortest[cost]!, shortest[cost + 1]!)
    longest[cost] = Math.max(longest[cost]!, longest[cost + 1]!)
  }
  const low: Float64Array[] = []
  const high: Float64Array[] = []
  for (let item = 0; item <= options.length; item += 1) {
    const lowHere = new Float64Array(mostSpend + 1).fill(Infinity)
    const highHere = new Float64Array(mostSpend + 1).fill(-Infinity)
    for (let more = 0; more <= mostSpend; more += 1) {
      const most = mostSeconds[item]![more]!
      const less = lessSeconds[item]![more]!
      for (let cost = 0; cost + more <= mostSpend; cost += 1) {
        const least = shortest[cost + more]! - most
        const longestHere = longest[cost + more]! + less
        if (least < lowHere[cost]!) lowHere[cost] = least
        if (longestHere > highHere[cost]!) highHere[cost] = longestHere
      }
    }
    low.push(lowHere)
    high.push(highHere)
  }
  return { low, high }
}
