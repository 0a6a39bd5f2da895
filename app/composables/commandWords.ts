import type { CommandName } from '#core/runner'
import { SAYINGS } from '#core/sound'

/** The words that answer a command; one without words is answered by a small bell. */
export const COMMAND_SAYINGS: Partial<Record<CommandName, string>> = {
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
  minutesLeft: SAYINGS.minutesLeft,
  closeNow: SAYINGS.closeNow,
  leadIt: SAYINGS.leadIt,
  leadMe: SAYINGS.leadMe,
  leadBreath: SAYINGS.leadBreath,
}
