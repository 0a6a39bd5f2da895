/** A straight scale: where a value of the first span lies in the second, and back. */
export interface Straight {
  (value: number): number
  /** The value that lies there. */
  invert: (at: number) => number
}

/**
 * From one span to another, beyond their ends too. What d3-scale does besides (ticks, colours, the writing of numbers) is more than the first page
 * needs: 9 kB of it, gzipped.
 */
export function straight([from, to]: readonly [number, number], [start, end]: readonly [number, number]): Straight {
  const each = (end - start) / (to - from)
  return Object.assign((value: number) => start + (value - from) * each, {
    invert: (at: number) => from + (at - start) / each,
  })
}
