import { isStill, type Segment } from '../timeline'
import type { BellName } from './types'

/**
 * The bell with which a segment begins; null for none. A form, a change of sides, the beginning and the end of a stillness have theirs,
 * and the last repetition on each side of forms that are led by breath: beats are too quick for it.
 */
export function bellAt(segment: Segment, before: Segment | undefined): BellName | null {
  if (segment.occurrence !== before?.occurrence) return 'form'
  if (segment.kind === 'sideChange') return 'side'
  if (isStill(segment) !== isStill(before)) return 'stillness'
  if (isStill(segment) && segment.level !== before.level) return 'side'
  const isLast = segment.beginsRepetition && segment.isLastOnSide
  return isLast && segment.kind === 'phase' && segment.breath !== 'free' ? 'last' : null
}
