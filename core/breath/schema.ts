import { idSchema, instantSchema, numberBetween, oneOf, strictObject, wholeBetween } from '../basics'
import { MEASURE_WAYS, POSTURES, type BreathMeasure } from './measure'
import type { BreathSeconds, Pace } from './pace'

const breathSecondsSchema = strictObject<BreathSeconds>({
  inSeconds: numberBetween(0.5, 30),
  outSeconds: numberBetween(0.5, 30),
})

export const paceSchema = strictObject<Pace>({
  start: breathSecondsSchema,
  settled: breathSecondsSchema,
  settleMinutes: numberBetween(0, 60),
})

const count = () => wholeBetween(0, 10_000)
export const measureSchema = strictObject<BreathMeasure>({
  id: idSchema,
  at: instantSchema,
  how: oneOf(MEASURE_WAYS),
  posture: oneOf(POSTURES),
  inSeconds: numberBetween(0.5, 30),
  outSeconds: numberBetween(0.5, 30),
  inSpreadSeconds: numberBetween(0, 30),
  outSpreadSeconds: numberBetween(0, 30),
  breaths: count(),
  missed: count(),
  doubled: count(),
  sighs: count(),
})
