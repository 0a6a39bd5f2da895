import type { HouseRules } from '#core/forms'
import type { SoundSettings, VoiceSettings } from '#core/sound'
import type { SoundFormat } from './soundFiles'

/** How a session is to sound as a file. */
export interface CarryChoices {
  format: SoundFormat
  says: 'all' | 'changes' | 'nothing'
  movements: boolean
  breathTones: boolean
  bells: boolean
  /** What belongs to the left is heard on the left, what belongs to the right on the right. */
  sidesApart: boolean
  /** So much longer is every announcement, to change the stance in peace: a file does not wait. */
  roomSeconds: number
  /** Milder where I declared something that asks for it. */
  milder: boolean
}
export const FIRST_CHOICES: CarryChoices = {
  format: 'mp3',
  says: 'all',
  movements: false,
  breathTones: true,
  bells: true,
  sidesApart: false,
  roomSeconds: 0,
  milder: true,
}
export const MOST_ROOM_SECONDS = 30

/** How far apart the sides are heard. Wholly at one side is unpleasant in earphones. Our choice. */
const APART = 0.7
export const apartOf = ({ sidesApart }: CarryChoices) => (sidesApart ? APART : 0)

/** The house rules with room to spare before each form. */
export const withRoom = (rules: HouseRules, { roomSeconds }: CarryChoices): HouseRules => ({
  ...rules,
  announceSeconds: rules.announceSeconds + roomSeconds,
  leadInSeconds: rules.leadInSeconds + roomSeconds,
})

/** What is said in a file: by the clips and recordings, as the device's own speech cannot be written down. */
export function voiceFor(voice: VoiceSettings, { says, movements }: CarryChoices): VoiceSettings | null {
  if (says === 'nothing' && !movements) return null
  const counts = says === 'all' ? (voice.counts === 'none' ? 'left' : voice.counts) : 'none'
  return { ...voice, from: 'shipped', announces: says !== 'nothing', counts, movements }
}

/** How loud it is: as it is set, but never silent, and without what is not wanted. */
export const soundFor = (sound: SoundSettings, { breathTones, bells }: CarryChoices): SoundSettings => ({
  ...sound,
  silent: false,
  breathVolume: breathTones ? heardVolume(sound.breathVolume) : 0,
  bellVolume: bells ? heardVolume(sound.bellVolume) : 0,
  voiceVolume: heardVolume(sound.voiceVolume),
})
/** Who asks for it in a file wants to hear it, though it be turned down where they practise. */
const heardVolume = (volume: number) => (volume > 0 ? volume : LEAST_VOLUME)
const LEAST_VOLUME = 0.5
