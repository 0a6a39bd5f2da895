import { fromBase64Url, wholeOf, withFrame, type FramesRead } from '#core/handover'
import { LINK_MARK } from '~/shared/files/handing'

/** What a text that was read, pasted or opened comes to: bytes, a row of pictures of which some are still missing, or nothing of ours. */
export type Arrived =
  { is: 'whole'; bytes: Uint8Array } | { is: 'begun'; frames: FramesRead } | { is: 'wrong' } | { is: 'strange' }

/** The end of a link that a routine is in; null where there is none. */
export function linkBytes(text: string): Uint8Array | null {
  const found = new RegExp(`(?:^|#)${LINK_MARK}([\\w-]+)\\s*$`).exec(text.trim())
  return found ? fromBase64Url(found[1]!) : null
}

/** Take in one text more, after what was read of a row of pictures before it. */
export function arrive(before: FramesRead | null, text: string): Arrived {
  const bytes = linkBytes(text)
  if (bytes) return { is: 'whole', bytes }
  const frames = withFrame(before, text)
  if (!frames || (frames === before && !text.startsWith('PB1:'))) return { is: 'strange' }
  const whole = wholeOf(frames)
  if (whole === 'wrong') return { is: 'wrong' }
  return whole ? { is: 'whole', bytes: whole } : { is: 'begun', frames }
}
