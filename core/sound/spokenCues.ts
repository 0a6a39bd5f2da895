import type { Stance } from '../forms'
import {
  presentCount,
  reminderTimes,
  type Occurrence,
  type PresentCount,
  type Segment,
  type Timeline,
} from '../timeline'
import { AFTER_BELL_SECONDS, announcementOf, companionChanges, sideAnnouncement, type Utterance } from './announcements'
import { bellAt } from './bells'
import { MOST_NUMBER_SAID, phrase, PHRASES, sidePhrases, stagePhrase, STANCE_PHRASES, VERSION_PHRASES } from './phrases'
import type { Cue, Phrase, VoiceSettings } from './types'

/** What is most needed is heard when two would be said at once. */
const RANKS = { announcement: 5, side: 4, last: 3, companions: 2.8, move: 2.5, count: 2, reminder: 2, movement: 1 }
interface Wish extends Utterance {
  rank: number
  /** So late it may begin, where something else is being said; at its own time or not at all where this is not given. */
  untilSeconds?: number
}

/** In counts of eight, the count left is said with the first beat of every other eight. */
const BEATS_BETWEEN = 16
/** So near the end only the last one is said: beats are too fast for both. */
const LAST_BEATS = 3

/**
 * All that is said in a session, in the order of time and never two things at once. `secondsOf` is how long some words take to be said.
 */
export function spokenCues(
  timeline: Timeline,
  voice: VoiceSettings,
  secondsOf: (phrases: readonly Phrase[]) => number,
): Cue[] {
  return oneAtATime(wishesOf(timeline, voice, secondsOf), secondsOf)
}

/** All that would be said, if it could all be said at once. */
function wishesOf(timeline: Timeline, voice: VoiceSettings, secondsOf: (phrases: readonly Phrase[]) => number): Wish[] {
  const wishes: Wish[] = timeline.segments.flatMap((segment) => {
    const occurrence = timeline.occurrences[segment.occurrence]!
    const before = timeline.segments[segment.index - 1]
    const wishes: Wish[] = [
      ...(voice.announces ? changeOf(segment, before, occurrence) : []),
      ...(voice.announces ? insideOf(segment, before, occurrence, voice) : []),
      ...(segment.beginsRepetition && segment.repetition > 0 && isCounted(segment)
        ? countOf(segment, occurrence, voice, levelOf(segment, before))
        : []),
      ...(voice.movements ? movementOf(segment, occurrence, secondsOf) : []),
    ]
    // What begins with a form would be drowned by its bell.
    const laterSeconds = bellAt(segment, before) === 'form' ? AFTER_BELL_SECONDS : 0
    return wishes.map((wish) => ({ ...wish, atSeconds: wish.atSeconds + laterSeconds }))
  })
  if (voice.announces) wishes.push(...announcements(timeline, secondsOf))
  return wishes
}

/** All that can be said is. */
export const ALL_SAID: VoiceSettings = {
  from: 'shipped',
  announces: true,
  counts: 'all',
  every: 1,
  movements: true,
  captions: false,
}

/** Every text that a session may need said, each once: whatever is to be said of it, or with these settings. */
export function wordsOf(timeline: Timeline, voice: VoiceSettings = ALL_SAID): Phrase[] {
  const words = new Map<string, Phrase>()
  for (const { phrases } of wishesOf(timeline, voice, () => 0)) {
    for (const each of phrases) words.set(`${each.formId} ${each.cue} ${each.text}`, each)
  }
  return [...words.values()]
}
/** All that is announced: forms, changes of sides, reminders of posture, and the end. */
function announcements(timeline: Timeline, secondsOf: (phrases: readonly Phrase[]) => number): Wish[] {
  const forms = timeline.occurrences.flatMap((occurrence): Wish[] => {
    const said = announcementOf(timeline, occurrence, secondsOf)
    return said ? [{ rank: RANKS.announcement, ...said }] : []
  })
  const sides = timeline.segments
    .filter(({ kind }) => kind === 'sideChange')
    .map((segment): Wish => ({
      rank: RANKS.side,
      ...sideAnnouncement(segment, timeline.occurrences[segment.occurrence]!, secondsOf),
    }))
  const reminders = reminderTimes(timeline).map(({ atSeconds, reminder }): Wish => ({
    rank: RANKS.reminder,
    atSeconds,
    phrases: [phrase(reminder)],
  }))
  if (timeline.segments.length === 0) return []
  const end = { rank: RANKS.announcement, atSeconds: timeline.totalSeconds + 2, phrases: [phrase(PHRASES.end)] }
  const changes = timeline.occurrences.flatMap((occurrence): Wish[] => {
    const said = companionChanges(timeline, occurrence)
    if (!said) return []
    // What would take longer than the exercise is seen only; what meets a side that is called comes after it.
    const untilSeconds = occurrence.bodyStartSeconds + occurrence.bodySeconds - secondsOf(said.phrases)
    return untilSeconds > said.atSeconds ? [{ rank: RANKS.companions, ...said, untilSeconds }] : []
  })
  return [...forms, ...sides, ...changes, ...reminders, end]
}

/** Repetitions and the breaths of a hold are counted aloud; a stretch of time and a rest are not. */
const isCounted = ({ kind }: Segment) => kind === 'phase' || kind === 'hold'

/**
 * What is said inside a repetition or a count: the name of a move of a chain as it begins (and its stance, where that is another) and how
 * often it still comes; the word of beats that hold it for a while, and for how many.
 */
function insideOf(segment: Segment, before: Segment | undefined, occurrence: Occurrence, voice: VoiceSettings): Wish[] {
  if (segment.kind !== 'phase' || segment.moveRepetitions === 0) return []
  const atSeconds = segment.startSeconds
  const goesOn =
    before?.occurrence === segment.occurrence &&
    before.kind === 'phase' &&
    before.moveIndex === segment.moveIndex &&
    before.side === segment.side
  const isSameTime = before?.moveRepetition === segment.moveRepetition && before.repetition === segment.repetition
  if (occurrence.counting === 'beats') {
    const word = { text: segment.cue, formId: occurrence.formId, cue: segment.cue }
    const number = segment.moveRepetitions <= MOST_NUMBER_SAID ? [phrase(String(segment.moveRepetitions))] : []
    return goesOn ? [] : [{ rank: RANKS.move, atSeconds, phrases: [word, ...(voice.counts === 'none' ? [] : number)] }]
  }
  if (goesOn && isSameTime) return []
  const count = presentCount(occurrence, segment)
  const left = count.of === 'move' && segment.moveRepetitions > 1 ? countPhrases(count, occurrence, voice) : []
  if (goesOn && count.of === 'move') return left.length > 0 ? [{ rank: RANKS.count, atSeconds, phrases: left }] : []
  const own = [phrase(segment.move), ...stanceWithin(segment, before, occurrence), ...left]
  return [{ rank: RANKS.move, atSeconds, phrases: own }]
}

/**
 * What becomes otherwise within a step: how it is led, sitting or standing, the version, in for out; and that a repetition is
 * held where it is.
 */
function changeOf(segment: Segment, before: Segment | undefined, occurrence: Occurrence): Wish[] {
  if (before?.occurrence !== segment.occurrence || segment.kind === 'rest' || before.kind === 'announce') return []
  const atSeconds = segment.startSeconds
  if (segment.kind === 'hold' && before.kind === 'phase') {
    return [{ rank: RANKS.side, atSeconds, phrases: [phrase(PHRASES.hold)] }]
  }
  const stood = segment.stance ?? occurrence.formStance
  const phrases = [
    ...(segment.stage !== before.stage ? [phrase(stagePhrase(segment.stage))] : []),
    ...(segment.version !== before.version ? versionWithin(segment, before, stood) : []),
    ...(segment.breathTurned !== before.breathTurned ? [phrase(PHRASES.breathTurns)] : []),
  ]
  return phrases.length > 0 ? [{ rank: RANKS.announcement, atSeconds, phrases }] : []
}

/** The version that comes; where none does, the stance of one who was sitting, or else that the movement is whole. */
function versionWithin({ version, stage }: Segment, before: Segment, stance: Stance): Phrase[] {
  if (version === 'seated') return stage === 'seated' ? [] : [phrase(STANCE_PHRASES.seated)]
  if (version) return [phrase(VERSION_PHRASES[version])]
  return before.version === 'seated' ? [phrase(STANCE_PHRASES[stance])] : [phrase(PHRASES.wholeMovement)]
}

/** The stance of a move, where it is another than that of the move before it. */
function stanceWithin(segment: Segment, before: Segment | undefined, { formStance }: Occurrence): Phrase[] {
  if (before?.occurrence !== segment.occurrence || before.kind !== 'phase') return []
  const stance = segment.stance ?? formStance
  return stance === (before.stance ?? formStance) ? [] : [phrase(STANCE_PHRASES[stance])]
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
  const count = presentCount(occurrence, segment)
  // How often a move of a chain comes is said with the move.
  const said = count.of === 'move' ? [] : countPhrases(count, occurrence, voice)
  const inBeats = occurrence.counting === 'beats'
  // Beats change sides too fast to be called each time: the side is said with the count.
  const turns = occurrence.sideOrder === 'alternate' && voice.announces && (!inBeats || said.length > 0)
  const side = [...(turns ? sidePhrases(segment) : []), ...(voice.announces ? level : [])]
  if (said.length > 0) {
    return [{ rank: count.isLast ? RANKS.last : RANKS.count, atSeconds, phrases: [...side, ...said] }]
  }
  return side.length > 0 ? [{ rank: RANKS.side, atSeconds, phrases: side }] : []
}

/** The count in words, as often as it is wanted. */
function countPhrases(count: PresentCount, { counting }: Occurrence, voice: VoiceSettings): Phrase[] {
  if (count.isLast && voice.counts !== 'none') return [phrase(PHRASES.lastOne)]
  return isNumberSaid(count, counting, voice) ? [phrase(String(count.remaining)), phrase(PHRASES.more)] : []
}

function isNumberSaid(
  { of, remaining, repetition }: PresentCount,
  counting: Occurrence['counting'],
  voice: VoiceSettings,
): boolean {
  if (remaining === 0 || remaining > MOST_NUMBER_SAID) return false
  // Who has just heard for how many beats a word holds need not be told again.
  if (counting === 'beats')
    return (
      (voice.counts === 'all' || voice.counts === 'left') &&
      repetition % BEATS_BETWEEN === 1 &&
      remaining > LAST_BEATS &&
      !(of === 'word' && repetition === 1)
    )
  if (voice.counts === 'left') return remaining % voice.every === 0
  // A still hold wants near silence, however much is said elsewhere.
  return voice.counts === 'all' && (counting !== 'breathHold' || remaining % voice.every === 0)
}

/** The wishes that can be granted: the most needed first, none over another. */
function oneAtATime(wishes: readonly Wish[], secondsOf: (say: Phrase[]) => number): Cue[] {
  const granted: (Cue & { kind: 'voice' })[] = []
  const byNeed = [...wishes].sort((one, other) => other.rank - one.rank || one.atSeconds - other.atSeconds)
  for (const { atSeconds: wanted, untilSeconds = wanted, phrases } of byNeed) {
    const lengthSeconds = secondsOf(phrases)
    const isFree = (at: number) =>
      granted.every((other) => at >= other.atSeconds + other.lengthSeconds || at + lengthSeconds <= other.atSeconds)
    const ends =
      untilSeconds > wanted ? granted.map((other) => other.atSeconds + other.lengthSeconds).sort((a, b) => a - b) : []
    const atSeconds = [wanted, ...ends].find((at) => at >= wanted && at <= untilSeconds && isFree(at))
    if (atSeconds !== undefined) granted.push({ kind: 'voice', atSeconds, lengthSeconds, phrases })
  }
  return granted.sort((one, other) => one.atSeconds - other.atSeconds)
}
