/** Forms: what an exercise is, and how one person does it. */
export * from './types'
export { formDraftSchema } from './draft'
export { FORM_LIMITS, formSchema, houseRulesSchema, optionalMannerSchema, WEIGHT_KG, waySchema } from './schema'
export { formMyWay, inManner, seated, wayFor, withBreathSwapped, withManner, type FormMyWay } from './way'
export { chosenWords, CHOICE_NOTES } from './wording'
export { readEntry, type CatalogueEntry } from './catalogue'
export { effortInAll, mostEffort } from './effort'
export { blankForm, newWayOf, plainMove, plainWay } from './blank'
export {
  allowedCounts,
  COUNT_UNITS,
  isPacedCounting,
  USUAL_BEATS_PER_MINUTE,
  isStillCounting,
  isStillForm,
  keepsSidesEven,
  nearestAllowed,
  nextCount,
  sidesInOrder,
  usualCount,
  MOST_TIMES,
} from './counts'
export { canSit, stationAt, stationsOf } from './levels'
export { ANY_FORM, plainSpelling, schoolsOf, searchForms, type FormQuery } from './search'
export {
  latestStages,
  isBeingLearned,
  LEARNING_STAGES,
  stageHistory,
  suggestedStage,
  type LearningStage,
  type StageEntry,
} from './stages'
export { stageSchema } from './stageSchema'
export { footingOf, type Foot } from './feet'
export { CARE, CONDITIONS, hasChairAtHand, type Condition } from './care'
export {
  AS_ALWAYS,
  cautionsForMe,
  cautionsOf,
  concernsOf,
  madeMilder,
  milderManner,
  milderState,
  type CautionForMe,
} from './conditions'
export { type FormInWords } from './lineWords'
export { readFormWords } from './text'
export { writeFormWords } from './writeText'
export { mannerChange, type MannerChange } from './mannerChange'
export { piecesOf, setFamilyOf } from './sets'
export { directionWords, facingWords, NAMED_DIRECTIONS } from './directions'
