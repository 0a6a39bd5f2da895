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

/**
 * Joins stretches that were encoded apart, so that a decoder hears one stream. A frame's data may begin up to 511 bytes before it, among what
 * the frames before it left free (ISO/IEC 11172-3, main_data_begin): where another stretch begins, the frame before the seam is made larger,
 * and takes there what the first frame after it needs. Frames are where they would be in one stream; no sample is heard twice or missed.
 */
export function mp3Joiner() {
  let kept: Uint8Array[] = []
  /** How many bytes each frame has that is settled. */
  const frameBytes: number[] = []
  function settled(frames: readonly Uint8Array[]): Uint8Array {
    frameBytes.push(...frames.map(({ length }) => length))
    return joinedBytes(frames)
  }
  return {
    frameBytes,
    /** The next stretch, in their order; what is settled by it. Throws NoSeamError. */
    add({ stream, channels, skipFrames, takeFrames }: Mp3Stretch): Uint8Array {
      const frames = framesOf(stream)
      const upTo = skipFrames + takeFrames
      if (kept.length === 0) {
        kept = frames.slice(skipFrames, upTo)
        return new Uint8Array(0)
      }
      for (let back = 0; back <= Math.min(SEAM_FRAMES, skipFrames - 1, kept.length - 1); back += 1) {
        const first = skipFrames - back
        const last = withRoomFor(neededBefore(frames, first, channels), kept[kept.length - 1 - back]!)
        if (!last) continue
        const done = [...kept.slice(0, kept.length - 1 - back), last]
        kept = frames.slice(first, upTo)
        return settled(done)
      }
      throw new NoSeamError()
    },
    /** What is left after the last stretch. */
    end(): Uint8Array {
      const rest = kept
      kept = []
      return settled(rest)
    },
  }
}

function framesOf(stream: Uint8Array): Uint8Array[] {
  let from = 0
  return mp3FrameBytes(stream).map((bytes) => stream.subarray(from, (from += bytes)))
}

/** Bytes one after the other, as one. */
export function joinedBytes(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

/** The data of frame `index` that lies before it. */
function neededBefore(frames: readonly Uint8Array[], index: number, channels: 1 | 2): Uint8Array {
  const frame = frames[index]!
  // The first nine bits of the side information.
  const needed = (frame[HEADER_BYTES]! << 1) | (frame[HEADER_BYTES + 1]! >> 7)
  let data = new Uint8Array(0)
  for (let before = index - 1; before >= 0 && data.length < needed; before -= 1)
    data = joinedBytes([frames[before]!.subarray(HEADER_BYTES + sideBytes(channels)), data])
  return data.subarray(data.length - needed)
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
