import type { Cue } from '#core/sound'
import type { TimedText } from '#core/formats'
import { heardWords } from '~/shared/words/sound'

/** A caption stays at least so long, to be read, unless the next one comes. Our choice. */
const LEAST_SECONDS = 2

/** What is heard of a session, in writing: each until it is over, and never two at once but where two are heard at once. */
export function captionsOf(cues: readonly Cue[], totalSeconds: number): TimedText[] {
  const words = cues.flatMap((cue) => {
    const text = heardWords(cue)
    const lengthSeconds = cue.kind === 'voice' ? cue.lengthSeconds : LEAST_SECONDS
    return text ? [{ startSeconds: cue.atSeconds, lengthSeconds, text }] : []
  })
  // What begins together is read together.
  const moments = [...new Set(words.map(({ startSeconds }) => startSeconds))]
  return moments.map((startSeconds, index) => {
    const here = words.filter((each) => each.startSeconds === startSeconds)
    const wanted = Math.max(LEAST_SECONDS, ...here.map(({ lengthSeconds }) => lengthSeconds))
    const next = moments[index + 1] ?? Math.max(totalSeconds, startSeconds) + LEAST_SECONDS
    return {
      startSeconds,
      endSeconds: Math.min(startSeconds + wanted, next),
      text: here.map(({ text }) => text).join(' '),
    }
  })
}
