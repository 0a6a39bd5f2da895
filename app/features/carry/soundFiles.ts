import { pcm16, riffChunk, wavHeader } from '#core/formats'
import { createFileParts } from './fileParts'
import { mp3File } from './mp3File'
import type { SoundFile } from './soundFile'
import { id3Of, vorbisChapters, type SoundTags } from './tags'

export const SOUND_FORMATS = ['mp3', 'opus', 'wav'] as const
export type SoundFormat = (typeof SOUND_FORMATS)[number]

/** What each format is: its rate in Hz, and what a file of it is called. MP3 and WAV as players of any age read them; Opus knows 48 kHz. */
export const FORMAT_FACTS: Record<SoundFormat, { sampleRateHz: 44100 | 48000; extension: string; type: string }> = {
  mp3: { sampleRateHz: 44_100, extension: 'mp3', type: 'audio/mpeg' },
  opus: { sampleRateHz: 48_000, extension: 'ogg', type: 'audio/ogg' },
  wav: { sampleRateHz: 44_100, extension: 'wav', type: 'audio/wav' },
}
/** Bits per second, below those of the MP3: RFC 6716, section 2.1.1 (from memory), names 28,000 to 40,000 for speech of full bandwidth, and from 64,000 for stereo. */
const OPUS_BITS = { 1: 40_000, 2: 64_000 } as const

export interface SoundFileSetting {
  format: SoundFormat
  channels: 1 | 2
  tags: SoundTags
  /** The MP3 encoder: its address, or its bytes. */
  mp3Wasm: string | Uint8Array
}

/** Begin a sound file. */
export function soundFile(setting: SoundFileSetting): Promise<SoundFile> | SoundFile {
  switch (setting.format) {
    case 'mp3':
      return mp3File(setting.channels, setting.tags, setting.mp3Wasm, FORMAT_FACTS.mp3.type)
    case 'opus':
      return opusFile(setting)
    case 'wav':
      return wavFile(setting)
  }
}

function wavFile({ channels, tags }: SoundFileSetting): SoundFile {
  const parts = createFileParts()
  return {
    add: (block) => parts.add(pcm16(block)),
    end() {
      // What some players read in a WAV file, too: the same tags and chapters, after the samples.
      const id3 = riffChunk('id3 ', id3Of(tags))
      const { sampleRateHz, type } = FORMAT_FACTS.wav
      const header = wavHeader({ sampleRateHz, channels, dataBytes: parts.bytes(), bytesAfter: id3.length })
      return parts.whole([header], [id3], type)
    },
  }
}

/** Opus in Ogg, by the browser's own encoder. */
async function opusFile({ channels, tags }: SoundFileSetting): Promise<SoundFile> {
  const { AppendOnlyStreamTarget, AudioSample, AudioSampleSource, OggOutputFormat, Output } = await import('mediabunny')
  const parts = createFileParts()
  const target = new AppendOnlyStreamTarget(new WritableStream<Uint8Array>({ write: (bytes) => parts.add(bytes) }))
  const output = new Output({ format: new OggOutputFormat(), target })
  const source = new AudioSampleSource({ codec: 'opus', bitrate: OPUS_BITS[channels] })
  output.addAudioTrack(source)
  const { title, album, track, chapters } = tags
  output.setMetadataTags({
    title,
    artist: 'Pebblebrook',
    ...(album ? { album } : {}),
    ...(track > 0 ? { trackNumber: track } : {}),
    raw: vorbisChapters(chapters),
  })
  await output.start()
  const sampleRate = FORMAT_FACTS.opus.sampleRateHz
  let samples = 0
  return {
    async add(block) {
      const length = block[0]!.length
      const data = new Float32Array(length * channels)
      block.forEach((channel, which) => data.set(channel, which * length))
      const init = { data, format: 'f32-planar', numberOfChannels: channels, sampleRate } as const
      const sample = new AudioSample({ ...init, timestamp: samples / sampleRate })
      samples += length
      await source.add(sample)
      sample.close()
    },
    async end() {
      await output.finalize()
      return parts.whole([], [], FORMAT_FACTS.opus.type)
    },
  }
}
