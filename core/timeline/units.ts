import { COUNT_UNITS, sidesInOrder, type Form, type Side } from '../forms'
import type { CountChange, SideCounts } from './types'

/** One unit of a count: a repetition, a breath, a beat, or a whole stretch of time on one side. */
export interface Unit {
  side: Side
  /** k of n on this side. */
  repetition: number
  repetitions: number
  /** Only for stretches of time. */
  seconds: number
}

/** The count of a step shared out to its sides; a count in all that is odd gives the first side the one more. */
export function countsBySide(
  form: Form,
  count: number,
  firstSide: 'left' | 'right',
  change: CountChange | undefined,
): SideCounts {
  const sides = sidesInOrder(form.sides, firstSide)
  const shares =
    sides.length === 1
      ? [count]
      : form.countScope === 'perSide'
        ? [count, count]
        : COUNT_UNITS[form.counting.by] === 'seconds'
          ? [count / 2, count / 2]
          : [Math.ceil(count / 2), Math.floor(count / 2)]
  const changes = [change?.first ?? 0, change?.second ?? 0]
  return sides.map((side, index) => ({ side, count: Math.max(0, shares[index]! + changes[index]!) }))
}

/** The units of a step in the order in which they are done. */
export function unitsInOrder(form: Form, counts: SideCounts): Unit[] {
  if (COUNT_UNITS[form.counting.by] === 'seconds') {
    return counts
      .filter(({ count }) => count > 0)
      .map(({ side, count }) => ({ side, repetition: 1, repetitions: 1, seconds: count }))
  }
  const unitsOf = ({ side, count }: SideCounts[number]): Unit[] =>
    Array.from({ length: count }, (_, done) => ({ side, repetition: done + 1, repetitions: count, seconds: 0 }))
  const bySide = counts.map(unitsOf)
  if (form.sides !== 'alternate') return bySide.flat()
  const longest = Math.max(...bySide.map((units) => units.length))
  return Array.from({ length: longest }, (_, turn) => bySide.flatMap((units) => units[turn] ?? [])).flat()
}
