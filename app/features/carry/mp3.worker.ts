import { expose, transfer } from 'comlink'
import mp3Wasm from 'wasm-media-encoders/wasm/mp3?url'
import { mp3EncoderHere, type Samples } from './mp3Encoder'

const here = mp3EncoderHere(new URL(mp3Wasm, self.location.origin).href)

/** An MP3 encoder in a thread of its own. */
const mp3Worker = {
  async encode(samples: Samples, lengthSamples: number) {
    const encoded = await here.encode(samples, lengthSamples)
    return transfer(encoded, [encoded.stream.buffer, ...samples.map(({ buffer }) => buffer)])
  },
}

export type Mp3Worker = typeof mp3Worker
expose(mp3Worker)
