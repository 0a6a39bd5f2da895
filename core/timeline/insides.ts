import { sum } from 'd3-array'
import type { MoveChange } from './types'

/** What a count goes through on its way: the positions of a hold, the words of beats. */
export interface Part {
  index: number
  /** k of n within it. */
  repetition: number
  repetitions: number
}

/**
 * How many breaths of a hold each of its positions gets: the same for each, and what was asked for besides; breaths that do not share out
 * are stayed for in the last one.
 */
export function partsOfHold(positions: number, breaths: number, changes: readonly MoveChange[]): number[] {
  const more = Array.from({ length: positions }, (_, index) =>
    sum(changes, (change) => (change.move === index ? change.more : 0)),
  )
  const each = Math.max(0, Math.floor((breaths - sum(more)) / positions))
  const parts = more.map((extra) => Math.max(0, each + extra))
  const before = sum(parts.slice(0, -1))
  return [...parts.slice(0, -1), Math.max(parts.at(-1)!, breaths - before)]
}

/**
 * How many beats each of some words holds for, in the proportion of their lengths and in their order: 36 rubs, then 9 strokes; and what was
 * asked for besides.
 */
export function partsOfBeats(lengths: readonly number[], beats: number, changes: readonly MoveChange[] = []): number[] {
  const whole = sum(lengths)
  const plain = Math.max(0, beats - sum(changes, ({ more }) => more))
  const ends = lengths.map((_, index) => Math.round((plain * sum(lengths.slice(0, index + 1))) / whole))
  const parts = ends.map((end, index) =>
    Math.max(0, end - (ends[index - 1] ?? 0) + sum(changes, ({ move, more }) => (move === index ? more : 0))),
  )
  const before = sum(parts.slice(0, -1))
  return [...parts.slice(0, -1), Math.max(0, beats - before)]
}

/** The part in which the k-th of a count is; null where there are no parts. */
export function partOf(parts: readonly number[] | null, repetition: number): Part | null {
  if (!parts) return null
  let before = 0
  for (let index = 0; index < parts.length; index += 1) {
    const repetitions = parts[index]!
    if (repetition <= before + repetitions || index === parts.length - 1) {
      return { index, repetition: repetition - before, repetitions }
    }
    before += repetitions
  }
  return null
}
