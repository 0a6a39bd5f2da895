import { MP3_BIT_RATES, mp3FrameBytes } from './mp3Info'

/** A stream of MP3 frames that was encoded by itself: the first `skipFrames` only warm its encoder up, `takeFrames` after them are wanted. */
export interface Mp3Stretch {
  stream: Uint8Array
  channels: 1 | 2
  skipFrames: number
  takeFrames: number
}

/** A seam may lie so many frames before its place, where there is no room for it. */
const SEAM_FRAMES = 12
const HEADER_BYTES = 4
/** What lies between a frame's header and its data (ISO/IEC 11172-3, side information of layer III). */
const sideBytes = (channels: 1 | 2) => (channels === 1 ? 17 : 32)

/** No seam of two stretches has room for what its second needs. */
export class NoSeamError extends RangeError {
  constructor() {
    super('Two stretches of this MP3 file cannot be joined.')
    this.name = 'NoSeamError'
  }
}

/** Frames one after the other: where each begins in their bytes, and where the last ends. A view of each would be a hundred thousand of them. */
interface Frames {
  bytes: Uint8Array
  starts: readonly number[]
}
/** Those from one on, up to another. */
interface SomeFrames extends Frames {
  from: number
  upTo: number
}

/**
 * Joins stretches that were encoded apart, so that a decoder hears one stream. A frame's data may begin up to 511 bytes before it, among what
 * the frames before it left free (ISO/IEC 11172-3, main_data_begin): where another stretch begins, the frame before the seam is made larger,
 * and takes there what the first frame after it needs. Frames are where they would be in one stream; no sample is heard twice or missed.
 */
export function mp3Joiner() {
  let kept: SomeFrames | null = null
  /** How many bytes each frame has that is settled. */
  const frameBytes: number[] = []
  function settled({ bytes, starts, from }: SomeFrames, upTo: number): Uint8Array {
    for (let at = from; at < upTo; at += 1) frameBytes.push(starts[at + 1]! - starts[at]!)
    return bytes.subarray(starts[from], starts[upTo])
  }
  return {
    frameBytes,
    /** The next stretch, in their order; what is settled by it, one part after the other. Throws NoSeamError. */
    add({ stream, channels, skipFrames, takeFrames }: Mp3Stretch): Uint8Array[] {
      const frames = framesOf(stream)
      const upTo = Math.min(frames.starts.length - 1, skipFrames + takeFrames)
      const before = kept
      if (!before) {
        kept = { ...frames, from: skipFrames, upTo }
        return []
      }
      for (let back = 0; back <= Math.min(SEAM_FRAMES, skipFrames - 1, before.upTo - before.from - 1); back += 1) {
        const first = skipFrames - back
        const seam = before.upTo - 1 - back
        const last = withRoomFor(neededBefore(frames, first, channels), frameOf(before, seam))
        if (!last) continue
        const done = settled(before, seam)
        frameBytes.push(last.length)
        kept = { ...frames, from: first, upTo }
        return [done, last]
      }
      throw new NoSeamError()
    },
    /** What is left after the last stretch. */
    end(): Uint8Array {
      return kept ? settled(kept, kept.upTo) : new Uint8Array(0)
    },
  }
}

function framesOf(bytes: Uint8Array): Frames {
  const starts = [0]
  for (const size of mp3FrameBytes(bytes)) starts.push(starts.at(-1)! + size)
  return { bytes, starts }
}
const frameOf = ({ bytes, starts }: Frames, index: number) => bytes.subarray(starts[index], starts[index + 1])

/** The data of frame `index` that lies before it. */
function neededBefore(frames: Frames, index: number, channels: 1 | 2): Uint8Array {
  const frame = frameOf(frames, index)
  // The first nine bits of the side information.
  const needed = (frame[HEADER_BYTES]! << 1) | (frame[HEADER_BYTES + 1]! >> 7)
  const data = new Uint8Array(needed)
  let missing = needed
  for (let before = index - 1; before >= 0 && missing > 0; before -= 1) {
    const there = frameOf(frames, before)
      .subarray(HEADER_BYTES + sideBytes(channels))
      .slice(-missing)
    data.set(there, (missing -= there.length))
  }
  return data
}

/** A frame with more room at its end, where some data lies last; the same where none is needed, null where no frame is so large. */
function withRoomFor(data: Uint8Array, frame: Uint8Array): Uint8Array | null {
  if (data.length === 0) return frame
  const padding = (frame[2]! >> 1) & 1
  const bytesAt = (kilobits: number) => Math.floor((144_000 * kilobits) / 44_100) + padding
  const rate = MP3_BIT_RATES.findIndex((kilobits) => kilobits > 0 && bytesAt(kilobits) >= frame.length + data.length)
  if (rate < 0) return null
  const larger = new Uint8Array(bytesAt(MP3_BIT_RATES[rate]!))
  larger.set(frame)
  larger[2] = (rate << 4) | (frame[2]! & 15)
  larger.set(data, larger.length - data.length)
  return larger
}
