import { chanceFrom } from '#core/basics'

const given = process.argv.indexOf('--seed')

/** What a bench draws its cases from: `npm run bench -- NAME --seed N`, 1 when left out. Other seeds look at other cases. */
export const SEED = given < 0 ? 1 : Number(process.argv[given + 1])
if (!Number.isInteger(SEED)) throw new Error('--seed wants a whole number')

/** The same numbers for the same seed. */
export const chance = chanceFrom(SEED)

/** One of some, by chance. */
export const oneOf = <T>(list: readonly T[]): T => list[Math.floor(chance() * list.length)]!

/** A number between two, by chance. */
export const between = (least: number, most: number) => least + chance() * (most - least)
