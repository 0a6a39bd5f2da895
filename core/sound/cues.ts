import { presentCount, risesOf, type Segment, type Timeline } from '../timeline'
import { bellAt } from './bells'
import type { Cue } from './types'

/** In counts of eight, the first beat is struck harder. */
const BEATS_PER_GROUP = 8

/**
 * All that is heard of a session, in the order of time. Still holds are near silent: a bell when they begin and one when
 * they end, and no breath tone in between; so are the closing's timed rests. Without `breathTones` the breath is left to me.
 */
export function cuesOf(timeline: Timeline, { breathTones = true } = {}): Cue[] {
  const rises = risesOf(timeline)
  // Who holds a movement for some breaths hears them go by.
  const isHeldOnTheWay = ({ kind, occurrence }: Segment) =>
    kind === 'hold' && timeline.occurrences[occurrence]!.counting === 'breathRepetitions'
  const cues: Cue[] = []
  for (const segment of timeline.segments) {
    const atSeconds = segment.startSeconds
    const before = timeline.segments[segment.index - 1]
    const bell = bellAt(segment, before)
    if (bell) cues.push({ kind: 'bell', atSeconds, bell })
    if (segment.kind === 'phase' && timeline.occurrences[segment.occurrence]!.counting === 'beats') {
      const { repetition } = presentCount(timeline.occurrences[segment.occurrence]!, segment)
      cues.push({ kind: 'beat', atSeconds, strong: repetition % BEATS_PER_GROUP === 1 })
    } else if (
      breathTones &&
      (segment.kind === 'phase' || segment.kind === 'rest' || segment.kind === 'watch' || isHeldOnTheWay(segment)) &&
      (segment.breath === 'in' || segment.breath === 'out')
    ) {
      const { from, to } = rises[segment.index]!
      cues.push({
        kind: 'breath',
        atSeconds,
        lengthSeconds: segment.lengthSeconds,
        fromLevel: from,
        toLevel: to,
        breath: segment.breath,
      })
    }
  }
  if (timeline.segments.length > 0) cues.push({ kind: 'bell', atSeconds: timeline.totalSeconds, bell: 'end' })
  return cues
}
