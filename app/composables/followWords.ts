import { waitsAtEnd, type RunnerState } from '#core/runner'
import { reminderAt, type Moment } from '#core/timeline'

/** What the follower reads: one large word, one large figure, and what they belong to. */
export interface FollowWords {
  /** The small line above the large word. */
  over: string
  word: string
  figure: string
  /** The line below the figure. */
  under: string
  /** Where on the screen the movement stands: left is left. */
  place: 'left' | 'right' | 'middle'
  /** Only what is to come is said; nothing is counted yet. */
  coming: boolean
}

const clockPhrase = (seconds: number) => {
  const whole = Math.max(0, Math.ceil(seconds - 1e-6))
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

/** The words of a moment. All counts, sides and times are the Timeline's; here they are only phrased. */
export function followWords(moment: Moment, state: RunnerState): FollowWords {
  const { kind } = moment.segment
  return { ...wordsOf(moment, state), coming: kind === 'announce' || kind === 'stanceChange' }
}

function wordsOf(moment: Moment, state: RunnerState): Omit<FollowWords, 'coming'> {
  const { overrunSeconds } = state
  const { segment, occurrence } = moment
  const place = segment.side === 'left' || segment.side === 'right' ? segment.side : 'middle'
  const round = occurrence.rounds > 1 ? `, round ${occurrence.round} of ${occurrence.rounds}` : ''
  const level = segment.level && `, ${segment.level}`
  const ofChain = segment.move && segment.move !== occurrence.formName ? segment.move : occurrence.formName
  const turn = segment.directionDegrees === null ? '' : `, ${directionPhrase(segment.directionDegrees)}`
  const over = `${ofChain}${turn}${level}${round}`
  const side = sidePhrase(segment.saidSide)
  const then = reminderAt(moment) || thenPhrase(moment)

  switch (segment.kind) {
    case 'announce':
    case 'stanceChange':
      return {
        over: segment.kind === 'announce' ? `Next${round}` : 'Take the stance',
        word: occurrence.formName,
        figure: clockPhrase(occurrence.bodyStartSeconds - segment.startSeconds - moment.secondsIntoSegment),
        under: [STANCE_WORDS[occurrence.stance], side && `${SIDE_WORDS[segment.saidSide]} first`, ...occurrence.sayings]
          .filter(Boolean)
          .join(', '),
        place,
      }
    case 'sideChange':
      return { over, word: 'Change', figure: clockPhrase(moment.secondsLeftInSegment), under: `to ${side}`, place }
    case 'rest':
      return { over: 'A breath between', word: 'Rest', figure: '', under: then, place: 'middle' }
    case 'watch':
      return { over, word: segment.cue, figure: '', under: 'only watching', place }
    default:
      break
  }

  if (segment.openEnded || (state.lingering && occurrence.counting === 'time')) {
    return {
      over,
      word: segment.cue,
      figure: clockPhrase(moment.secondsIntoSegment + overrunSeconds),
      under: segment.openEnded ? 'until you go on (right arrow)' : 'lingering',
      place,
    }
  }
  if (overrunSeconds > 0 && waitsAtEnd(state, segment) === 'forGood') {
    const done = segment.repetitions - segment.leftOnSide
    return {
      over,
      word: 'Your signal',
      figure: String(segment.leftOnSide),
      under: `more after ${done}, ${then}`,
      place,
    }
  }
  if (occurrence.counting === 'time') {
    return { over, word: segment.cue, figure: clockPhrase(moment.secondsLeftInSegment), under: then, place }
  }
  if (segment.repetitions === 1 && moment.nextMove !== null) {
    const moves = moment.movesLeft === 1 ? 'more move' : 'more moves'
    return {
      over,
      word: segment.cue,
      figure: String(moment.movesLeft),
      under: `${moves}, then ${moment.nextMove}`,
      place,
    }
  }
  const unit =
    occurrence.counting === 'breathHold' ? (segment.leftOnSide === 1 ? 'more breath' : 'more breaths') : 'more'
  if (segment.leftOnSide === 0) {
    return { over, word: segment.cue, figure: segment.repetitions > 1 ? 'last' : '1', under: then, place }
  }
  const scope = occurrence.sideOrder === 'alternate' ? ' each side' : ''
  return {
    over,
    word: segment.cue,
    figure: String(segment.leftOnSide),
    under: `${unit}${scope}${occurrence.sideOrder === 'alternate' ? '' : then && `, ${then}`}`,
    place,
  }
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
      return `Next: ${[occurrence.formName, STANCE_WORDS[occurrence.stance], side && `${side} first`, ...occurrence.sayings].filter(Boolean).join(', ')}.`
    case 'sideChange':
      return `Change to ${side}.`
    case 'rest':
      return 'Rest a breath.'
    case 'watch':
      return `Watch: ${occurrence.formName}.`
    default: {
      const reminder = reminderAt(moment)
      if (reminder) return `${reminder}.`
      return segment.leftInStep === 0 && segment.repetitions > 1
        ? `${occurrence.formName}, the last one.`
        : `${occurrence.formName}${segment.level && `, ${segment.level}`}${side && occurrence.sideOrder !== 'alternate' ? `, ${side}` : ''}.`
    }
  }
}
