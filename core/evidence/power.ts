import { normalQuantile } from './flips'
import type { Outcome } from './observations'

/** The least gain that is worth telling: one word of a scale, two points of pain (Farrar and others, Pain 94, 2001; from memory). */
export const TELLING_GAIN: Record<Outcome, number> = { energy: 1, calm: 1, ease: 1, pain: 2 }
/** How surely a telling gain is to be found before it is said that there is none. */
export const WANTED_POWER = 0.8
/** How often something is claimed where nothing is. */
export const FALSE_CLAIMS = 0.05
/** How far changes spread before there are enough of one's own to tell, in telling gains, and how many of one's own weigh as much. Our choice. */
const USUAL_SPREAD = { gains: 1.2, weighs: 5 }
/** How closely practice and feeling must go together to be looked for: a correlation between "medium" and "large" after Cohen. Our choice. */
const TELLING_CORRELATION = 0.4

/** How far changes spread: one's own, held by the usual while there are few. `ownVariance` is of `count` changes. */
export const heldSpread = (ownVariance: number, count: number, tellingGain: number): number =>
  Math.sqrt(
    (USUAL_SPREAD.weighs * (USUAL_SPREAD.gains * tellingGain) ** 2 + Math.max(0, count - 1) * ownVariance) /
      (USUAL_SPREAD.weighs + Math.max(0, count - 1)),
  )

/** Both reaches of a test that must stand at such a chance: that of a claim and that of the wanted power. */
const reaches = (strictChance: number) => normalQuantile(1 - strictChance / 2) + normalQuantile(WANTED_POWER)

/** Values that are alike to those before them are worth fewer: (1 + r) / (1 - r) times as many are needed. */
const forLikeness = (like: number) => (1 + clamped(like)) / (1 - clamped(like))
const clamped = (like: number) => Math.min(0.9, Math.max(0, like))

/**
 * How many changes are needed to find a telling gain with the wanted power, when a claim must be no likelier than `strictChance` by chance:
 * ((z(1 - alpha / 2) + z(power)) spread / gain)² (Cohen, Statistical Power Analysis, 1988), and two more, as a spread is known from the
 * changes themselves. `like` is how alike changes are that follow each other.
 */
export const changesNeeded = (spread: number, tellingGain: number, strictChance: number, like = 0): number =>
  Math.ceil(((reaches(strictChance) * spread) / tellingGain) ** 2 * forLikeness(like)) + 2

/** The same for two things that may go together: (reaches / atanh(r))² + 3 (Fisher's z; Cohen 1988, from memory). */
export const pairsNeeded = (strictChance: number, like = 0): number =>
  Math.ceil((reaches(strictChance) / Math.atanh(TELLING_CORRELATION)) ** 2 * forLikeness(like)) + 3
