import type { Work } from '../basics'
import type { MovingAndClosing } from './closing'

/** One way to do an item: `cost` is a whole number from 0 on; `drops` leaves it out. */
export interface FitOption {
  value: number
  cost: number
  drops: boolean
}

export interface FitProblem<State> {
  /** The options of each item. */
  items: readonly (readonly FitOption[])[]
  lowSeconds: number
  highSeconds: number
  /** Closing against moving, at least. */
  closingShare: number
  /** The state in which the first item begins. */
  start: State
  /** The true length of an option begun in a state, and the state after it. */
  take: (item: number, option: number, state: State) => MovingAndClosing & { after: State }
  /** Bounds of that length, wherever the item begins. */
  bounds: (item: number, option: number) => { least: MovingAndClosing; most: MovingAndClosing }
  /** The same for two states in which everything takes as long; what led nowhere from one need not be tried from the other. */
  alike: (state: State) => string
  /** Whether the length of an item is the same wherever it begins, for any of its options. */
  free: (item: number) => boolean
  /** The work of the search; a fixed amount by default. */
  work?: Work
}

export interface FitAnswer {
  /** The option chosen for each item. */
  chosen: number[]
  movingSeconds: number
  closingSeconds: number
  /** Seconds outside the window; 0 inside. */
  missSeconds: number
  closingKept: boolean
  dropped: number
  cost: number
  /** False only when the work was done before everything better had been ruled out. */
  proven: boolean
}
