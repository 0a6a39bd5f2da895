import { MP3_FRAME_SAMPLES, mp3InfoFrame, mp3Joiner } from '#core/formats'
import { createFileParts } from './fileParts'
import type { Mp3Lanes, Samples } from './mp3Encoder'
import type { SoundFile } from './soundFile'
import { id3Of, type SoundTags } from './tags'

/** A stretch begins so many frames early (0.8 s): an encoder hears what came before, and makes the same of what follows as if it had heard it all. */
const WARM_FRAMES = 32
/** An encoder looks ahead, by less than this. */
const AHEAD_FRAMES = 4
/** Frames of a stretch that are kept: 13 s, to which warming up adds a sixteenth; what is longer takes more memory. Our choice. */
const KEPT_FRAMES = 512
const STRETCH_SAMPLES = (WARM_FRAMES + KEPT_FRAMES + AHEAD_FRAMES) * MP3_FRAME_SAMPLES
const SHARED_SAMPLES = (WARM_FRAMES + AHEAD_FRAMES) * MP3_FRAME_SAMPLES

/** An MP3 file that is encoded in stretches, by as many encoders as there are, and is the same whatever their number. */
export function mp3File(channels: 1 | 2, tags: SoundTags, { lanes, encode }: Mp3Lanes, type: string): SoundFile {
  const parts = createFileParts()
  const joiner = mp3Joiner()
  /** Stretches that are being encoded, the first first. */
  const underWay: Promise<() => void>[] = []
  let samples = 0
  const spare: Samples[] = []
  const anyStretch = () => spare.pop() ?? Array.from({ length: channels }, () => new Float32Array(STRETCH_SAMPLES))
  let stretch = anyStretch()
  let filled = 0
  let isFirst = true

  function encodeStretch(lengthSamples: number, isLast: boolean) {
    const skipFrames = isFirst ? 0 : WARM_FRAMES
    const takeFrames = isLast ? Infinity : STRETCH_SAMPLES / MP3_FRAME_SAMPLES - AHEAD_FRAMES - skipFrames
    const encoded = encode(stretch, lengthSamples).then(({ stream, samples: back }) => () => {
      spare.push(back)
      joiner.add({ stream, channels, skipFrames, takeFrames }).forEach(parts.add)
    })
    // It is told where it is taken.
    encoded.catch(() => {})
    underWay.push(encoded)
    isFirst = false
  }
  async function takeFirst() {
    const take = await underWay.shift()!
    take()
  }

  return {
    async add(block) {
      samples += block[0]!.length
      for (let from = 0; from < block[0]!.length;) {
        const count = Math.min(block[0]!.length - from, STRETCH_SAMPLES - filled)
        stretch.forEach((each, which) => each.set(block[which]!.subarray(from, from + count), filled))
        filled += count
        from += count
        if (filled < STRETCH_SAMPLES) continue
        const next = anyStretch()
        next.forEach((each, which) => each.set(stretch[which]!.subarray(STRETCH_SAMPLES - SHARED_SAMPLES)))
        encodeStretch(STRETCH_SAMPLES, false)
        stretch = next
        filled = SHARED_SAMPLES
        if (underWay.length > lanes) await takeFirst()
      }
    },
    async end() {
      encodeStretch(filled, true)
      while (underWay.length > 0) await takeFirst()
      parts.add(joiner.end())
      const info = mp3InfoFrame({ sampleRateHz: 44_100, channels, frameBytes: joiner.frameBytes, samples })
      return parts.whole([id3Of(tags), info], [], type)
    },
  }
}
