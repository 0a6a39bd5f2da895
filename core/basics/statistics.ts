import { median as medianOf } from 'd3-array'

/** The median; NaN of nothing. */
export const median = (values: readonly number[]): number => medianOf(values) ?? Number.NaN

/**
 * Robust standard deviation: 1.4826 times the median absolute deviation from the median (the factor makes it agree with the
 * standard deviation of a normal distribution; Rousseeuw and Croux 1993, from memory).
 */
export function deviation(values: readonly number[]): number {
  const middle = median(values)
  return 1.4826 * median(values.map((value) => Math.abs(value - middle)))
}

/** The mean; 0 of nothing. */
export function meanOf(values: ArrayLike<number>): number {
  let sum = 0
  for (let at = 0; at < values.length; at += 1) sum += values[at]!
  return values.length > 0 ? sum / values.length : 0
}
