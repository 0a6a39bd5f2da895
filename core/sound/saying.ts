/** Whether somebody has begun to say something, and has said it. */
export type Saying = 'waiting' | 'speaking' | 'said'

/** Louder than so many times the silence before it is speech; and louder than this in any case (root mean square, 1 is full). Our choice, by ear. */
const ABOVE_SILENCE = 3
const LEAST_LEVEL = 0.012
/** So long it must last, that a knock or a cough is none; and so long a pause there is after it, longer than between two words. Our choice. */
const SPEECH_SECONDS = 0.12
const PAUSE_SECONDS = 0.7
/** The silence of a room goes up so slowly (share for each second), so that a fan that starts is no speech for ever. Our choice. */
const RISE_PER_SECOND = 0.15

/**
 * Follows the loudness of a microphone until something was said. Give it a level (root mean square, 0 to 1) every so often, with the seconds since the
 * one before.
 */
export function followSaying(): (level: number, seconds: number) => Saying {
  let silence: number | null = null
  let spokeSeconds = 0
  let quietSeconds = 0
  let hasSpoken = false
  return (level, seconds) => {
    silence = silence === null ? level : Math.min(level, silence * (1 + RISE_PER_SECOND * seconds))
    const isLoud = level > Math.max(LEAST_LEVEL, silence * ABOVE_SILENCE)
    quietSeconds = isLoud ? 0 : quietSeconds + seconds
    if (isLoud) spokeSeconds += seconds
    else if (!hasSpoken && quietSeconds >= PAUSE_SECONDS) spokeSeconds = 0
    hasSpoken ||= spokeSeconds >= SPEECH_SECONDS
    if (!hasSpoken) return 'waiting'
    return quietSeconds >= PAUSE_SECONDS ? 'said' : 'speaking'
  }
}
