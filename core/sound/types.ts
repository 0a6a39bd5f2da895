import type { BreathKind } from '../forms'

/** What a breath tone is like: two partials as of a reed, moving water, or a rubbed bowl. */
export const TIMBRES = ['reed', 'water', 'bowl'] as const
export type Timbre = (typeof TIMBRES)[number]

/** Each change has its own bell; `heard` answers a command from afar. */
export const BELLS = ['form', 'side', 'last', 'stillness', 'end', 'heard'] as const
export type BellName = (typeof BELLS)[number]

/** Nobody records more letters in one breath; about eight seconds. Our choice. */
export const MOST_SPOKEN_LETTERS = 120

/** How a session sounds. Volumes from 0 to 1. */
export interface SoundSettings {
  silent: boolean
  /** For late hours: everything soft and low. */
  quiet: boolean
  timbre: Timbre
  breathVolume: number
  bellVolume: number
  voiceVolume: number
}

/** How much of the counting is said: every count left, every few, only the last one, or nothing. */
export const COUNTS_SAID = ['all', 'left', 'last', 'none'] as const
export type CountsSaid = (typeof COUNTS_SAID)[number]

/** `device`: the device's own speech where it has one; `shipped`: the clips that ship with the application. */
export const VOICES = ['device', 'shipped'] as const

/** What is said in a session, and by which voice. */
export interface VoiceSettings {
  from: (typeof VOICES)[number]
  /** Forms, stances and sides are announced. */
  announces: boolean
  counts: CountsSaid
  /** The count left is said every so many repetitions. */
  every: number
  /** The word of each phase, such as "rise". */
  movements: boolean
  /** What sounds and what is said is shown in writing, too. */
  captions: boolean
}

/** A few words said as one clip. A form's name has a `formId`, and the word of one of its phases a `cue` besides. */
export interface Phrase {
  text: string
  formId: string
  cue: string
}

/** Something to be heard, at a time of the session. Lengths in seconds, levels from 0 (bottom) to 1 (top of the breath). */
export type Cue =
  | {
      kind: 'breath'
      atSeconds: number
      lengthSeconds: number
      fromLevel: number
      toLevel: number
      breath: BreathKind
    }
  | { kind: 'bell'; atSeconds: number; bell: BellName }
  | { kind: 'beat'; atSeconds: number; strong: boolean }
  | { kind: 'voice'; atSeconds: number; lengthSeconds: number; phrases: Phrase[] }

/** A sound without its time: two equal ones are the same samples. */
export type Sample =
  | { kind: 'breath'; lengthSeconds: number; fromLevel: number; toLevel: number; timbre: Timbre; quiet: boolean }
  | { kind: 'bell'; bell: BellName; quiet: boolean }
  | { kind: 'beat'; strong: boolean; quiet: boolean }
