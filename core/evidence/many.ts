/**
 * How much of what would be claimed at each chance were false, at most, when many questions are asked at once: Benjamini and Hochberg,
 * "Controlling the false discovery rate", Journal of the Royal Statistical Society B 57 (1995). In the order of the chances given.
 */
export function falseDiscoveryRates(chances: readonly number[]): number[] {
  const order = chances.map((_, index) => index).sort((one, other) => chances[other]! - chances[one]!)
  const shares: number[] = []
  let least = 1
  order.forEach((index, place) => {
    least = Math.min(least, (chances[index]! * chances.length) / (chances.length - place))
    shares[index] = least
  })
  return shares
}
