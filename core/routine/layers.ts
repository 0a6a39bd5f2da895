import type { VersionKind } from '../forms'
import { BUILD_STAGES, type BuildStage } from './buildStages'

/** In- and out-breath in counts: 4 in and 8 out. */
export interface BreathRatio {
  inCounts: number
  outCounts: number
}

/** From where on a layer holds: from all that is given here together; from the beginning where nothing is. */
export interface LayerFrom {
  /** Counted on each side; 1 is the first. */
  repetition?: number
  /** Of the group in which the step is done. */
  round?: number
  side?: 'second'
  /** Of building up. */
  stage?: BuildStage
}

/** What a layer says; what it leaves open stays as it was. */
export interface LayerSo {
  /** In the unit of the form and its scope; never from a repetition on. */
  count?: number
  /** Where it goes, or how it is done, in a word or two that are said as it begins: "palms", "brow"; empty for nothing. */
  target?: string
  /**
   * The words of the phases of a repetition, in their order, instead of the form's own; an empty one leaves the form's, and so does the
   * end of the list. None at all: as it is taught.
   */
  cues?: string[]
  /** Whole breaths for which each repetition is held at its half. */
  holdBreaths?: number
  /** Times as long as my breath (or my beats); and how many times with the last repetition, where it grows or slows on the way. */
  paceScale?: number
  paceScaleAtEnd?: number
  ratio?: BreathRatio
  /** In where it was out, and out where it was in. */
  swapBreath?: boolean
  /** How it is led: watched, hands only, sitting, movement without breath, whole. */
  stage?: BuildStage
  version?: VersionKind | 'plain'
}

/** What is so in a step from somewhere on, until a later layer says otherwise. */
export interface Layer {
  from: LayerFrom
  so: LayerSo
}

/** Where in a step something is. */
export interface LayerPlace {
  repetition: number
  round: number
  onSecondSide: boolean
  stage: BuildStage
}

/** What is so at a place, and the repetition from which on its pace is. */
export interface SoHere extends LayerSo {
  pacedFrom: number
}

const stagePlace = (stage: BuildStage) => BUILD_STAGES.indexOf(stage)

function holds({ repetition, round, side, stage }: LayerFrom, place: LayerPlace): boolean {
  return (
    (repetition ?? 1) <= place.repetition &&
    (round ?? 1) <= place.round &&
    (side !== 'second' || place.onSecondSide) &&
    (stage === undefined || stagePlace(stage) <= stagePlace(place.stage))
  )
}

/** All that the layers say of a place: of two that say the same thing, the later one counts. */
export function overridesAt(layers: readonly Layer[], place: LayerPlace): SoHere {
  const here: SoHere = { pacedFrom: 1 }
  for (const { from, so } of layers) {
    if (!holds(from, place)) continue
    if (so.paceScale !== undefined) {
      here.pacedFrom = from.repetition ?? 1
      delete here.paceScaleAtEnd
    }
    Object.assign(here, so)
  }
  return here
}

/** How many times as long as my breath a repetition of so many is. */
export function paceScaleAt(
  { paceScale = 1, paceScaleAtEnd, pacedFrom }: SoHere,
  repetition: number,
  of: number,
): number {
  if (paceScaleAtEnd === undefined || of <= pacedFrom) return paceScale
  return paceScale + ((paceScaleAtEnd - paceScale) * (repetition - pacedFrom)) / (of - pacedFrom)
}

/** The last repetition (on its side) of which a layer says something: fewer would leave it out. 1 where none does. */
export const lastLayered = (layers: readonly Layer[] = []): number =>
  layers.reduce((last, { from }) => Math.max(last, from.repetition ?? 1), 1)
