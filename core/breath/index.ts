/** Breath: my pace, how it settles in a session, and measuring it by taps or by a belt. */
export * from './pace'
export { estimateFromTurns, type BreathEstimate, type Refusal } from './estimate'
export { estimateFromTaps } from './taps'
export { breathByMonth, measureToKeep, settlingPace, type BreathMeasure } from './measure'
export { measureSchema, paceSchema } from './schema'
export { simulateBelt, USUAL_BELT, type BeltSample, type Turn } from './belt'
export { findTurns } from './turns'
export { liveTurns } from './live'
