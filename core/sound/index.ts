/** Sound: what of a session is heard and said, and the samples of it; and claps, which are heard of me. */
export * from './types'
export { bellAt } from './bells'
export { cuesOf } from './cues'
export { channelOf, heardOf, PHRASE_GAP_SECONDS, sampleOf, volumesOf } from './heard'
export { endOf, mixed, placedSounds, type PlacedSound } from './mix'
export { CEILING, createPeaks, gainCurve } from './peaks'
export { rendered, SilentSessionError, TARGET_LUFS } from './rendered'
export { createLoudnessMeter, earFilters } from './loudness'
export { answerPhrases } from './answers'
export { synthesise } from './synthesis'
export { ALL_SAID, spokenCues, wordsOf } from './spokenCues'
export { guessedSeconds, PHRASES, SIDE_PHRASES } from './phrases'
export { clapDetector, clapGroups, type Clap } from './claps'
export { simulateRoom, type RoomSetting } from './rooms'
export { sayableText } from './sayable'
export { trimRecording } from './trimRecording'
export {
  levelledBell,
  MOST_BELL_SECONDS,
  MOST_SPOKEN_LETTERS,
  ownBellHeard,
  promptsOf,
  spokenKey,
  type Prompt,
} from './ownSounds'
export { followSaying, type Saying } from './saying'
