/** The median; NaN of nothing. */
export function median(values: readonly number[]): number {
  if (values.length === 0) return Number.NaN
  const sorted = [...values].sort((one, other) => one - other)
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/**
 * Robust standard deviation: 1.4826 times the median absolute deviation from the median (the factor makes it agree with the
 * standard deviation of a normal distribution; Rousseeuw and Croux 1993, from memory).
 */
export function deviation(values: readonly number[]): number {
  const middle = median(values)
  return 1.4826 * median(values.map((value) => Math.abs(value - middle)))
}
