import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mp3FrameBytes, mp3Joiner, NoSeamError } from '#core/formats'

const BIT_RATES = [0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320]
const SIDE_BYTES = { 1: 17, 2: 32 } as const

/** A frame whose data begins `begins` bytes before it, all of it filled with one number. */
function frame(rateNumber: number, begins: number, fill: number, channels: 1 | 2): number[] {
  const bytes = Array<number>(Math.floor((144_000 * BIT_RATES[rateNumber]!) / 44_100)).fill(fill)
  bytes.splice(0, 4, 0xff, 0xfb, rateNumber << 4, channels === 1 ? 0xc0 : 0x40)
  bytes.splice(4, SIDE_BYTES[channels], ...Array<number>(SIDE_BYTES[channels]).fill(0))
  bytes.splice(4, 2, begins >> 1, (begins & 1) << 7)
  return bytes
}
const dataOf = (bytes: readonly number[], channels: 1 | 2) => bytes.slice(4 + SIDE_BYTES[channels])

/** What a decoder finds for each frame: where its data begins, up to where its own frame ends. */
function readAt(stream: Uint8Array, index: number, channels: 1 | 2): number[] {
  let at = 0
  const frames = mp3FrameBytes(stream).map((bytes) => [...stream.subarray(at, (at += bytes))])
  const begins = (frames[index]![4]! << 1) | (frames[index]![5]! >> 7)
  const before = frames.slice(0, index).flatMap((each) => dataOf(each, channels))
  return [...(begins > 0 ? before.slice(-begins) : []), ...dataOf(frames[index]!, channels)]
}
function joined(stretches: Parameters<ReturnType<typeof mp3Joiner>['add']>[0][]) {
  const joiner = mp3Joiner()
  const parts = [...stretches.flatMap((stretch) => joiner.add(stretch)), joiner.end()]
  return { stream: Uint8Array.from(parts.flatMap((part) => [...part])), frameBytes: joiner.frameBytes }
}

describe('stretches of an MP3 stream', () => {
  const rate = fc.integer({ min: 5, max: 9 })
  const begins = fc.integer({ min: 0, max: 511 })
  const channels = fc.constantFrom(1 as const, 2 as const)
  it('are joined so that each frame of the second finds its data as it did where it was encoded', () => {
    fc.assert(
      fc.property(
        channels,
        fc.array(rate, { minLength: 1, maxLength: 20 }),
        fc.array(fc.tuple(rate, begins), { minLength: 6, maxLength: 20 }),
        fc.integer({ min: 4, max: 5 }),
        (channels, first, second, skipFrames) => {
          const one = Uint8Array.from(first.flatMap((each) => frame(each, 0, 7, channels)))
          // No data begins before that of the frame before it, and the first has nothing before it.
          let room = 0
          const other = Uint8Array.from(
            second.flatMap(([each, wished], index) => {
              const needed = Math.min(wished, room)
              const made = frame(each, needed, index + 100, channels)
              room = Math.min(511, needed + dataOf(made, channels).length)
              return made
            }),
          )
          const { stream, frameBytes } = joined([
            { stream: one, channels, skipFrames: 0, takeFrames: first.length },
            { stream: other, channels, skipFrames, takeFrames: Infinity },
          ])
          expect(frameBytes).toEqual(mp3FrameBytes(stream))
          expect(frameBytes).toHaveLength(first.length + second.length - skipFrames)
          for (let index = skipFrames; index < second.length; index += 1)
            expect(readAt(stream, first.length + index - skipFrames, channels)).toEqual(readAt(other, index, channels))
          // What came before is as it was, but for the room at its end.
          const begun = first.slice(0, -1).reduce((sum, each) => sum + frame(each, 0, 7, channels).length, 0)
          expect(stream.subarray(0, begun)).toEqual(one.subarray(0, begun))
        },
      ),
    )
  })
  it('meet a little earlier where no frame at the seam can be made larger', () => {
    const first = [frame(5, 0, 1, 1), frame(5, 0, 2, 1), frame(14, 0, 3, 1)]
    const second = [frame(9, 0, 11, 1), frame(9, 0, 12, 1), frame(9, 60, 13, 1), frame(9, 60, 14, 1)]
    const { stream } = joined([
      { stream: Uint8Array.from(first.flat()), channels: 1, skipFrames: 0, takeFrames: 3 },
      { stream: Uint8Array.from(second.flat()), channels: 1, skipFrames: 3, takeFrames: 1 },
    ])
    expect(mp3FrameBytes(stream)).toHaveLength(4)
    // The third frame of the second stands in the place of the largest of the first.
    expect(readAt(stream, 2, 1)).toEqual([...Array<number>(60).fill(12), ...dataOf(second[2]!, 1)])
  })
  it('that cannot be joined are not', () => {
    const first = Uint8Array.from(frame(14, 0, 1, 1))
    const second = Uint8Array.from([...frame(9, 0, 2, 1), ...frame(9, 100, 3, 1)])
    const joiner = mp3Joiner()
    joiner.add({ stream: first, channels: 1, skipFrames: 0, takeFrames: 1 })
    expect(() => joiner.add({ stream: second, channels: 1, skipFrames: 1, takeFrames: 1 })).toThrow(NoSeamError)
  })
})
