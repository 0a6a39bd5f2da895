import type { CommandName } from '../runner'
import { MOST_SAID, SAYINGS } from './voice'

const COMMAND_SAYINGS: Partial<Record<CommandName, string>> = {
  pause: SAYINGS.paused,
  resume: SAYINGS.goOn,
  again: SAYINGS.again,
  oneMore: SAYINGS.oneMore,
  oneFewer: SAYINGS.oneFewer,
  linger: SAYINGS.linger,
  slower: SAYINGS.slower,
  faster: SAYINGS.faster,
  sitDown: SAYINGS.sitDown,
  otherSide: SAYINGS.otherSide,
  dizzy: SAYINGS.dizzy,
  undo: SAYINGS.undone,
  closeNow: SAYINGS.closeNow,
  leadIt: SAYINGS.leadIt,
  leadMe: SAYINGS.leadMe,
  leadBreath: SAYINGS.leadBreath,
}

/**
 * What is said in answer to a command, in words that have a clip each; nothing where a small bell answers. How many minutes are left is
 * what the rest came to, not what was asked for.
 */
export function answerSaid(name: CommandName, done: boolean, secondsLeft: number): string[] {
  if (!done) return [SAYINGS.notNow]
  if (name === 'minutesLeft') {
    const minutes = Math.max(1, Math.round(secondsLeft / 60))
    return minutes > MOST_SAID
      ? [SAYINGS.goOn]
      : [String(minutes), minutes === 1 ? SAYINGS.minuteLeft : SAYINGS.minutesLeft]
  }
  const words = COMMAND_SAYINGS[name]
  return words ? [words] : []
}
