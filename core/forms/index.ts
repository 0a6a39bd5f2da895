/** Forms: what an exercise is, and how one person does it. */
export * from './types'
export * from './schema'
export { doneMyWay, type FormMyWay } from './way'
export { chosenWords } from './wording'
export { readEntry, type CatalogueEntry } from './catalogue'
export { blankForm, plainMove, plainWay } from './blank'
export { allowedCounts, COUNT_UNITS, keepsSidesEven, nextCount, sidesInOrder } from './counts'
export { canSit, stationAt, stationOfHold, stationsOf } from './levels'
export { ANY_FORM, plainSpelling, schoolsOf, searchForms, type FormQuery, type KnownOfForms } from './search'
export {
  LEARNING_STAGES,
  stageHistory,
  stageSchema,
  suggestedStage,
  type LearningStage,
  type StageEntry,
} from './stages'
export { cautionsForMe, CONDITIONS, milderWay, type CautionForMe, type Condition } from './conditions'
export { readFormWords, STANCE_NAMES, writeFormWords, type FormInWords, type ReadWords } from './text'
