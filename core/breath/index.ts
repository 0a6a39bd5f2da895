/** Breath: my pace, how it settles in a session, and measuring it by taps or by a belt. */
export * from './pace'
export { estimateFromTurns, type BreathEstimate, type Refusal } from './estimate'
export { estimateFromTaps } from './taps'
export { breathByMonth, measureToKeep, measureSchema, settlingPace, type BreathMeasure } from './measure'
export { simulateBelt, USUAL_BELT, type BeltSample, type Turn } from './belt'
export { findTurns } from './turns'
export { liveTurns } from './live'
