/**
 * Measures a sound that is heard block by block in stretches of one length, wherever the blocks end. `measure` takes what of a block belongs to
 * one stretch, `join` puts together what was measured of it, from 0; `finished` hears what each whole one came to.
 */
export function createStretches(
  lengthSamples: number,
  measure: (channels: readonly Float32Array[], from: number, to: number) => number,
  join: (before: number, now: number) => number,
  finished: (measured: number) => void,
) {
  let open = 0
  let inOpen = 0
  return {
    /** What the last stretch came to so far; null where none has begun. */
    unfinished: () => (inOpen > 0 ? open : null),
    add(channels: readonly Float32Array[]): void {
      const length = channels[0]!.length
      for (let from = 0; from < length;) {
        const to = Math.min(length, from + lengthSamples - inOpen)
        open = join(open, measure(channels, from, to))
        inOpen += to - from
        from = to
        if (inOpen < lengthSamples) continue
        finished(open)
        open = 0
        inOpen = 0
      }
    },
  }
}
