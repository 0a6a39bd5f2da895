/** Breath: my pace, how it settles in a session, and measuring it by taps or by a belt. */
export * from './pace'
export {
  estimateFromTaps,
  estimateFromTurns,
  LEAST_BREATHS,
  LEAST_SECONDS,
  type BreathEstimate,
  type Measured,
  type Refusal,
} from './estimate'
export {
  breathByMonth,
  keptMeasure,
  MEASURE_WAYS,
  measureSchema,
  POSTURES,
  settlingPace,
  type BreathMeasure,
} from './measure'
export { simulateBelt, USUAL_BELT, type BeltSample, type BeltSetting, type Turn } from './belt'
export { findTurns } from './turns'
export { chanceFrom, type Chance } from './chance'
export { deviation, median } from './robust'
export { liveTurns, type LiveTurn } from './live'
