/** Evidence: whether practice does good, as far as the journal can honestly say. */
export * from './observations'
export { isMain, type About } from './questions'
export { benefit, type Answer } from './benefit'
export { blockSums, flipChance, normalQuantile, twoSided } from './flips'
export { blockLength, autocorrelation, meanInterval } from './blocks'
export { falseDiscoveryRates } from './many'
export { changesNeeded, FALSE_CLAIMS, TELLING_GAIN, WANTED_POWER } from './power'
export {
  changeSpread,
  pairsWanted,
  trialAsks,
  trialDays,
  trialPlan,
  trialPower,
  trialVerdict,
  type TrialDay,
  type TrialVerdict,
} from './trial'
export { trialRoutine } from './trialRoutine'
export { trialSchema } from './trialSchema'
export { TRIAL_LIMITS, type Trial, type TrialArm, type TrialCompares } from './trialTypes'
