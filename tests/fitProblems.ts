import { chanceFrom } from '#core/basics'
import { missUnitSeconds, type FitAnswer, type FitOption, type FitProblem } from '#core/routine'

/** One step of a made-up problem: the seconds of its counts, and which count is usual. */
export interface MadeStep {
  seconds: number[]
  usual: number
  optional?: boolean
  closing?: boolean
}

const optionsOf = ({ seconds, usual, optional }: MadeStep): FitOption[] => [
  ...seconds.map((_, index) => ({ value: index, cost: (index - usual) ** 2, drops: false })),
  ...(optional ? [{ value: 0, cost: 0, drops: true }] : []),
]

/**
 * A problem of the given steps. With `settling` each length grows by that share for every second from the start to the end of its
 * growing, as lengths do at a breath that settles.
 */
export function fixedProblem(
  steps: readonly MadeStep[],
  window: { low: number; high: number; closingShare?: number },
  settling = { perSecond: 0, untilSeconds: 0 },
): FitProblem<number> {
  const items = steps.map(optionsOf)
  const grown = (atSeconds: number) => 1 + settling.perSecond * Math.min(atSeconds, settling.untilSeconds)
  const span = (item: number, option: number, scale: number) => {
    const { seconds, closing } = steps[item]!
    const length = items[item]![option]!.drops ? 0 : seconds[option]! * scale
    return closing ? { movingSeconds: 0, closingSeconds: length } : { movingSeconds: length, closingSeconds: 0 }
  }
  return {
    items,
    lowSeconds: window.low,
    highSeconds: window.high,
    closingShare: window.closingShare ?? 0,
    start: 0,
    alike: (atSeconds) => String(grown(atSeconds)),
    free: () => settling.perSecond === 0,
    take(item, option, atSeconds) {
      const taken = span(item, option, grown(atSeconds))
      return { ...taken, after: atSeconds + taken.movingSeconds + taken.closingSeconds }
    },
    bounds: (item, option) => ({
      least: span(item, option, Math.min(1, grown(settling.untilSeconds))),
      most: span(item, option, Math.max(1, grown(settling.untilSeconds))),
    }),
  }
}

/** A problem like those that routines pose; the same for a seed. About one target in six is out of reach. */
export function randomSteps(seed: number, size: { items: number; counts: number }): MadeStep[] {
  const chance = chanceFrom(seed)
  return Array.from({ length: size.items }, (_, item) => {
    const repetition = 3 + chance() * 20
    const fixed = 4 + chance() * 14
    const least = 1 + Math.floor(chance() * 4)
    return {
      seconds: Array.from({ length: size.counts }, (_unused, at) => fixed + repetition * (least + at)),
      usual: Math.floor(chance() * size.counts),
      optional: chance() < 0.25,
      closing: item >= size.items - Math.max(1, Math.floor(size.items / 5)),
    }
  })
}

export function randomProblem(seed: number, size: { items: number; counts: number; settles: boolean }) {
  const steps = randomSteps(seed, size)
  const chance = chanceFrom(seed + 1)
  const least = steps.reduce((sum, { seconds }) => sum + seconds[0]!, 0)
  const most = steps.reduce((sum, { seconds }) => sum + seconds.at(-1)!, 0)
  const target = least * 0.75 + chance() * (most * 1.1 - least * 0.75)
  const settling = size.settles ? { perSecond: (chance() - 0.3) * 0.001, untilSeconds: 300 } : undefined
  const window = { low: target - 2, high: target + 2, closingShare: chance() < 0.5 ? 0.3 : 0 }
  return fixedProblem(steps, window, settling)
}

/** The best answer by trying every combination. */
export function exhaustiveFit(problem: FitProblem<number>): FitAnswer | null {
  let best: FitAnswer | null = null
  const chosen: number[] = []
  const go = (item: number, index: number, moving: number, closing: number, dropped: number, cost: number): void => {
    if (item === problem.items.length) {
      const total = moving + closing
      const answer: FitAnswer = {
        chosen: chosen.slice(),
        movingSeconds: moving,
        closingSeconds: closing,
        missSeconds: Math.max(0, problem.lowSeconds - total, total - problem.highSeconds),
        closingKept: closing >= problem.closingShare * moving - 1e-6,
        dropped,
        cost,
        proven: true,
      }
      if (!best || better(answer, best, problem)) best = answer
      return
    }
    problem.items[item]!.forEach((option, at) => {
      const taken = problem.take(item, at, index)
      chosen[item] = at
      go(
        item + 1,
        taken.after,
        moving + taken.movingSeconds,
        closing + taken.closingSeconds,
        dropped + (option.drops ? 1 : 0),
        cost + option.cost,
      )
    })
  }
  go(0, problem.start, 0, 0, 0, 0)
  return best
}

/** The miss as the objective counts it. */
export const wholeMiss = (
  { missSeconds }: Pick<FitAnswer, 'missSeconds'>,
  window: Pick<FitProblem<unknown>, 'lowSeconds' | 'highSeconds'>,
) => Math.max(0, Math.ceil(missSeconds / missUnitSeconds(window) - 1e-5))

function better(one: FitAnswer, other: FitAnswer, problem: FitProblem<number>): boolean {
  if (one.closingKept !== other.closingKept) return one.closingKept
  const miss = wholeMiss(one, problem)
  const otherMiss = wholeMiss(other, problem)
  if (miss !== otherMiss) return miss < otherMiss
  if (one.dropped !== other.dropped) return one.dropped < other.dropped
  return one.cost < other.cost
}
