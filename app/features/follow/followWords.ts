import { waitsAtEnd, type RunnerState } from '#core/runner'
import { presentCount, reminderAt, standingLegOf, type Moment } from '#core/timeline'
import { SIDE_WORDS, STANCE_WORDS, directionPhrase, facingPhrase, sidePhrase } from '~/shared/words/practice'
import { countdownPhrase } from '~/shared/words/time'

/** What the follower reads: one large word, one large number, and what they belong to. */
export interface FollowWords {
  /** The small line above the large word. */
  heading: string
  word: string
  number: string
  /** The line below the number. */
  detail: string
  /** Where on the screen the movement stands: left is left. */
  screenSide: 'left' | 'right' | 'middle'
  /** Only what is to come is said; nothing is counted yet. */
  coming: boolean
}

/** The words of a moment. All counts, sides and times are the Timeline's; here they are only phrased. */
export function followWords(moment: Moment, state: RunnerState): FollowWords {
  const { kind } = moment.segment
  return { ...wordsOf(moment, state), coming: kind === 'announce' || kind === 'stanceChange' }
}

function wordsOf(moment: Moment, state: RunnerState): Omit<FollowWords, 'coming'> {
  const { segment } = moment
  const screenSide = segment.side === 'left' || segment.side === 'right' ? segment.side : 'middle'
  const usual = { heading: headingOf(moment), word: segment.cue, screenSide } as const
  const then = reminderAt(moment) || thenPhrase(moment)
  switch (segment.kind) {
    case 'announce':
      return { ...usual, ...comingWords(moment) }
    case 'stanceChange':
      return { ...usual, ...(isWithinStep(moment) ? changingWords(moment) : comingWords(moment)) }
    case 'sideChange':
      return {
        ...usual,
        word: 'Change',
        ...countdownOf(moment),
        detail: `to ${sidePhrase(segment.saidSide)}${legPhrase(moment)}`,
      }
    case 'rest':
      return { heading: 'A breath between', word: 'Rest', number: '', detail: then, screenSide: 'middle' }
    case 'watch':
      return { ...usual, number: '', detail: 'only watching' }
    default:
      return { ...usual, ...remainingWords(moment, state, then) }
  }
}

/** Within a step the stance changes where a layer says so. */
const isWithinStep = ({ segment, occurrence }: Moment) => segment.startSeconds >= occurrence.bodyStartSeconds
function changingWords(moment: Moment) {
  const { occurrence, next } = moment
  const stance = STANCE_WORDS[next?.stance ?? occurrence.formStance]
  return { heading: headingOf(moment), word: 'Change', ...countdownOf(moment), detail: `to ${stance}` }
}

const legPhrase = ({ segment, occurrence }: Moment) => {
  const leg = standingLegOf(segment.saidSide, occurrence.sideNames)
  return leg ? `, standing on the ${leg} leg` : ''
}
const roundPhrase = ({ round, rounds }: Moment['occurrence']) => (rounds > 1 ? `, round ${round} of ${rounds}` : '')
const countdownOf = ({ secondsLeftInSegment }: Moment) => ({ number: countdownPhrase(secondsLeftInSegment) })

/** The form, or the move of a chain, with its side, where it turns, its level and its round. */
function headingOf({ segment, occurrence }: Moment): string {
  const name = segment.move && segment.move !== occurrence.formName ? segment.move : occurrence.formName
  const turn = segment.directionDegrees === null ? '' : `, ${directionPhrase(segment.directionDegrees)}`
  const facing = segment.facingDegrees === null ? '' : `, ${facingPhrase(segment.facingDegrees)}`
  const side = SIDE_WORDS[segment.saidSide]
  return `${name}${side && `, ${side}`}${turn}${facing}${segment.level && `, ${segment.level}`}${roundPhrase(occurrence)}`
}

/** What comes: its name, stance and side, and how long until it begins. */
function comingWords({ segment, occurrence, secondsIntoSegment }: Moment) {
  const side = SIDE_WORDS[segment.saidSide]
  const leg = standingLegOf(segment.saidSide, occurrence.sideNames)
  const details = [STANCE_WORDS[occurrence.stance], side && `${side} first`, leg && `standing on the ${leg} leg`]
  return {
    heading: segment.kind === 'announce' ? `Next${roundPhrase(occurrence)}` : 'Take the stance',
    word: occurrence.formName,
    number: countdownPhrase(occurrence.bodyStartSeconds - segment.startSeconds - secondsIntoSegment),
    detail: [...details, ...occurrence.spokenNotes].filter(Boolean).join(', '),
  }
}

/** How much is left of what is going on, in the unit in which it is counted, and what follows. */
function remainingWords(
  moment: Moment,
  state: RunnerState,
  then: string,
): Pick<FollowWords, 'number' | 'detail'> & { word?: string } {
  const { segment, occurrence } = moment
  const { remainingOnSide } = segment
  if (segment.openEnded || (state.lingering && occurrence.counting === 'time')) {
    const detail = segment.openEnded ? 'until you go on (right arrow)' : 'lingering'
    return { number: countdownPhrase(moment.secondsIntoSegment + state.overrunSeconds), detail }
  }
  if (state.overrunSeconds > 0 && waitsAtEnd(state, segment) === 'forGood') {
    const detail = `more after ${segment.repetitions - remainingOnSide}, ${then}`
    return { word: 'Your signal', number: String(remainingOnSide), detail }
  }
  if (occurrence.counting === 'time') return { ...countdownOf(moment), detail: then }
  const item = state.schedule[occurrence.index]
  if (item?.abandoned) return { number: '', detail: `after this breath${then && `, ${then}`}` }
  const count = presentCount(occurrence, segment)
  const follows = moment.nextMove === null ? then : `then ${moment.nextMove}`
  if (count.of === 'move' && segment.moveRepetitions === 1 && moment.nextMove !== null) {
    const moves = moment.movesRemaining === 1 ? 'more move' : 'more moves'
    return { number: String(moment.movesRemaining), detail: `${moves}, ${follows}` }
  }
  if (count.remaining === 0) return { number: count.isLast ? 'last' : '1', detail: follows }
  if (count.of === 'side' && occurrence.sideOrder === 'alternate') {
    return { number: String(count.remaining), detail: 'more each side' }
  }
  const unit = occurrence.counting === 'breathHold' ? (count.remaining === 1 ? 'more breath' : 'more breaths') : 'more'
  return { number: String(count.remaining), detail: `${unit}${follows && `, ${follows}`}` }
}

/** Letters of the longest word. */
export const longestWord = (text: string) => Math.max(4, ...text.split(/[\s-]+/).map((word) => word.length))

function thenPhrase({ nextSaidSide, nextOccurrence }: Moment): string {
  if (nextSaidSide && nextSaidSide !== 'none') return `then ${sidePhrase(nextSaidSide)}`
  return nextOccurrence ? `then ${nextOccurrence.formName}` : 'then the end'
}

/** What a screen reader is told when it changes: the form, its count and its side, not every breath. */
export function spokenLine(moment: Moment): string {
  const { segment, occurrence } = moment
  const side = sidePhrase(segment.saidSide)
  switch (segment.kind) {
    case 'announce':
      return `Next: ${[occurrence.formName, STANCE_WORDS[occurrence.stance], side && `${side} first`, ...occurrence.spokenNotes].filter(Boolean).join(', ')}.`
    case 'sideChange':
      return `Change to ${side}${legPhrase(moment)}.`
    case 'rest':
      return 'Rest a breath.'
    case 'watch':
      return `Watch: ${occurrence.formName}.`
    default: {
      const reminder = reminderAt(moment)
      if (reminder) return `${reminder}.`
      return segment.isLastOnSide
        ? `${occurrence.formName}, the last one${segment.isLastInStep || !side ? '' : ` on ${side}`}.`
        : `${occurrence.formName}${segment.level && `, ${segment.level}`}${side && occurrence.sideOrder !== 'alternate' ? `, ${side}` : ''}.`
    }
  }
}
