/**
 * What is left of values once a constant and the slopes on others are taken out, by least squares: each of the others is first freed of those
 * before it (Gram and Schmidt), so that no equations have to be solved.
 */
export function withoutSlopes(values: readonly number[], on: readonly (readonly number[])[]): number[] {
  const freed: number[][] = []
  const free = (given: readonly number[]): number[] => {
    const middle = given.reduce((sum, each) => sum + each, 0) / Math.max(1, given.length)
    return freed.reduce(
      (left, other) => {
        const size = other.reduce((sum, each) => sum + each * each, 0)
        if (size <= 1e-12) return left
        const slope = left.reduce((sum, each, index) => sum + each * other[index]!, 0) / size
        return left.map((each, index) => each - slope * other[index]!)
      },
      given.map((each) => each - middle),
    )
  }
  for (const other of on) freed.push(free(other))
  return free(values)
}
