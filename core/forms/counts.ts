import type { AllowedCounts, CountingKind, Form, SideOrder } from './types'

/** What a count of each way of counting is made of. */
export const COUNT_UNITS: Record<CountingKind, 'repetitions' | 'breaths' | 'seconds' | 'beats'> = {
  breathRepetitions: 'repetitions',
  breathHold: 'breaths',
  time: 'seconds',
  beats: 'beats',
  open: 'seconds',
}

/** All allowed counts from least to most; `usual` is always among them. */
export function allowedCounts(counts: AllowedCounts): number[] {
  const all = new Set<number>([counts.usual])
  for (let count = counts.least; count <= counts.most; count += counts.step) all.add(count)
  return [...all].sort((a, b) => a - b)
}

/** The allowed count next above (`+1`) or below (`-1`) the given one, or the given one at the end of the range. */
export function nextCount(counts: AllowedCounts, count: number, direction: 1 | -1): number {
  const all = allowedCounts(counts)
  return (direction > 0 ? all.find((other) => other > count) : all.findLast((other) => other < count)) ?? count
}

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
