import type { ArcPart, LearningStage } from '../forms'
import { withFirstLayers } from './today'
import type { BuildStage } from './buildStages'
import type { Routine } from './types'

/** How all of a lesson may be led, besides whole. */
export const LED_STAGES = ['movement', 'handsOnly', 'seated'] as const satisfies readonly BuildStage[]
export type LedStage = (typeof LED_STAGES)[number]

/** One lesson of a series: a routine, practised so many times, with what it adds to the lessons before. */
export interface Lesson {
  id: string
  routineId: string
  /** In the person's words; empty where nothing is said. */
  adds: string
  times: number
  /** How its forms are led; as the routine says where it is left out. */
  stage?: LedStage
  /** Where its forms stand in learning when it is through; they are never put back by it. */
  learned?: LearningStage
}

/** Several sessions that belong together, one lesson after the other. */
export interface Series {
  id: string
  name: string
  purpose: string
  /** After the last lesson the first one comes again. */
  repeats: boolean
  /** ISO 8601 instant in UTC from which on sessions count for it; left out before it is begun. */
  begunAt?: string
  lessons: Lesson[]
}

export const SERIES_LIMITS = { lessons: 60, times: { least: 1, most: 100 } }

/** The parts of the arc that are learned; arriving, standing and closing are led as ever. */
export const LEARNED_PARTS: readonly ArcPart[] = ['loosen', 'wake', 'work']

/** A routine with all that is learned in it led in a stage, from the beginning; what its layers say later on still holds. */
export const inStage = (routine: Routine, stage: LedStage): Routine =>
  withFirstLayers(routine, ({ part }) => (LEARNED_PARTS.includes(part) ? [{ from: {}, so: { stage } }] : []))
