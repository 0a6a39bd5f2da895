/** What an MP3 stream holds, as its encoder made it. */
export interface Mp3Stream {
  sampleRateHz: 44100
  channels: 1 | 2
  /** How many bytes each frame has, in their order. */
  frameBytes: readonly number[]
  /** The samples that went in, without what the encoder added before and after. */
  samples: number
}

/** LAME puts so many samples of silence in front (its own figure for a stream of 44.1 kHz, measured in its output here). */
const MP3_DELAY_SAMPLES = 576
const MP3_FRAME_SAMPLES = 1152

/** Bit rates of MPEG 1 layer III in kbit/s, by their number in a frame's header (ISO/IEC 11172-3, table of bit rates). */
const MP3_BIT_RATES = [0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320]

/** The first frame is one of 128 kbit/s: it is silent, and has room for what it says. */
const INFO_KILOBITS = 128

/**
 * The first frame of an MP3 file, silent, which says how long the file is, where in it each hundredth of the time begins, and what was added
 * before and after: without it every player begins 25 ms late, and guesses the length. Laid out as the Xing header of a variable bit rate with
 * the extension of LAME ("Mp3 Info Tag revision 1", its public description; from memory).
 */
export function mp3InfoFrame({ sampleRateHz, channels, frameBytes, samples }: Mp3Stream): Uint8Array<ArrayBuffer> {
  const frame = new Uint8Array(Math.floor((144_000 * INFO_KILOBITS) / sampleRateHz))
  const view = new DataView(frame.buffer)
  // Sync, MPEG 1, layer III, no checksum; bit rate, 44.1 kHz, no padding; one or two channels.
  frame.set([0xff, 0xfb, MP3_BIT_RATES.indexOf(INFO_KILOBITS) << 4, channels === 1 ? 0xc0 : 0x40])
  let at = 4 + (channels === 1 ? 17 : 32)
  const text = (words: string) => {
    for (const letter of words) frame[at++] = letter.charCodeAt(0)
  }
  const number = (value: number) => {
    view.setUint32(at, value)
    at += 4
  }
  const bytes = frameBytes.reduce((sum, each) => sum + each, frame.length)
  text('Xing')
  number(0b0111)
  number(frameBytes.length)
  number(bytes)
  frame.set(contentsOf(frameBytes, frame.length, bytes), at)
  at += 100
  text('LAME3.100')
  // Tag revision 0, a variable bit rate; low pass and gains not said; delay and padding at byte 21 of the extension.
  frame[at] = 4
  const padding = Math.max(0, Math.min(4095, frameBytes.length * MP3_FRAME_SAMPLES - MP3_DELAY_SAMPLES - samples))
  frame[at + 12] = MP3_DELAY_SAMPLES >> 4
  frame[at + 13] = ((MP3_DELAY_SAMPLES & 15) << 4) | (padding >> 8)
  frame[at + 14] = padding & 255
  return frame
}

/** For each hundredth of the time, the 256th of the bytes at which it begins. */
function contentsOf(frameBytes: readonly number[], firstBytes: number, bytes: number): number[] {
  const contents: number[] = []
  let before = firstBytes
  frameBytes.forEach((each, index) => {
    while (contents.length < 100 && index >= (contents.length * frameBytes.length) / 100)
      contents.push(Math.min(255, Math.floor((256 * before) / bytes)))
    before += each
  })
  return contents
}

/**
 * Lists how many bytes each frame has of an MPEG 1 layer III stream of 44.1 kHz, which comes in pieces of any length. `add` throws RangeError where a frame should begin
 * and none does.
 */
export function mp3FrameCounter() {
  const frameBytes: number[] = []
  /** The bytes that have come of the next frame's header. */
  const header: number[] = []
  /** How many bytes of the last frame are still missing. */
  let missing = 0
  return {
    frameBytes,
    add(piece: Uint8Array) {
      for (let at = 0; at < piece.length;) {
        const skipped = Math.min(missing, piece.length - at)
        at += skipped
        missing -= skipped
        if (at === piece.length) return
        header.push(piece[at++]!)
        if (header.length < HEADER_BYTES) continue
        const bytes = bytesOf(header)
        frameBytes.push(bytes)
        missing = bytes - HEADER_BYTES
        header.length = 0
      }
    },
  }
}

const HEADER_BYTES = 4

/** The bytes of a frame, by its header. */
function bytesOf(header: readonly number[]): number {
  const kilobits = MP3_BIT_RATES[header[2]! >> 4]
  if (header[0] !== 0xff || (header[1]! & 0xe0) !== 0xe0 || !kilobits) throw new RangeError('This is no MP3 frame.')
  return Math.floor((144_000 * kilobits) / 44_100) + ((header[2]! >> 1) & 1)
}
