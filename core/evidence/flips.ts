import { chanceFrom } from '../basics'

/** Up to so many blocks, every way of turning their signs is counted; up to the next, some are drawn; above, a normal curve is as good. */
const COUNTED_BLOCKS = 15
const DRAWN_BLOCKS = 48
const DRAWS = 4000

/** Sums of values that follow each other, `length` at a time; the last may be of fewer. */
export function blockSums(values: readonly number[], length: number): number[] {
  if (length === 1) return [...values]
  const sums: number[] = []
  for (let from = 0; from < values.length; from += length) {
    let sum = 0
    for (let at = from; at < Math.min(from + length, values.length); at += 1) sum += values[at]!
    sums.push(sum)
  }
  return sums
}

/**
 * How likely it is, were nothing there, that a sum comes to lie as far from 0 as this one, to either side: Fisher's randomisation of the
 * signs (Fisher, The Design of Experiments, 1935), of whole blocks where what follows on each other is alike. 1 of nothing. The normal
 * curve for many blocks errs, if at all, towards more: sums of turned signs have thinner tails.
 */
export function flipChance(sums: readonly number[], seed = 1): number {
  let [seen, reach, size, moving] = [0, 0, 0, 0]
  for (const sum of sums) {
    if (sum === 0) continue
    seen += sum
    reach += Math.abs(sum)
    size += sum * sum
    moving += 1
  }
  if (moving === 0) return 1
  if (moving > DRAWN_BLOCKS) return twoSided(seen / Math.sqrt(size))
  const moved = sums.filter((sum) => sum !== 0)
  // What is equal but for the last bits of a sum is as far.
  const far = Math.abs(seen) - 1e-9 * reach
  return moving <= COUNTED_BLOCKS ? countedChance(moved, far) : drawnChance(moved, far, seed)
}

function countedChance(sums: readonly number[], far: number): number {
  const ways = 2 ** sums.length
  let asFar = 0
  for (let way = 0; way < ways; way += 1) {
    let sum = 0
    for (let index = 0; index < sums.length; index += 1) sum += (way >> index) & 1 ? sums[index]! : -sums[index]!
    if (Math.abs(sum) >= far) asFar += 1
  }
  return asFar / ways
}

/** With the one that was seen counted among those drawn, so that it is never below what drawing can tell (Phipson and Smyth 2010). */
function drawnChance(sums: readonly number[], far: number, seed: number): number {
  const chance = chanceFrom(seed)
  let asFar = 1
  for (let draw = 0; draw < DRAWS; draw += 1) {
    let sum = 0
    // One number gives the signs of 16 sums: its lower bits come back too soon.
    let bits = 0
    for (let index = 0; index < sums.length; index += 1) {
      if (index % 16 === 0) bits = Math.floor(chance() * 2 ** 16)
      sum += bits & 1 ? sums[index]! : -sums[index]!
      bits >>= 1
    }
    if (Math.abs(sum) >= far) asFar += 1
  }
  return asFar / (DRAWS + 1)
}

/** The chance of a standard normal number beyond `z` on either side. */
export const twoSided = (z: number): number => Math.min(1, 2 * normalTail(Math.abs(z)))

/**
 * The chance of a standard normal number above `z`, for z of 0 or more: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2.17
 * (error below 7.5e-8; constants from memory).
 */
function normalTail(z: number): number {
  const t = 1 / (1 + 0.2316419 * z)
  const sum = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * sum
}

/** The number that a standard normal one lies below with chance `p`: the tail above turned round by halving, to 1e-7. */
export function normalQuantile(p: number): number {
  if (p < 0.5) return -normalQuantile(1 - p)
  let [low, high] = [0, 9]
  while (high - low > 1e-7) {
    const middle = (low + high) / 2
    if (1 - normalTail(middle) < p) low = middle
    else high = middle
  }
  return (low + high) / 2
}
