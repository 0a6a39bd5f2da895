import { meanOf } from '../basics'

/**
 * What is left of values once a constant and the slopes on others are taken out, by least squares: each of the others is first freed of those
 * before it (Gram and Schmidt), so that no equations have to be solved.
 */
export function withoutSlopes(values: ArrayLike<number>, on: readonly ArrayLike<number>[]): Float64Array {
  const freed: Float64Array[] = []
  const free = (given: ArrayLike<number>): Float64Array => {
    const left = Float64Array.from(given)
    const middle = meanOf(left)
    for (let at = 0; at < left.length; at += 1) left[at]! -= middle
    for (const other of freed) {
      let size = 0
      let together = 0
      for (let at = 0; at < left.length; at += 1) {
        size += other[at]! * other[at]!
        together += left[at]! * other[at]!
      }
      if (size <= 1e-12) continue
      const slope = together / size
      for (let at = 0; at < left.length; at += 1) left[at]! -= slope * other[at]!
    }
    return left
  }
  for (const other of on) freed.push(free(other))
  return free(values)
}
