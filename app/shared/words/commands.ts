import type { DeviationKind, CommandName, RemoteAction } from '#core/runner'

/** What can be done while following, as it is called everywhere. */
export const ACTION_WORDS: Record<RemoteAction, string> = {
  mySignal: 'My signal, or pause and resume',
  pauseOrGoOn: 'Pause and resume',
  next: 'Skip to the next form',
  back: 'Back',
  again: 'Again from the start',
  oneMore: 'One more',
  oneFewer: 'One fewer',
  linger: 'Stay on this form',
  slower: 'Slower',
  faster: 'Faster',
  shakeOut: 'Shake out',
  rest: 'Rest',
  sitDown: 'Sit down',
  standUp: 'Stand up again',
  standHigher: 'Stand higher',
  standLower: 'Stand lower',
  otherSide: 'The other side again',
  watchFirst: 'Watch a round first',
  dizzy: 'Dizzy',
  leadIt: 'Automatic pace',
  leadMe: 'I set the pace',
  leadBreath: 'My breath sets the pace',
  undo: 'Undo',
  minutesLeft: 'Fit to the minutes I have',
  closeNow: 'Close now',
  end: 'End',
  nothing: 'Nothing',
}

/** What was done at a command, said afterwards. */
export const ANSWER_WORDS: Partial<Record<CommandName | 'slept', string>> = {
  next: 'Skipped.',
  back: 'Gone back.',
  again: 'Again from the start.',
  oneMore: 'One more.',
  oneFewer: 'One fewer.',
  linger: 'The count left stays until you say so again.',
  slower: 'Slower from the next breath.',
  faster: 'Faster from the next breath.',
  shakeOut: 'Shaking out after this breath.',
  rest: 'A rest after this breath, until you go on.',
  sitDown: 'Sitting from here on.',
  standUp: 'Standing again from here on.',
  standHigher: 'Higher from here on.',
  standLower: 'Lower from here on.',
  otherSide: 'The other side comes once again.',
  watchFirst: 'One round only to watch.',
  dizzy: 'Pacing stopped: breathe normally.',
  leadIt: 'Automatic, at my pace.',
  leadMe: 'I set the pace: each repetition waits for my signal.',
  leadBreath: 'My breath sets the pace.',
  minutesLeft: 'The rest is fitted.',
  closeNow: 'Closing after this breath.',
  undo: 'Undone.',
  slept: 'The device slept. Paused where it was.',
}

/** What happened besides the plan, in the journal. */
export const DEVIATION_WORDS: Record<DeviationKind, string> = {
  pause: 'paused',
  next: 'skipped on',
  back: 'went back',
  again: 'began again',
  oneMore: 'one more',
  oneFewer: 'one fewer',
  linger: 'lingered',
  slower: 'slower',
  faster: 'faster',
  shakeOut: 'shook out',
  rest: 'rested',
  sitDown: 'sat down',
  standUp: 'stood up again',
  standHigher: 'stood higher',
  standLower: 'stood lower',
  otherSide: 'the other side again',
  watchFirst: 'watched a round',
  dizzy: 'dizzy: pacing dropped',
  leadIt: 'automatic pace',
  leadMe: 'I set the pace',
  leadBreath: 'my breath set the pace',
  minutesLeft: 'fitted to the minutes left',
  closeNow: 'closed early',
  fellBack: 'the breath was not heard',
}

const KEY_WORDS: Record<string, string> = {
  ' ': 'space',
  ArrowRight: '→',
  ArrowLeft: '←',
  Escape: 'esc',
  PageDown: 'page down',
  PageUp: 'page up',
  '-': '−',
}
const PAD_WORDS: Record<string, string> = {
  0: 'lower button',
  1: 'right button',
  2: 'left button',
  3: 'upper button',
  12: 'cross up',
  13: 'cross down',
  14: 'cross left',
  15: 'cross right',
}
const MEDIA_WORDS: Record<string, string> = {
  play: 'play',
  pause: 'pause',
  nexttrack: 'next track',
  previoustrack: 'track before',
  seekforward: 'forward',
  seekbackward: 'backward',
  stop: 'stop',
}

/** "page down", "two claps", "controller: lower button". */
export function inputPhrase(input: string): string {
  const index = input.indexOf(':')
  const what = input.slice(index + 1)
  switch (input.slice(0, index)) {
    case 'key':
      return KEY_WORDS[what] ?? what
    case 'media':
      return `media key: ${MEDIA_WORDS[what] ?? what}`
    case 'pad':
      return `controller: ${PAD_WORDS[what] ?? `button ${what}`}`
    case 'clap':
      return what === '2' ? 'two claps' : 'three claps'
    default:
      return `touch: ${what} half`
  }
}
