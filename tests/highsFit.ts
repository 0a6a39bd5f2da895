import highsLoader from 'highs'
import { missUnitSeconds } from '#core/routine'
import type { MadeStep } from './fitProblems'

export interface Window {
  low: number
  high: number
  closingShare: number
}
export interface SolverAnswer {
  closingKept: boolean
  /** In tolerances, rounded up. */
  miss: number
  dropped: number
  cost: number
}

type Highs = Awaited<ReturnType<typeof highsLoader>>
export const loadHighs = (): Promise<Highs> => highsLoader()

const EXACT = { mip_rel_gap: 0, mip_abs_gap: 0, output_flag: false, time_limit: 20 } as const

/**
 * The same fit as an integer program for HiGHS (MIT), a general-purpose solver: one binary for each option, one choice for each step,
 * the window and the closing share as rows. The objective is taken in its order, one program after the other.
 */
export function solveWithHighs(highs: Highs, steps: readonly MadeStep[], window: Window): SolverAnswer | null {
  const terms = steps.flatMap((step, item) => [
    ...step.seconds.map((seconds, at) => ({
      name: `x${item}_${at}`,
      item,
      step,
      seconds,
      cost: (at - step.usual) ** 2,
      drop: 0,
    })),
    ...(step.optional ? [{ name: `d${item}`, item, step, seconds: 0, cost: 0, drop: 1 }] : []),
  ])
  const mostCost = steps.reduce((sum, { seconds, usual }) => sum + Math.max(usual, seconds.length - 1 - usual) ** 2, 0)
  const sum = (weight: (term: (typeof terms)[number]) => number) =>
    terms
      .map((term) => ({ name: term.name, value: weight(term) }))
      .filter(({ value }) => value !== 0)
      .map(({ name, value }) => `${value < 0 ? '-' : '+'} ${Math.abs(value)} ${name}`)
      .join(' ') || `+ 0 ${terms[0]!.name}`
  const length = sum(({ seconds }) => seconds)
  const surplus = sum(({ step, seconds }) => (step.closing ? seconds : -window.closingShare * seconds))
  const unit = missUnitSeconds({ lowSeconds: window.low, highSeconds: window.high })
  const choices = steps.map(
    (_, item) =>
      ` one${item}: ${terms
        .filter((term) => term.item === item)
        .map(({ name }) => `+ 1 ${name}`)
        .join(' ')} = 1`,
  )
  const program = (objective: string, rows: string[], extra = '') =>
    `Minimize\n obj: ${objective}\nSubject To\n${[...choices, ...rows].join('\n')}\n${extra}Binary\n ${terms.map(({ name }) => name).join(' ')}\nEnd\n`
  const inWindow = (low: number, high: number) => [` low: ${length} >= ${low}`, ` high: ${length} <= ${high}`]
  const closingRow = [` closing: ${surplus} >= 0`]

  const cheapest = (rows: string[]) => {
    const objective = sum(({ cost, drop }) => cost + drop * (mostCost + 1))
    const found = highs.solve(program(objective, rows), EXACT)
    if (found.Status !== 'Optimal') return null
    const taken = terms.filter(({ name }) => (found.Columns[name] as { Primal: number }).Primal > 0.5)
    return {
      dropped: taken.reduce((all, { drop }) => all + drop, 0),
      cost: taken.reduce((all, { cost }) => all + cost, 0),
    }
  }
  for (const closing of [closingRow, []]) {
    const within = cheapest([...inWindow(window.low, window.high), ...closing])
    if (within) return { ...within, miss: 0, closingKept: closing.length > 0 }
    const rows = [
      ` low: ${length} + ${unit} miss >= ${window.low}`,
      ` high: ${length} - ${unit} miss <= ${window.high}`,
      ...closing,
    ]
    const nearest = highs.solve(program('miss', rows, 'Bounds\n miss >= 0\nGeneral\n miss\n'), EXACT)
    if (nearest.Status !== 'Optimal') continue
    const miss = Math.round(nearest.ObjectiveValue)
    const near = cheapest([...inWindow(window.low - miss * unit, window.high + miss * unit), ...closing])
    return near && { ...near, miss, closingKept: closing.length > 0 }
  }
  return null
}
