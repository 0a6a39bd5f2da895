import type { ArcPart, CountingKind, Form, SideOrder } from './types'

/** What a count of each way of counting is made of. */
export const COUNT_UNITS: Record<CountingKind, 'repetitions' | 'breaths' | 'seconds' | 'beats'> = {
  breathRepetitions: 'repetitions',
  breathHold: 'breaths',
  time: 'seconds',
  beats: 'beats',
  open: 'seconds',
}

/** A move is done so often in a row at most. Our choice. */
export const MOST_TIMES = 36

/** Beats of which no tempo is said: one a second. Our choice. */
export const USUAL_BEATS_PER_MINUTE = 60

/** Parts of the arc in which what lasts a time is stillness; in the others it is movement, such as walking or brushing. */
const STILL_PARTS: readonly ArcPart[] = ['arrive', 'stand', 'settle']

/** Whether the body is still in what is counted so in this part of the arc. A hold is still everywhere. */
export const isStillCounting = (by: CountingKind, part: ArcPart) =>
  by === 'breathHold' || (COUNT_UNITS[by] === 'seconds' && STILL_PARTS.includes(part))

/** Whether the body is still in a form: as it says of itself, else as its counting and its part have it. */
export const isStillForm = ({ counting, part, still }: Pick<Form, 'counting' | 'part' | 'still'>) =>
  still ?? isStillCounting(counting.by, part)

/** Whether forms counted so are led breath by breath. */
export const isPacedCounting = (by: CountingKind) => by === 'breathRepetitions' || by === 'breathHold'

/** What of a form says how it may be counted. */
type Countable = Pick<Form, 'counts' | 'sides' | 'countScope' | 'counting'>

/**
 * The counts that a form can be done with, from least to most: within its range and in its steps, the usual one among them, and each
 * leaving the sides even. Everything that changes a count chooses among these. Where no allowed count is even, all of them are given.
 */
export function allowedCounts(form: Countable): number[] {
  const { least, usual, most, step } = form.counts
  const all = new Set<number>([usual])
  for (let count = least; count <= most; count += step) all.add(count)
  const inOrder = [...all].sort((one, other) => one - other)
  const even = inOrder.filter((count) => keepsSidesEven(form, count))
  return even.length > 0 ? even : inOrder
}

/** The allowed count next above (`+1`) or below (`-1`) the given one, or the given one at the end of the range. */
export function nextCount(form: Countable, count: number, direction: 1 | -1): number {
  const all = allowedCounts(form)
  return (direction > 0 ? all.find((other) => other > count) : all.findLast((other) => other < count)) ?? count
}

/** The allowed count nearest to the given one; of two as near, the lesser. */
export function nearestAllowed(form: Countable, count: number): number {
  return allowedCounts(form).reduce((best, other) => (Math.abs(other - count) < Math.abs(best - count) ? other : best))
}

/** The usual count, or the allowed one nearest to it. */
export const usualCount = (form: Countable): number => nearestAllowed(form, form.counts.usual)

/** Whether a count leaves both sides even. Seconds always do; whole units must halve when they are meant in all. */
export function keepsSidesEven(form: Pick<Form, 'sides' | 'countScope' | 'counting'>, count: number): boolean {
  if (form.sides === 'none' || form.countScope === 'perSide') return true
  return COUNT_UNITS[form.counting.by] === 'seconds' || count % 2 === 0
}

/** The two names of the sides of a form, in the order in which they are taken. */
export function sidesInOrder(sides: SideOrder, firstSide: 'left' | 'right') {
  if (sides === 'none') return ['none'] as const
  if (sides === 'bothDirections') return ['oneWay', 'otherWay'] as const
  return firstSide === 'left' ? (['left', 'right'] as const) : (['right', 'left'] as const)
}
