import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mp3FrameCounter, mp3InfoFrame, pcm16, riffChunk, wavHeader } from '#core/formats'

/** A frame of MPEG 1 layer III at 44.1 kHz, with a padding byte or without, empty but for its header. */
function frame(rateNumber: number, padded: boolean): number[] {
  const kilobits = [0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320][rateNumber]!
  const bytes = Array<number>(Math.floor((144_000 * kilobits) / 44_100) + Number(padded)).fill(0)
  bytes.splice(0, 4, 0xff, 0xfb, (rateNumber << 4) | (Number(padded) << 1), 0xc0)
  return bytes
}

/** The bytes of the frames of a stream, given in pieces of so many bytes. */
function countedFrames(stream: Uint8Array, pieceBytes = stream.length): number[] {
  const counter = mp3FrameCounter()
  for (let at = 0; at < stream.length; at += pieceBytes) counter.add(stream.subarray(at, at + pieceBytes))
  return counter.frameBytes
}

describe('mp3FrameCounter', () => {
  const someFrames = fc.array(fc.tuple(fc.integer({ min: 1, max: 14 }), fc.boolean()), { maxLength: 12 })
  it('counts what the headers say, wherever the stream is cut', () => {
    fc.assert(
      fc.property(someFrames, fc.integer({ min: 1, max: 3000 }), (frames, pieceBytes) => {
        const stream = Uint8Array.from(frames.flatMap(([rate, padded]) => frame(rate, padded)))
        expect(countedFrames(stream, pieceBytes)).toEqual(frames.map(([rate, padded]) => frame(rate, padded).length))
      }),
    )
  })
  it('refuses bytes that are no frame', () => {
    expect(() => countedFrames(Uint8Array.from([1, 2, 3, 4, 5]))).toThrow(RangeError)
  })
})

describe('the first frame of an MP3 file', () => {
  const stream = { sampleRateHz: 44_100, channels: 1, samples: 114_000 } as const
  it('is a frame itself, and says frames, bytes, and what was added before and after', () => {
    const frameBytes = Array<number>(100).fill(313)
    const info = mp3InfoFrame({ ...stream, frameBytes })
    expect(countedFrames(info)).toEqual([info.length])
    const view = new DataView(info.buffer)
    expect(new TextDecoder().decode(info.subarray(21, 25))).toBe('Xing')
    expect(view.getUint32(29)).toBe(100)
    expect(view.getUint32(33)).toBe(31_300 + info.length)
    expect(new TextDecoder().decode(info.subarray(137, 146))).toBe('LAME3.100')
    const delay = (info[158]! << 4) | (info[159]! >> 4)
    const padding = ((info[159]! & 15) << 8) | info[160]!
    expect([delay, padding]).toEqual([576, 100 * 1152 - 576 - 114_000])
  })
  it('says where each hundredth of the time begins, though some stretches have more bytes than others', () => {
    // First a quarter of the time in large frames, then silence.
    const frameBytes = Array.from({ length: 400 }, (_, index) => (index < 100 ? 900 : 100))
    const info = mp3InfoFrame({ ...stream, frameBytes })
    const contents = [...info.subarray(37, 137)]
    const all = 100 * 900 + 300 * 100 + info.length
    for (const hundredth of [0, 10, 25, 60, 99]) {
      const before = frameBytes.slice(0, hundredth * 4).reduce((sum, each) => sum + each, info.length)
      expect(contents[hundredth]).toBe(Math.floor((256 * before) / all))
    }
  })
})

describe('WAV', () => {
  it('has its channels in turn, no sample beyond the top', () => {
    const bytes = pcm16([Float32Array.from([0, 1]), Float32Array.from([-2, 0.5])])
    expect([...new Int16Array(bytes.buffer)]).toEqual([0, -32_767, 32_767, 16_384])
  })
  it('says how long the whole is, with what stands after the samples', () => {
    const view = new DataView(wavHeader({ sampleRateHz: 44_100, channels: 2, dataBytes: 400, bytesAfter: 18 }).buffer)
    expect(view.getUint32(4, true)).toBe(36 + 400 + 18)
    expect([view.getUint16(22, true), view.getUint32(28, true), view.getUint16(32, true)]).toEqual([2, 176_400, 4])
    expect(view.getUint32(40, true)).toBe(400)
  })
  it('fills pieces up to an even number of bytes, and counts only what is in them', () => {
    const chunk = riffChunk('id3 ', Uint8Array.from([1, 2, 3]))
    expect([...chunk]).toEqual([...new TextEncoder().encode('id3 '), 3, 0, 0, 0, 1, 2, 3, 0])
  })
})
