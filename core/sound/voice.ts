import type { ArcPart, Side, Stance } from '../forms'
import { reminderTimes, type Occurrence, type Segment, type Timeline } from '../timeline'
import type { Cue, Say, VoiceSettings } from './types'

/** The words that are said of themselves; each is one shipped clip. */
export const STANCE_SAYINGS: Record<Stance, string> = {
  together: 'feet together',
  hipWidth: 'hip width',
  shoulderWidth: 'shoulder width',
  wide: 'wide stance',
  diagonalStep: 'step diagonally',
  oneLeg: 'on one leg',
  seated: 'sitting',
}
export const PART_SAYINGS: Record<ArcPart, string> = {
  arrive: 'arrive',
  loosen: 'loosen',
  wake: 'wake',
  work: 'the work',
  stand: 'stand still',
  gather: 'gather',
  settle: 'settle',
}
export const SIDE_SAYINGS: Record<Exclude<Side, 'none'>, string> = {
  left: 'left side',
  right: 'right side',
  oneWay: 'one way',
  otherWay: 'the other way',
}
/** What is said of changes and as answers to commands. */
export const SAYINGS = {
  next: 'next',
  more: 'more',
  lastOne: 'last one',
  changeSides: 'change sides',
  rest: 'rest',
  end: 'that is the end',
  paused: 'paused',
  goOn: 'going on',
  dizzy: 'breathe normally. let everything go. go on when it has passed, or close',
  undone: 'taken back',
  closeNow: 'closing now',
  minuteLeft: 'minute left',
  minutesLeft: 'minutes left',
  slower: 'slower',
  faster: 'faster',
  linger: 'stay here',
  sitDown: 'sit down',
  oneMore: 'one more',
  oneFewer: 'one fewer',
  again: 'again from the start',
  otherSide: 'the other side again',
  watchFirst: 'only watch this round',
  handsOnly: 'hands only',
  shakeOut: 'shake out',
  leadIt: 'I lead',
  leadMe: 'you lead',
  leadBreath: 'your breath leads',
  fellBack: 'I do not hear the breath, and lead meanwhile',
  notNow: 'not now',
} as const
/** Numbers are said up to here: a full string of prayer beads. */
export const MOST_SAID = 108

/** Time to say something when its clip is not known: about 14 letters a second, and a pause. From memory, by ear. */
export const guessedSeconds = (text: string) => 0.25 + text.length / 14

const said = (text: string): Say => ({ text, formId: '', cue: '' })
const formSaid = ({ formId, formName }: Occurrence): Say => ({ text: formName, formId, cue: '' })

/** What is most needed is heard when two would be said at once. */
const RANKS = { announcement: 5, side: 4, last: 3, count: 2, reminder: 2, movement: 1 }
interface Wish {
  rank: number
  atSeconds: number
  say: Say[]
}

/** After a bell the voice waits so long. Our choice. */
const AFTER_BELL_SECONDS = 0.6
/** In counts of eight, the count left is said with the first beat of every other eight. */
const BEATS_BETWEEN = 16

/**
 * All that is said in a session, in the order of time and never two things at once. `secondsOf` is how long some words take to be said:
 * an announcement begins so early that it is over before the stance has to be changed, as far as the exercise before it allows.
 */
export function spokenCues(
  timeline: Timeline,
  voice: VoiceSettings,
  secondsOf: (say: readonly Say[]) => number,
): Cue[] {
  const wishes: Wish[] = []
  for (const occurrence of timeline.occurrences) {
    if (voice.announces) wishes.push(...announcementOf(timeline, occurrence, secondsOf))
  }
  for (const segment of timeline.segments) {
    const occurrence = timeline.occurrences[segment.occurrence]!
    const before = timeline.segments[segment.index - 1]
    if (segment.kind === 'sideChange' && voice.announces) {
      const say = [said(SAYINGS.changeSides), ...sideSaid(segment)]
      const late = segment.lengthSeconds - secondsOf(say) - AFTER_BELL_SECONDS
      wishes.push({ rank: RANKS.side, atSeconds: segment.startSeconds + Math.min(0, late) + AFTER_BELL_SECONDS, say })
      continue
    }
    if (begins(segment, before)) wishes.push(...countOf(segment, occurrence, voice))
    if (voice.movements && segment.cue && (segment.kind === 'phase' || segment.kind === 'watch')) {
      const say = [{ text: segment.cue, formId: occurrence.formId, cue: segment.cue }]
      const fits = secondsOf(say) < segment.lengthSeconds && occurrence.counting !== 'beats'
      if (fits) wishes.push({ rank: RANKS.movement, atSeconds: segment.startSeconds, say })
    }
  }
  for (const { atSeconds, reminder } of reminderTimes(timeline)) {
    if (voice.announces) wishes.push({ rank: RANKS.reminder, atSeconds, say: [said(reminder)] })
  }
  const end = { rank: RANKS.announcement, atSeconds: timeline.totalSeconds + 2, say: [said(SAYINGS.end)] }
  if (voice.announces && timeline.segments.length > 0) wishes.push(end)
  return oneAtATime(wishes, secondsOf)
}

/** Whether a repetition begins with this segment. */
function begins(segment: Segment, before: Segment | undefined): boolean {
  const counted = segment.kind === 'phase' || segment.kind === 'hold'
  return (
    counted &&
    (!before || before.occurrence !== segment.occurrence || before.endsRepetition || !isSame(before, segment))
  )
}
const isSame = (one: Segment, other: Segment) => one.repetition === other.repetition && one.side === other.side

const sideSaid = ({ saidSide }: Pick<Segment, 'saidSide'>): Say[] =>
  saidSide === 'none' ? [] : [said(SIDE_SAYINGS[saidSide])]

function announcementOf(timeline: Timeline, occurrence: Occurrence, secondsOf: (say: Say[]) => number): Wish[] {
  const { segments, occurrences } = timeline
  const before = occurrences[occurrence.index - 1]
  const own = segments.filter((segment) => segment.occurrence === occurrence.index)
  const announce = own[0]
  if (announce?.kind !== 'announce') return []
  const stanceChange = own.find(({ kind }) => kind === 'stanceChange')
  const stage =
    occurrence.stage === 'watch' ? SAYINGS.watchFirst : occurrence.stage === 'handsOnly' ? SAYINGS.handsOnly : ''
  const say = [
    ...(before ? [said(SAYINGS.next)] : []),
    ...(before?.part !== occurrence.part ? [said(PART_SAYINGS[occurrence.part])] : []),
    formSaid(occurrence),
    ...(stage ? [said(stage)] : []),
    ...(!before || stanceChange || occurrence.stage === 'seated' ? [said(STANCE_SAYINGS[occurrence.stance])] : []),
    ...sideSaid(announce),
  ]
  const due = (stanceChange ?? own.find(({ kind }) => kind !== 'announce'))?.startSeconds ?? occurrence.bodyStartSeconds
  const earliest = before ? before.bodyStartSeconds + before.bodySeconds : 0
  const wanted = Math.min(announce.startSeconds + AFTER_BELL_SECONDS, due - secondsOf(say))
  return [{ rank: RANKS.announcement, atSeconds: Math.max(earliest, wanted), say }]
}

function countOf(segment: Segment, occurrence: Occurrence, voice: VoiceSettings): Wish[] {
  const { leftOnSide, repetition, repetitions, startSeconds } = segment
  const turns = occurrence.sideOrder === 'alternate' && voice.announces && occurrence.counting !== 'beats'
  const side = turns ? sideSaid(segment) : []
  const isLast = leftOnSide === 0 && repetitions > 1
  const number = numberSaid(segment, occurrence, voice)
  if (isLast && voice.counts !== 'none') {
    return [{ rank: RANKS.last, atSeconds: startSeconds, say: [...side, said(SAYINGS.lastOne)] }]
  }
  if (number && repetition > 0) {
    return [
      { rank: RANKS.count, atSeconds: startSeconds, say: [...side, said(String(leftOnSide)), said(SAYINGS.more)] },
    ]
  }
  return side.length > 0 ? [{ rank: RANKS.side, atSeconds: startSeconds, say: side }] : []
}

function numberSaid({ leftOnSide, repetition }: Segment, { counting }: Occurrence, voice: VoiceSettings): boolean {
  if (leftOnSide === 0 || leftOnSide > MOST_SAID) return false
  if (counting === 'beats')
    return (voice.counts === 'all' || voice.counts === 'left') && repetition % BEATS_BETWEEN === 1
  if (voice.counts === 'left') return leftOnSide % voice.every === 0
  // A still hold wants near silence, however much is said elsewhere.
  return voice.counts === 'all' && (counting !== 'breathHold' || leftOnSide % voice.every === 0)
}

/** The wishes that can be granted: the most needed first, none over another. */
function oneAtATime(wishes: readonly Wish[], secondsOf: (say: Say[]) => number): Cue[] {
  const granted: (Cue & { kind: 'voice' })[] = []
  const byNeed = [...wishes].sort((one, other) => other.rank - one.rank || one.atSeconds - other.atSeconds)
  for (const { atSeconds, say } of byNeed) {
    const lengthSeconds = secondsOf(say)
    const isFree = granted.every(
      (other) => atSeconds >= other.atSeconds + other.lengthSeconds || atSeconds + lengthSeconds <= other.atSeconds,
    )
    if (isFree) granted.push({ kind: 'voice', atSeconds, lengthSeconds, say })
  }
  return granted.sort((one, other) => one.atSeconds - other.atSeconds)
}
