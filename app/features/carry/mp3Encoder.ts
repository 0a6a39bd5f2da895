import { createEncoder } from 'wasm-media-encoders'

/** LAME's variable bit rate, 0 the best: silence takes next to nothing, and it is quicker than a constant one. Our choice. */
const MP3_QUALITY = 4
/** So many samples at a time: the encoder has room for them in its memory. */
const AT_ONCE_SAMPLES = 44_100
const FIRST_ROOM_BYTES = 200_000

/** The samples of one channel, which can be given away. */
export type ChannelSamples = Float32Array<ArrayBuffer>
/** Samples, one array for each channel. */
export type Samples = ChannelSamples[]

/** What encodes stretches at 44.1 kHz: so many of them at the same time, beside what asks for it; 0 where it does so in the same thread. */
export interface Mp3Lanes {
  lanes: number
  /** The first samples of each channel as an MP3 stream of their own. They are given away, and come back for others. */
  encode: (samples: Samples, lengthSamples: number) => Promise<{ stream: Uint8Array<ArrayBuffer>; samples: Samples }>
}

/** An encoder in this thread. `wasm` is its address, or its bytes. */
export function mp3EncoderHere(wasm: string | Uint8Array): Mp3Lanes {
  let encoder: ReturnType<typeof createEncoder<'audio/mpeg'>> | null = null
  // What comes out of it is copied at once, as it uses its memory again; into the same room for each stretch.
  let room = new Uint8Array(FIRST_ROOM_BYTES)
  return {
    lanes: 0,
    async encode(samples, lengthSamples) {
      encoder ??= createEncoder('audio/mpeg', wasm)
      const lame = await encoder
      // It begins anew for each stretch.
      lame.configure({ sampleRate: 44_100, channels: samples.length as 1 | 2, vbrQuality: MP3_QUALITY })
      let filled = 0
      const keep = (bytes: Uint8Array) => {
        if (filled + bytes.length > room.length) {
          const larger = new Uint8Array(2 * (filled + bytes.length))
          larger.set(room)
          room = larger
        }
        room.set(bytes, filled)
        filled += bytes.length
      }
      for (let at = 0; at < lengthSamples; at += AT_ONCE_SAMPLES) {
        const to = Math.min(at + AT_ONCE_SAMPLES, lengthSamples)
        keep(lame.encode(samples.map((each) => each.subarray(at, to))))
      }
      keep(lame.finalize())
      return { stream: room.slice(0, filled), samples }
    },
  }
}
