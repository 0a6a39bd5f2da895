import type { Timeline } from '../timeline'
import { cuesOf } from './cues'
import { spokenCues } from './spokenCues'
import type { Cue, Phrase, Sample, SoundSettings, VoiceSettings } from './types'

/** Between two phrases of one saying, in seconds. */
export const PHRASE_GAP_SECONDS = 0.04

/** Quiet mode takes this much of the voice. Our choice. */
const QUIET_VOICE = 0.5

/** What is heard of a session, besides its bells. */
export interface Hearing {
  breathTones: boolean
  /** Null where nothing is said. */
  voice: VoiceSettings | null
  /** How long some words take to be said. */
  secondsOf: (phrases: readonly Phrase[]) => number
}

/** All that is heard and said of a session, in the order of time: the same live, in a file and in writing. */
export function heardOf(timeline: Timeline, { breathTones, voice, secondsOf }: Hearing): Cue[] {
  const said = voice ? spokenCues(timeline, voice, secondsOf) : []
  return [...cuesOf(timeline, { breathTones }), ...said].sort((one, other) => one.atSeconds - other.atSeconds)
}

/** The sound of a cue that is made rather than said. */
export function sampleOf(
  cue: Exclude<Cue, { kind: 'voice' }>,
  { timbre, quiet }: Pick<SoundSettings, 'timbre' | 'quiet'>,
): Sample {
  switch (cue.kind) {
    case 'breath': {
      const { lengthSeconds, fromLevel, toLevel } = cue
      return { kind: 'breath', lengthSeconds, fromLevel, toLevel, timbre, quiet }
    }
    case 'bell':
      return { kind: 'bell', bell: cue.bell, quiet }
    case 'beat':
      return { kind: 'beat', strong: cue.strong, quiet }
  }
}

/** Of what kind the volume is at which something sounds: a beat is as loud as the breath, which it stands for. */
export type Channel = 'breath' | 'bell' | 'voice'
export const channelOf = ({ kind }: Pick<Cue, 'kind'>): Channel => (kind === 'beat' ? 'breath' : kind)

/** How loud each kind is, from 0 to 1. */
export function volumesOf(
  sound: Pick<SoundSettings, 'silent' | 'quiet' | `${Channel}Volume`>,
): Record<Channel, number> {
  if (sound.silent) return { breath: 0, bell: 0, voice: 0 }
  const { breathVolume, bellVolume, voiceVolume, quiet } = sound
  return { breath: breathVolume, bell: bellVolume, voice: voiceVolume * (quiet ? QUIET_VOICE : 1) }
}
