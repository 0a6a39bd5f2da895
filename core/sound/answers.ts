import type { CommandName } from '../runner'
import { MOST_NUMBER_SAID, PHRASES } from './phrases'

const ANSWER_PHRASES: Partial<Record<CommandName, string>> = {
  pause: PHRASES.paused,
  resume: PHRASES.goOn,
  again: PHRASES.again,
  oneMore: PHRASES.oneMore,
  oneFewer: PHRASES.oneFewer,
  linger: PHRASES.linger,
  slower: PHRASES.slower,
  faster: PHRASES.faster,
  sitDown: PHRASES.sitDown,
  standUp: PHRASES.standUp,
  standHigher: PHRASES.standHigher,
  standLower: PHRASES.standLower,
  otherSide: PHRASES.otherSide,
  dizzy: PHRASES.dizzy,
  undo: PHRASES.undone,
  closeNow: PHRASES.closeNow,
  leadIt: PHRASES.leadIt,
  leadMe: PHRASES.leadMe,
  leadBreath: PHRASES.leadBreath,
}

/**
 * What is said in answer to a command, in words that have a clip each; nothing where a small bell answers. How many minutes are left is
 * what the rest came to, not what was asked for.
 */
export function answerPhrases(name: CommandName, done: boolean, secondsLeft: number): string[] {
  if (!done) return [PHRASES.notNow]
  if (name === 'minutesLeft') {
    const minutes = Math.max(1, Math.round(secondsLeft / 60))
    return minutes > MOST_NUMBER_SAID
      ? [PHRASES.goOn]
      : [String(minutes), minutes === 1 ? PHRASES.minuteLeft : PHRASES.minutesLeft]
  }
  const words = ANSWER_PHRASES[name]
  return words ? [words] : []
}
