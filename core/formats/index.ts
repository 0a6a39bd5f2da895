/** Formats: all of a person's data, in and out, strictly. */
export * from './person'
export * from './personSchema'
export { type Recording } from './recordings'
export {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  readArchive,
  toArchive,
  writeArchive,
  type Archive,
  type ReadArchive,
  type ReadOptions,
} from './archive'
export {
  commandBeforeVersion3,
  formOfVersion1,
  routineOfVersion1,
  sessionOfVersion1,
  settingsOfVersion1,
  wayOfVersion1,
} from './migrations'
export { merged } from './mergeSettings'
export { ofMark, type Mark } from './marks'
export { formsInText } from './formsText'
export { readElsewhereLine, type ElsewhereLine } from './elsewhereText'
export { readLayers, STAGE_NAMES, writeLayers } from './layerText'
export { PATTERN_NAMES, contentOf, faultsOfText, readRoutineText, writeRoutineText } from './routineText'
export { fromBase64, pcm16, riffChunk, toBase64, wavHeader, writeWav } from './wav'
export { mp3FrameCounter, mp3InfoFrame } from './mp3Info'
export { timestamp, writeWebVtt, type TimedText } from './webvtt'
