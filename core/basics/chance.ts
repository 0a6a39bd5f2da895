import { randomLcg, randomNormal } from 'd3-random'

/** A source of numbers from 0 up to 1. */
export type Chance = () => number

/**
 * The same numbers for the same seed (a whole number): a linear congruential generator. Seeds that are neighbours begin with nearly
 * the same number and part with the second: whoever draws once only spreads them.
 */
export const chanceFrom = (seed: number): Chance => randomLcg(seed)

/** Numbers about 0 with a standard deviation of 1, drawn from a source. */
export const normalFrom = (chance: Chance): (() => number) => randomNormal.source(chance)(0, 1)
