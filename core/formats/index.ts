/** Formats: all of a person's data, in and out, strictly. */
export * from './person'
export {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  formOfVersion1,
  routineOfVersion1,
  sessionOfVersion1,
  settingsOfVersion1,
  readArchive,
  toArchive,
  writeArchive,
  wayOfVersion1,
  type Archive,
} from './archive'
export { check, type Checked, type Fault } from './validate'
export {
  checkRequestSchema,
  compileRequestSchema,
  fitRequestSchema,
  type CheckBody,
  type CompileRequest,
  type FitBody,
} from './request'
export { demoPerson, type DemoScenario } from './demo'
export {
  PATTERN_NAMES,
  readRoutineText,
  sayingOf,
  STAGE_NAMES,
  writeRoutineText,
  type ReadRoutine,
} from './routineText'
export { fromBase64, toBase64, writeWav } from './wav'
