import type { Segment, Timeline } from '#core/timeline'
import { SIDE_WORDS, sidePhrase } from '../words/practice'

/**
 * What is written on the stone that lies on the bed where a segment begins: the next form, a change of sides, the last repetition, or the
 * side where sides alternate. Empty where no stone lies.
 */
export function bedStoneText({ segments, occurrences }: Timeline, segment: Segment): string {
  const before = segments[segment.index - 1]
  const occurrence = occurrences[segment.occurrence]!
  if (segment.occurrence !== before?.occurrence) return segment.index === 0 ? '' : occurrence.formName
  if (segment.kind === 'sideChange') return sidePhrase(segment.saidSide)
  if (segment.kind !== 'phase' || !segment.beginsRepetition || segment.breath === 'free') return ''
  const side = occurrence.sideOrder === 'alternate' ? SIDE_WORDS[segment.saidSide] : ''
  return [side, segment.isLastOnSide && 'last'].filter(Boolean).join(', ')
}
