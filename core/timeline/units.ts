import { COUNT_UNITS, sidesInOrder, type Form, type Side } from '../forms'
import { paceScaleAt, overridesAt, type Layer, type LayerPlace, type SoHere } from '../routine'
import type { CountChange, SideCounts } from './types'

/** One unit of a count: a repetition, a breath, a beat, or a whole stretch of time on one side. */
export interface Unit {
  side: Side
  /** k of n on this side. */
  repetition: number
  repetitions: number
  /** Only for stretches of time. */
  seconds: number
  /** How many units of the step are counted before it. */
  number: number
  /** What the layers of the step say of it; null without layers. */
  so: SoHere | null
  /** Times as long as my breath (or my beats), by the layers. */
  paceScale: number
}

/** Whether a unit is only watched, and not counted. */
export const isWatched = ({ so }: Unit) => so?.stage === 'watch'

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

/** The units of a step in the order in which they are done, without layers. Searches ask for them many thousand times. */
export function unitsInOrder(form: Form, counts: SideCounts): Unit[] {
  const units: Unit[] = []
  const add = (side: Side, repetition: number, repetitions: number, seconds: number) =>
    units.push({ side, repetition, repetitions, seconds, number: units.length, so: null, paceScale: 1 })
  if (COUNT_UNITS[form.counting.by] === 'seconds') {
    for (const { side, count } of counts) if (count > 0) add(side, 1, 1, count)
  } else if (form.sides === 'alternate') {
    const longest = Math.max(...counts.map(({ count }) => count))
    for (let done = 1; done <= longest; done += 1)
      for (const { side, count } of counts) if (done <= count) add(side, done, count, 0)
  } else {
    for (const { side, count } of counts) for (let done = 1; done <= count; done += 1) add(side, done, count, 0)
  }
  return units
}

/**
 * What the layers of a step say of each of its units. What is only watched is not counted: the numbers go on after it as if it were not
 * there.
 */
export function layeredUnits(
  units: readonly Unit[],
  layers: readonly Layer[],
  { round, stage }: Pick<LayerPlace, 'round' | 'stage'>,
  secondSide: Side | undefined,
): Unit[] {
  const laid = units.map((unit) => {
    const { repetition, repetitions, side } = unit
    const so = overridesAt(layers, { repetition, round, stage, onSecondSide: side === secondSide })
    return { ...unit, so, paceScale: paceScaleAt(so, repetition, repetitions) }
  })
  const counted = laid.filter((unit) => !isWatched(unit))
  const onSides = new Map<Side, number>()
  for (const { side } of counted) onSides.set(side, (onSides.get(side) ?? 0) + 1)
  const done = new Map<Side, number>()
  let number = 0
  return laid.map((unit) => {
    if (isWatched(unit)) return { ...unit, number }
    const repetition = (done.get(unit.side) ?? 0) + 1
    done.set(unit.side, repetition)
    return { ...unit, number: number++, repetition, repetitions: onSides.get(unit.side)! }
  })
}

/** Where in a list of units goes on who has done so many of those that are counted. */
export function unitAfter(units: readonly Unit[], done: number): number {
  if (done === 0) return 0
  const last = units.findIndex((unit) => !isWatched(unit) && unit.number === done - 1)
  return last < 0 ? units.length : last + 1
}
