/** A source of numbers from 0 up to 1. */
export type Chance = () => number

/** The same numbers for the same seed, by the public-domain generator mulberry32 (from memory). */
export function chanceFrom(seed: number): Chance {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}
