/** Sound: what of a session is heard and said, and the samples of it; and claps, which are heard of me. */
export * from './types'
export { cuesOf } from './cues'
export { answerSaid } from './answers'
export { synthesise } from './synthesis'
export { guessedSeconds, MOST_SAID, PART_SAYINGS, SAYINGS, SIDE_SAYINGS, spokenCues, STANCE_SAYINGS } from './voice'
export { clapDetector, clapGroups, type Clap, type ClapDetector } from './claps'
export { simulateRoom, type RoomSetting } from './rooms'
export { madeReady } from './recording'
