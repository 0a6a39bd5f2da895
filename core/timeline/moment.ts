import { bisector } from 'd3-array'
import type { Side } from '../forms'
import { isBodyKind, type Occurrence, type Segment, type Timeline } from './types'

/** What is at a moment, what comes next, and what is left. */
export interface Moment {
  segment: Segment
  occurrence: Occurrence
  secondsIntoSegment: number
  secondsLeftInSegment: number
  secondsLeftInStep: number
  secondsLeft: number
  next: Segment | null
  nextOccurrence: Occurrence | null
  /** The side that follows within this step once the present one is done; null when no side follows. */
  nextSide: Segment['side'] | null
  /** That side as the cue names it. */
  nextSaidSide: Segment['side'] | null
  /** How many moves (of this repetition), positions or words still come after the present one, and the next of them. */
  movesRemaining: number
  nextMove: string | null
}

/**
 * The moment at `atSeconds`. A segment owns its start and not its end; the last moment of a session belongs to its last
 * segment. Null for a session without segments.
 */
export function momentAt(timeline: Timeline, atSeconds: number): Moment | null {
  const segment = segmentAt(timeline, atSeconds)
  if (!segment) return null
  const occurrence = timeline.occurrences[segment.occurrence]!
  const at = Math.min(timeline.totalSeconds, Math.max(0, atSeconds))
  const into = at - segment.startSeconds
  const following = nextSideAfter(timeline, segment)
  return {
    segment,
    occurrence,
    secondsIntoSegment: into,
    secondsLeftInSegment: segment.lengthSeconds - into,
    secondsLeftInStep: occurrence.startSeconds + occurrence.lengthSeconds - at,
    secondsLeft: timeline.totalSeconds - at,
    next: timeline.segments[segment.index + 1] ?? null,
    nextOccurrence: timeline.occurrences[occurrence.index + 1] ?? null,
    nextSide: following?.side ?? null,
    nextSaidSide: following?.saidSide ?? null,
    ...movesAfter(timeline, segment, occurrence),
  }
}

/** A reminder is given this often, and stays this long. Our choice: a still hold wants near silence. */
const REMINDER_EVERY_SECONDS = 30
const REMINDER_SECONDS = 8

/** What one is reminded of in a form, at a moment: given in turn now and then; empty most of the time. */
export function reminderAt(moment: Moment): string {
  const { segment, occurrence } = moment
  const { reminders, bodyStartSeconds } = occurrence
  if (reminders.length === 0 || !isBody(segment)) return ''
  const into = segment.startSeconds + moment.secondsIntoSegment - bodyStartSeconds
  const turn = Math.floor(into / REMINDER_EVERY_SECONDS)
  if (turn < 1 || into % REMINDER_EVERY_SECONDS >= REMINDER_SECONDS) return ''
  return reminders[(turn - 1) % reminders.length]!
}

/** When which reminder is given, over a whole session. */
export function reminderTimes(timeline: Timeline): { atSeconds: number; reminder: string }[] {
  return timeline.occurrences.flatMap(({ index, reminders, bodyStartSeconds, bodySeconds }) => {
    if (reminders.length === 0) return []
    const times: { atSeconds: number; reminder: string }[] = []
    for (let turn = 1; turn * REMINDER_EVERY_SECONDS < bodySeconds; turn += 1) {
      const atSeconds = bodyStartSeconds + turn * REMINDER_EVERY_SECONDS
      const segment = segmentAt(timeline, atSeconds)
      if (segment?.occurrence === index && isBody(segment)) {
        times.push({ atSeconds, reminder: reminders[(turn - 1) % reminders.length]! })
      }
    }
    return times
  })
}

/** Whether the body is still in a segment. */
export const isStill = ({ kind }: Segment) => kind === 'hold' || kind === 'settle'

const byStart = bisector(({ startSeconds }: Segment) => startSeconds)

/** The segment at a moment; null for a session without segments. */
export function segmentAt({ segments }: Timeline, atSeconds: number): Segment | null {
  return segments[Math.max(0, byStart.right(segments, atSeconds) - 1)] ?? null
}

/** Whether a segment is of the exercise itself, in which something is counted. */
export const isBody = ({ kind }: Segment) => isBodyKind(kind)

/** Whether an occurrence is on its second side, the first one being over; never so while sides alternate. */
export function isOnSecondSide({ sideOrder, counts }: Occurrence, { side }: Segment): boolean {
  return sideOrder !== 'alternate' && counts.length === 2 && side === counts[1]!.side
}

/** How many repetitions (or breaths, beats, stretches of time) some segments complete. */
export const completedRepetitions = (segments: readonly Segment[]) =>
  segments.filter(({ endsRepetition }) => endsRepetition).length

/** Whether what is counted down is how often the present move of a chain is done: it is done several times, or the chain only once. */
export const countsMoves = ({ counting }: Occurrence, { moveRepetitions, repetitions }: Segment) =>
  counting === 'breathRepetitions' && moveRepetitions > 0 && (moveRepetitions > 1 || repetitions === 1)

/** Where a segment ends: the start of the next one, or the end of the session. */
export function endSeconds(timeline: Timeline, segment: Segment): number {
  return timeline.segments[segment.index + 1]?.startSeconds ?? timeline.totalSeconds
}

function movesAfter(
  { segments }: Timeline,
  segment: Segment,
  { counting }: Occurrence,
): { movesRemaining: number; nextMove: string | null } {
  const isChain = counting === 'breathRepetitions'
  let movesRemaining = 0
  let nextMove: string | null = null
  let present = segment
  while (segment.moveRepetitions > 0 && !(isChain && present.endsRepetition)) {
    const next = segments[present.index + 1]
    if (!next || next.occurrence !== segment.occurrence || next.kind !== segment.kind || next.side !== segment.side)
      break
    if (next.moveIndex !== present.moveIndex) {
      movesRemaining += 1
      nextMove ??= isChain ? next.move : next.level || next.cue
    }
    present = next
  }
  return { movesRemaining, nextMove }
}

/** What is counted down in a segment. */
export interface PresentCount {
  /** Times of the present move, breaths of the present position, beats of the present word; else repetitions, breaths or beats. */
  of: 'move' | 'position' | 'word' | 'side' | 'step'
  /** k of so many, and so many more after it. */
  repetition: number
  remaining: number
  /** The last one of all that there are on this side (or, where both are counted as one, in the step). */
  isLast: boolean
}

/** The count of a segment: inside a move, position or word where there is one; beats that change sides have one count for both. */
export function presentCount(occurrence: Occurrence, segment: Segment): PresentCount {
  const { moveRepetition, moveRepetitions, repetition, remainingOnSide, remainingInStep, isLastOnSide } = segment
  const { counting, sideOrder, counts } = occurrence
  const inside = { repetition: moveRepetition, remaining: moveRepetitions - moveRepetition }
  if (countsMoves(occurrence, segment)) {
    return { of: 'move', ...inside, isLast: false }
  }
  if (counting !== 'breathRepetitions' && moveRepetitions > 0) {
    return { of: counting === 'beats' ? 'word' : 'position', ...inside, isLast: isLastOnSide }
  }
  if (counting === 'beats' && sideOrder === 'alternate') {
    const both = repetition * 2 - (segment.side === counts[0]?.side ? 1 : 0)
    return { of: 'step', repetition: both, remaining: remainingInStep, isLast: segment.isLastInStep }
  }
  return { of: 'side', repetition, remaining: remainingOnSide, isLast: isLastOnSide }
}

/** The leg that stands, as it is said, where one stands on one leg; null elsewhere. */
export function standingLegOf(saidSide: Side, sideNames: Occurrence['sideNames']): 'left' | 'right' | null {
  if (sideNames === null || (saidSide !== 'left' && saidSide !== 'right')) return null
  if (sideNames === 'standingLeg') return saidSide
  return saidSide === 'left' ? 'right' : 'left'
}

function nextSideAfter(timeline: Timeline, segment: Segment): Segment | null {
  for (let index = segment.index + 1; index < timeline.segments.length; index += 1) {
    const other = timeline.segments[index]!
    if (other.occurrence !== segment.occurrence || other.kind === 'rest') return null
    if (other.side !== segment.side) return other
  }
  return null
}
