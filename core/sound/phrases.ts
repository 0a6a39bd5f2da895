import type { ArcPart, Side, Stance, VersionKind } from '../forms'
import type { BuildStage } from '../routine'
import type { Segment } from '../timeline'
import type { Phrase } from './types'

/** The words that are said of themselves; each is one shipped clip. */
export const STANCE_PHRASES: Record<Stance, string> = {
  together: 'feet together',
  hipWidth: 'hip width',
  shoulderWidth: 'shoulder width',
  wide: 'wide stance',
  diagonalStep: 'step diagonally',
  bow: 'bow stance',
  empty: 'empty stance',
  low: 'low stance',
  tandem: 'heel to toe',
  oneLeg: 'on one leg',
  seated: 'sitting',
  lying: 'lying down',
}
/** How it is done in each version besides sitting, which is said as a stance. */
export const VERSION_PHRASES: Record<Exclude<VersionKind, 'seated'>, string> = {
  supported: 'hold on to the chair',
  higher: 'stand higher',
  imagined: 'in the mind',
  weighted: 'with weights',
}
export const PART_PHRASES: Record<ArcPart, string> = {
  arrive: 'arrive',
  loosen: 'loosen',
  wake: 'wake',
  work: 'the work',
  stand: 'stand still',
  gather: 'gather',
  settle: 'settle',
}
export const SIDE_PHRASES: Record<Exclude<Side, 'none'>, string> = {
  left: 'left side',
  right: 'right side',
  oneWay: 'one way',
  otherWay: 'the other way',
}
/** Which leg stands, where one does. */
export const STANDING_LEG_PHRASES = { left: 'stand on the left leg', right: 'stand on the right leg' } as const
/** How a step is led from here on, sitting apart, which is said as a stance. */
export const stagePhrase = (stage: BuildStage): string => {
  switch (stage) {
    case 'watch':
      return PHRASES.watchFirst
    case 'handsOnly':
      return PHRASES.handsOnly
    case 'movement':
      return PHRASES.movementOnly
    case 'seated':
      return STANCE_PHRASES.seated
    case 'whole':
      return PHRASES.wholeMovement
  }
}
/** What is said of changes and as answers to commands. */
export const PHRASES = {
  next: 'next',
  more: 'more',
  lastOne: 'last one',
  changeSides: 'change sides',
  rest: 'rest',
  end: 'that is the end',
  paused: 'paused',
  goOn: 'going on',
  dizzy: 'breathe normally. let everything go. go on when it has passed, or close',
  undone: 'undone',
  closeNow: 'closing now',
  minuteLeft: 'minute left',
  minutesLeft: 'minutes left',
  slower: 'slower',
  faster: 'faster',
  linger: 'stay here',
  sitDown: 'sit down',
  standUp: 'stand up again',
  standHigher: 'stand higher',
  standLower: 'stand lower',
  oneMore: 'one more',
  oneFewer: 'one fewer',
  again: 'again from the start',
  otherSide: 'the other side again',
  watchFirst: 'only watch this round',
  handsOnly: 'hands only',
  movementOnly: 'only the movement',
  wholeMovement: 'the whole movement',
  breathTurns: 'the breath the other way',
  hold: 'hold',
  shakeOut: 'shake out',
  leadIt: 'automatic pace',
  leadMe: 'you set the pace',
  leadBreath: 'your breath sets the pace',
  fellBack: 'no breath heard, automatic pace meanwhile',
  notNow: 'not now',
} as const
/** Numbers are said up to here: a full string of prayer beads. */
export const MOST_NUMBER_SAID = 108

/** Time to say something when its clip is not known: about 14 letters a second, and a pause. From memory, by ear. */
export const guessedSeconds = (text: string) => 0.25 + text.length / 14

/** Words that are said as they are, by one shipped clip. */
export const phrase = (text: string): Phrase => ({ text, formId: '', cue: '' })
export const formPhrase = ({ formId, formName }: { formId: string; formName: string }): Phrase => ({
  text: formName,
  formId,
  cue: '',
})
/** The side of a segment as it is called; nothing where it has none. */
export const sidePhrases = ({ saidSide }: Pick<Segment, 'saidSide'>): Phrase[] =>
  saidSide === 'none' ? [] : [phrase(SIDE_PHRASES[saidSide])]
