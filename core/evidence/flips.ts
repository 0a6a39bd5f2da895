import { chanceFrom } from '../basics'

/** Up to so many blocks, every way of turning their signs is counted; up to the next, some are drawn; above, a normal curve is as good. */
const COUNTED_BLOCKS = 15
const DRAWN_BLOCKS = 48
const DRAWS = 4000

/** Sums of values that follow each other, `length` at a time; the last may be of fewer. */
export function blockSums(values: ArrayLike<number>, length: number): ArrayLike<number> {
  if (length === 1) return values
  const sums = new Float64Array(Math.ceil(values.length / length))
  for (let block = 0; block < sums.length; block += 1) {
    const to = Math.min((block + 1) * length, values.length)
    for (let at = block * length; at < to; at += 1) sums[block]! += values[at]!
  }
  return sums
}

/**
 * How likely it is, were nothing there, that a sum comes to lie as far from 0 as this one, to either side: Fisher's randomisation of the
 * signs (Fisher, The Design of Experiments, 1935), of whole blocks where what follows on each other is alike. 1 of nothing. The normal
 * curve for many blocks errs, if at all, towards more: sums of turned signs have thinner tails.
 */
export function flipChance(sums: ArrayLike<number>, seed = 1): number {
  let seen = 0
  let reach = 0
  let size = 0
  let moving = 0
  for (let at = 0; at < sums.length; at += 1) {
    const sum = sums[at]!
    if (sum === 0) continue
    seen += sum
    reach += Math.abs(sum)
    size += sum * sum
    moving += 1
  }
  if (moving === 0) return 1
  if (moving > DRAWN_BLOCKS) return twoSided(seen / Math.sqrt(size))
  const moved = Array.from(sums).filter((sum) => sum !== 0)
  // What is equal but for the last bits of a sum is as far.
  const far = Math.abs(seen) - 1e-9 * reach
  return moving <= COUNTED_BLOCKS ? countedChance(moved, far) : drawnChance(moved, far, seed)
}

/** Of two ways that are each other's mirror one is looked at; from one to the next one sign is turned (in the order of Gray's code). */
function countedChance(sums: readonly number[], far: number): number {
  const ways = 2 ** (sums.length - 1)
  let sum = sums.reduce((total, each) => total + each, 0)
  let turned = 0
  let asFar = 0
  for (let way = 1; ; way += 1) {
    if (Math.abs(sum) >= far) asFar += 1
    if (way === ways) return asFar / ways
    const place = 31 - Math.clz32(way & -way)
    turned ^= 1 << place
    sum += (turned >> place) & 1 ? -2 * sums[place]! : 2 * sums[place]!
  }
}

/** With the one that was seen counted among those drawn, so that it is never below what drawing can tell (Phipson and Smyth 2010). */
function drawnChance(sums: readonly number[], far: number, seed: number): number {
  const chance = chanceFrom(seed)
  const eights = signedSums(sums)
  let asFar = 1
  for (let draw = 0; draw < DRAWS; draw += 1) {
    let sum = 0
    // One number gives the signs of 16 sums: its lower bits come back too soon.
    let bits = 0
    for (let index = 0; index < eights.length; index += 1) {
      bits = index % 2 === 0 ? Math.floor(chance() * 2 ** 16) : bits >> 8
      sum += eights[index]![bits & 255]!
    }
    if (Math.abs(sum) >= far) asFar += 1
  }
  return asFar / (DRAWS + 1)
}

/** For each eight that follow each other, what they come to with every way of turning their signs: by the ways, a bit set keeps its sign. */
function signedSums(sums: readonly number[]): Float64Array[] {
  return Array.from({ length: Math.ceil(sums.length / 8) }, (_, eight) =>
    Float64Array.from({ length: 256 }, (_, way) => {
      let sum = 0
      for (let bit = 0; bit < 8; bit += 1) sum += ((way >> bit) & 1 ? 1 : -1) * (sums[8 * eight + bit] ?? 0)
      return sum
    }),
  )
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
  let low = 0
  let high = 9
  while (high - low > 1e-7) {
    const middle = (low + high) / 2
    if (1 - normalTail(middle) < p) low = middle
    else high = middle
  }
  return (low + high) / 2
}
