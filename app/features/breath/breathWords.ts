import type { BreathEstimate, BreathSeconds, Refusal } from '#core/breath'
import { plural } from '~/shared/words/numbers'

/** Why no figure is given, and what to do about it. */
export const REFUSAL_WORDS: Record<Refusal, string> = {
  tooFew: 'There were too few breaths to say anything: at least five whole ones are needed. Go on for about a minute.',
  tooShort: 'That was too short to say anything. Go on for about a minute.',
  tooWild:
    'The turns lie too far from each other for one breath. Tap only where the breath turns, or let it calm down first.',
}

/** " Set aside: 2 missed turns, 1 sigh."; nothing where nothing was. */
export function setAsidePhrase({ missed, doubled, sighs }: Pick<BreathEstimate, 'missed' | 'doubled' | 'sighs'>) {
  const parts = [
    missed && plural(missed, 'missed turn'),
    doubled && plural(doubled, 'doubled tap'),
    sighs && plural(sighs, 'sigh'),
  ].filter(Boolean)
  return parts.length > 0 ? ` Set aside: ${parts.join(', ')}.` : ''
}

/** "in 4.2 s, out 6.1 s". */
export const breathPhrase = ({ inSeconds, outSeconds }: BreathSeconds) =>
  `in ${inSeconds.toFixed(1)} s, out ${outSeconds.toFixed(1)} s`
