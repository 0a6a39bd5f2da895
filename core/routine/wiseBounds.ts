/** Bounds of what is wise: the check points out what passes them, and a proposal keeps to them. */

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
