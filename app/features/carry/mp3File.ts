import { createEncoder } from 'wasm-media-encoders'
import { mp3FrameCounter, mp3InfoFrame } from '#core/formats'
import { createFileParts } from './fileParts'
import type { SoundFile } from './soundFile'
import { id3Of, type SoundTags } from './tags'

/** LAME's variable bit rate, 0 the best: silence takes next to nothing, and it is quicker than a constant one. Our choice. */
const MP3_QUALITY = 4

/** An MP3 file at 44.1 kHz. `wasm` is the address of the encoder, or its bytes. */
export async function mp3File(
  channels: 1 | 2,
  tags: SoundTags,
  wasm: string | Uint8Array,
  type: string,
): Promise<SoundFile> {
  const lame = await createEncoder('audio/mpeg', wasm)
  lame.configure({ sampleRate: 44_100, channels, vbrQuality: MP3_QUALITY })
  const parts = createFileParts()
  const frames = mp3FrameCounter()
  let samples = 0
  function write(bytes: Uint8Array) {
    frames.add(bytes)
    parts.add(bytes)
  }
  return {
    add(block) {
      samples += block[0]!.length
      write(lame.encode([...block]))
    },
    end() {
      write(lame.finalize())
      const info = mp3InfoFrame({ sampleRateHz: 44_100, channels, frameBytes: frames.frameBytes, samples })
      return parts.whole([id3Of(tags), info], [], type)
    },
  }
}
