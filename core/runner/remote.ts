import { CHANGES_OF_MIND } from './types'

/** What a key, a button, a clap or a touch can be made to do while following. */
export const REMOTE_ACTIONS = [
  /** My signal where I lead or where I am waited for; else pause and go on. */
  'mySignal',
  'pauseOrGoOn',
  ...CHANGES_OF_MIND,
  'undo',
  'minutesLeft',
  'closeNow',
  'end',
  'nothing',
] as const
export type RemoteAction = (typeof REMOTE_ACTIONS)[number]

/** Where an input comes from; what follows the colon is the key, media action, button number, number of claps or half. */
export const INPUT_KINDS = ['key', 'media', 'pad', 'clap', 'half'] as const
export type RemoteInput = `${(typeof INPUT_KINDS)[number]}:${string}`

/** One input and what it does. */
export interface RemoteRule {
  input: RemoteInput
  does: RemoteAction
}

export const MEDIA_ACTIONS = [
  'play',
  'pause',
  'nexttrack',
  'previoustrack',
  'seekforward',
  'seekbackward',
  'stop',
] as const

/**
 * What inputs do until I map them. Clickers send page down and page up and a key that blanks the screen (`b` or a full stop); buttons
 * are numbered as in the W3C Gamepad specification's standard layout.
 */
export const USUAL_REMOTE: readonly RemoteRule[] = [
  { input: 'key: ', does: 'pauseOrGoOn' },
  { input: 'key:ArrowRight', does: 'next' },
  { input: 'key:ArrowLeft', does: 'back' },
  { input: 'key:+', does: 'oneMore' },
  { input: 'key:=', does: 'oneMore' },
  { input: 'key:-', does: 'oneFewer' },
  { input: 'key:Escape', does: 'end' },
  { input: 'key:Enter', does: 'mySignal' },
  { input: 'key:a', does: 'again' },
  { input: 'key:l', does: 'linger' },
  { input: 'key:,', does: 'slower' },
  { input: 'key:;', does: 'faster' },
  { input: 'key:s', does: 'shakeOut' },
  { input: 'key:r', does: 'rest' },
  { input: 'key:c', does: 'sitDown' },
  { input: 'key:e', does: 'standUp' },
  { input: 'key:h', does: 'standHigher' },
  { input: 'key:j', does: 'standLower' },
  { input: 'key:o', does: 'otherSide' },
  { input: 'key:w', does: 'watchFirst' },
  { input: 'key:d', does: 'dizzy' },
  { input: 'key:u', does: 'undo' },
  { input: 'key:m', does: 'minutesLeft' },
  { input: 'key:g', does: 'closeNow' },
  { input: 'key:PageDown', does: 'mySignal' },
  { input: 'key:PageUp', does: 'oneMore' },
  { input: 'key:b', does: 'pauseOrGoOn' },
  { input: 'key:.', does: 'pauseOrGoOn' },
  { input: 'key:F5', does: 'minutesLeft' },
  { input: 'media:play', does: 'pauseOrGoOn' },
  { input: 'media:pause', does: 'pauseOrGoOn' },
  { input: 'media:nexttrack', does: 'next' },
  { input: 'media:previoustrack', does: 'back' },
  { input: 'media:seekforward', does: 'oneMore' },
  { input: 'media:seekbackward', does: 'oneFewer' },
  { input: 'media:stop', does: 'closeNow' },
  { input: 'pad:0', does: 'mySignal' },
  { input: 'pad:1', does: 'pauseOrGoOn' },
  { input: 'pad:2', does: 'dizzy' },
  { input: 'pad:3', does: 'minutesLeft' },
  { input: 'pad:12', does: 'oneMore' },
  { input: 'pad:13', does: 'oneFewer' },
  { input: 'pad:14', does: 'back' },
  { input: 'pad:15', does: 'next' },
  { input: 'clap:2', does: 'mySignal' },
  { input: 'clap:3', does: 'oneMore' },
  { input: 'half:left', does: 'oneMore' },
  { input: 'half:right', does: 'mySignal' },
]

/** What an input does: as I mapped it, else as usual; null for an input that does nothing. */
export function actionOf(input: string, mine: readonly RemoteRule[]): RemoteAction | null {
  const rule = mine.find((each) => each.input === input) ?? USUAL_REMOTE.find((each) => each.input === input)
  return rule && rule.does !== 'nothing' ? rule.does : null
}

/** What an input does where nobody has mapped it; null for nothing. */
export const usualActionOf = (input: string): RemoteAction | null => actionOf(input, [])

/** My map with one rule changed; what is as usual need not be kept. */
export function withRule(mine: readonly RemoteRule[], rule: RemoteRule): RemoteRule[] {
  const others = mine.filter(({ input }) => input !== rule.input)
  const usual = usualActionOf(rule.input) ?? 'nothing'
  return rule.does === usual ? others : [...others, rule]
}
