import { quantileSorted } from 'd3-array'
import { chanceFrom, meanOf } from '../basics'
import { blockSums, normalQuantile } from './flips'

/** How alike values are that follow each other, from -1 to 1 (the autocorrelation at lag one); 0 where that cannot be told. */
export function autocorrelation(values: ArrayLike<number>): number {
  const middle = meanOf(values)
  let together = 0
  let apart = 0
  let last = 0
  for (let at = 0; at < values.length; at += 1) {
    const from = values[at]! - middle
    apart += from * from
    together += from * last
    last = from
  }
  return apart > 0 ? together / apart : 0
}

/**
 * How many values that follow each other are one block, so that blocks are nearly free of each other: for a first-order autoregression, after
 * Carlstein (Annals of Statistics 14, 1986), (2r / (1 - r²))^(2/3) n^(1/3). From memory. The autocorrelation of few values is told too small by
 * about (1 + 4r) / n (Marriott and Pope, Biometrika 41, 1954; from memory), which is given back. `told` is their autocorrelation, where it is known.
 */
export function blockLength(values: ArrayLike<number>, told = autocorrelation(values)): number {
  const { length } = values
  if (length < 4) return 1
  const like = Math.min(0.95, told + (1 + 4 * told) / length)
  if (like <= 0) return 1
  const fitting = ((2 * like) / (1 - like * like)) ** (2 / 3) * length ** (1 / 3)
  return Math.max(1, Math.min(Math.round(fitting), Math.ceil(length / 6)))
}

const RESAMPLES = 1000
/** Above so many blocks, the interval of the normal curve and that of resampling are the same to what is shown. */
const RESAMPLED_BLOCKS = 60

/**
 * Between what the mean lies, in `share` of such samples: whole blocks are drawn again and again (Efron and Tibshirani, An Introduction to
 * the Bootstrap, 1993; percentiles, widened for few blocks by sqrt(n / (n - 1))). Null of fewer than two blocks.
 */
export function meanInterval(
  values: ArrayLike<number>,
  length: number,
  share = 0.95,
  seed = 1,
): [number, number] | null {
  const sums = blockSums(values, length)
  if (sums.length < 2) return null
  const middle = meanOf(values)
  const widened = Math.sqrt(sums.length / (sums.length - 1))
  const sizeOf = (block: number) => Math.min(length, values.length - block * length)
  if (sums.length > RESAMPLED_BLOCKS) {
    let apart = 0
    for (let block = 0; block < sums.length; block += 1) apart += (sums[block]! - middle * sizeOf(block)) ** 2
    const reach = (normalQuantile((1 + share) / 2) * widened * Math.sqrt(apart)) / values.length
    return [middle - reach, middle + reach]
  }
  const chance = chanceFrom(seed)
  const means = Float64Array.from({ length: RESAMPLES }, () => {
    let sum = 0
    let size = 0
    for (let draw = 0; draw < sums.length; draw += 1) {
      const block = Math.floor(chance() * sums.length)
      sum += sums[block]!
      size += sizeOf(block)
    }
    return sum / size
  }).sort()
  const at = (place: number) => middle + widened * (quantileSorted([...means], place)! - middle)
  return [at((1 - share) / 2), at((1 + share) / 2)]
}
