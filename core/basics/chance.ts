import { randomLcg, randomNormal } from 'd3-random'

/** A source of numbers from 0 up to 1. */
export type Chance = () => number

/**
 * The same numbers for the same seed (a whole number): d3's linear congruential generator, begun far apart for seeds that are neighbours
 * (by itself it gives these nearly the same first number). The seed is mixed by the last steps of MurmurHash3 (Appleby, in the public
 * domain; its constants from memory).
 */
export function chanceFrom(seed: number): Chance {
  let bits = seed | 0
  bits = Math.imul(bits ^ (bits >>> 16), 0x85ebca6b)
  bits = Math.imul(bits ^ (bits >>> 13), 0xc2b2ae35)
  return randomLcg((bits ^ (bits >>> 16)) >>> 0)
}

/** Numbers about 0 with a standard deviation of 1, drawn from a source. */
export const normalFrom = (chance: Chance): (() => number) => randomNormal.source(chance)(0, 1)
