import { reminderTimes, type Occurrence, type Segment, type Timeline } from '../timeline'
import { announcementOf, sideAnnouncement, type Utterance } from './announcements'
import { MOST_NUMBER_SAID, phrase, PHRASES, sidePhrases } from './phrases'
import type { Cue, Phrase, VoiceSettings } from './types'

/** What is most needed is heard when two would be said at once. */
const RANKS = { announcement: 5, side: 4, last: 3, move: 2.5, count: 2, reminder: 2, movement: 1 }
interface Wish extends Utterance {
  rank: number
}

/** In counts of eight, the count left is said with the first beat of every other eight. */
const BEATS_BETWEEN = 16

/**
 * All that is said in a session, in the order of time and never two things at once. `secondsOf` is how long some words take to be said.
 */
export function spokenCues(
  timeline: Timeline,
  voice: VoiceSettings,
  secondsOf: (phrases: readonly Phrase[]) => number,
): Cue[] {
  const chains = chainsOf(timeline)
  const wishes: Wish[] = timeline.segments.flatMap((segment) => {
    const occurrence = timeline.occurrences[segment.occurrence]!
    const before = timeline.segments[segment.index - 1]
    return [
      ...(voice.announces && chains.has(segment.occurrence) ? moveOf(segment, before) : []),
      ...(segment.beginsRepetition && segment.repetition > 0 && isCounted(segment)
        ? countOf(segment, occurrence, voice, levelOf(segment, before))
        : []),
      ...(voice.movements ? movementOf(segment, occurrence, secondsOf) : []),
    ]
  })
  if (voice.announces) wishes.push(...announcements(timeline, secondsOf))
  return oneAtATime(wishes, secondsOf)
}

/** All that is announced: forms, changes of sides, reminders of posture, and the end. */
function announcements(timeline: Timeline, secondsOf: (phrases: readonly Phrase[]) => number): Wish[] {
  const forms = timeline.occurrences.flatMap((occurrence): Wish[] => {
    const said = announcementOf(timeline, occurrence, secondsOf)
    return said ? [{ rank: RANKS.announcement, ...said }] : []
  })
  const sides = timeline.segments
    .filter(({ kind }) => kind === 'sideChange')
    .map((segment): Wish => ({ rank: RANKS.side, ...sideAnnouncement(segment, secondsOf) }))
  const reminders = reminderTimes(timeline).map(({ atSeconds, reminder }): Wish => ({
    rank: RANKS.reminder,
    atSeconds,
    phrases: [phrase(reminder)],
  }))
  if (timeline.segments.length === 0) return []
  const end = { rank: RANKS.announcement, atSeconds: timeline.totalSeconds + 2, phrases: [phrase(PHRASES.end)] }
  return [...forms, ...sides, ...reminders, end]
}

/** Repetitions and the breaths of a hold are counted aloud; a stretch of time and a rest are not. */
const isCounted = ({ kind }: Segment) => kind === 'phase' || kind === 'hold'

/** Which occurrences go through several moves. */
function chainsOf({ segments }: Timeline): ReadonlySet<number> {
  const first = new Map<number, string>()
  const chains = new Set<number>()
  for (const { occurrence, move, kind } of segments) {
    if (kind !== 'phase' || !move) continue
    if (first.has(occurrence) && first.get(occurrence) !== move) chains.add(occurrence)
    else first.set(occurrence, move)
  }
  return chains
}

/** The name of a move of a chain as it begins. */
function moveOf(segment: Segment, before: Segment | undefined): Wish[] {
  if (segment.kind !== 'phase' || !segment.move) return []
  const goesOn = before?.occurrence === segment.occurrence && before.move === segment.move && before.kind === 'phase'
  return goesOn ? [] : [{ rank: RANKS.move, atSeconds: segment.startSeconds, phrases: [phrase(segment.move)] }]
}

/** Where a form that climbs goes now, when that is somewhere else than before. */
function levelOf({ level, occurrence }: Segment, before: Segment | undefined): Phrase[] {
  const isSame = before?.occurrence === occurrence && before.level === level
  return level && !isSame ? [phrase(level)] : []
}

/** The word of a phase, where there is time for it. */
function movementOf(
  segment: Segment,
  occurrence: Occurrence,
  secondsOf: (phrases: readonly Phrase[]) => number,
): Wish[] {
  if (!segment.cue || (segment.kind !== 'phase' && segment.kind !== 'watch')) return []
  const phrases = [{ text: segment.cue, formId: occurrence.formId, cue: segment.cue }]
  const fits = secondsOf(phrases) < segment.lengthSeconds && occurrence.counting !== 'beats'
  return fits ? [{ rank: RANKS.movement, atSeconds: segment.startSeconds, phrases }] : []
}

/** What is said as a repetition begins: that it is the last one, or how many more there are, and the side where sides alternate. */
function countOf(segment: Segment, occurrence: Occurrence, voice: VoiceSettings, level: Phrase[]): Wish[] {
  const atSeconds = segment.startSeconds
  const turns = occurrence.sideOrder === 'alternate' && voice.announces && occurrence.counting !== 'beats'
  const side = [...(turns ? sidePhrases(segment) : []), ...(voice.announces ? level : [])]
  if (segment.isLastOnSide && voice.counts !== 'none') {
    return [{ rank: RANKS.last, atSeconds, phrases: [...side, phrase(PHRASES.lastOne)] }]
  }
  if (isNumberSaid(segment, occurrence, voice)) {
    const count = [phrase(String(segment.remainingOnSide)), phrase(PHRASES.more)]
    return [{ rank: RANKS.count, atSeconds, phrases: [...side, ...count] }]
  }
  return side.length > 0 ? [{ rank: RANKS.side, atSeconds, phrases: side }] : []
}

function isNumberSaid(
  { remainingOnSide, repetition }: Segment,
  { counting }: Occurrence,
  voice: VoiceSettings,
): boolean {
  if (remainingOnSide === 0 || remainingOnSide > MOST_NUMBER_SAID) return false
  if (counting === 'beats')
    return (voice.counts === 'all' || voice.counts === 'left') && repetition % BEATS_BETWEEN === 1
  if (voice.counts === 'left') return remainingOnSide % voice.every === 0
  // A still hold wants near silence, however much is said elsewhere.
  return voice.counts === 'all' && (counting !== 'breathHold' || remainingOnSide % voice.every === 0)
}

/** The wishes that can be granted: the most needed first, none over another. */
function oneAtATime(wishes: readonly Wish[], secondsOf: (say: Phrase[]) => number): Cue[] {
  const granted: (Cue & { kind: 'voice' })[] = []
  const byNeed = [...wishes].sort((one, other) => other.rank - one.rank || one.atSeconds - other.atSeconds)
  for (const { atSeconds, phrases } of byNeed) {
    const lengthSeconds = secondsOf(phrases)
    const isFree = granted.every(
      (other) => atSeconds >= other.atSeconds + other.lengthSeconds || atSeconds + lengthSeconds <= other.atSeconds,
    )
    if (isFree) granted.push({ kind: 'voice', atSeconds, lengthSeconds, phrases })
  }
  return granted.sort((one, other) => one.atSeconds - other.atSeconds)
}
