import type { Area, Effort } from '../forms'

/** Bounds of what is wise: the check points out what passes them, and a proposal keeps to them. */

/** From here on work of legs, spine or shoulders is deep. */
export const DEEP = 2

/** What loosens work of each kind. Common practice, no source. */
export const LOOSENED_BY: Record<'legs' | 'spine' | 'shoulders', readonly Area[]> = {
  legs: ['hips', 'legs', 'knees', 'ankles', 'feet'],
  spine: ['spine', 'lowBack', 'upperBack', 'hips'],
  shoulders: ['shoulders', 'arms', 'neck', 'chest', 'upperBack'],
}
/** What should be loose before work that asks so much. */
export const areasToLoosen = (effort: Pick<Effort, 'legs' | 'spine' | 'shoulders'>): Area[] =>
  (['legs', 'spine', 'shoulders'] as const).flatMap((what) => (effort[what] >= DEEP ? LOOSENED_BY[what] : []))

/** Deep work needs so much loosening before it. Our choice. */
export const LOOSE_SECONDS = 60
/** Beats faster than this stir more than they calm. Our choice. */
export const FAST_BEATS = 80
/** An out-breath longer than this is a strain for most. Common practice, no source. */
export const LONG_OUT_SECONDS = 10

/** A first stillness may last so long; later ones half as long again as the longest so far. Beginners' 3 to 5 minutes are common practice. */
const FIRST_STILL_SECONDS = 300
const STILL_GROWTH = 1.5
/** How long a stillness may last for whoever has stood so long at most; null where that is not known. */
export const wiseStillSeconds = (longestStillSeconds: number | null) =>
  Math.max(FIRST_STILL_SECONDS, (longestStillSeconds ?? 0) * STILL_GROWTH)
