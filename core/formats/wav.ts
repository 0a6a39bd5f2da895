/** What stands before the samples of a WAV file (RIFF, 16-bit PCM): 44 bytes, for so many bytes of samples and of what comes after them. */
export function wavHeader({
  sampleRateHz,
  channels,
  dataBytes,
  bytesAfter = 0,
}: {
  sampleRateHz: number
  channels: number
  dataBytes: number
  bytesAfter?: number
}): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(44)
  const view = new DataView(bytes.buffer)
  const word = (at: number, text: string) =>
    [...text].forEach((letter, index) => view.setUint8(at + index, letter.charCodeAt(0)))
  word(0, 'RIFF')
  view.setUint32(4, 36 + dataBytes + bytesAfter, true)
  word(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, channels, true)
  view.setUint32(24, sampleRateHz, true)
  view.setUint32(28, sampleRateHz * channels * 2, true)
  view.setUint16(32, channels * 2, true)
  view.setUint16(34, 16, true)
  word(36, 'data')
  view.setUint32(40, dataBytes, true)
  return bytes
}

/** Samples between -1 and 1 as 16-bit PCM, channels in turn. */
export function pcm16(channels: readonly Float32Array[]): Uint8Array<ArrayBuffer> {
  const length = channels[0]!.length
  const bytes = new Uint8Array(length * channels.length * 2)
  const view = new DataView(bytes.buffer)
  channels.forEach((samples, which) => {
    for (let at = 0; at < length; at += 1) {
      const sample = Math.min(1, Math.max(-1, samples[at]!))
      view.setInt16((at * channels.length + which) * 2, Math.round(sample * 32767), true)
    }
  })
  return bytes
}

/** Of a RIFF file: a piece with its name and length, filled up to an even number of bytes. */
export function riffChunk(name: string, content: Uint8Array): Uint8Array<ArrayBuffer> {
  const chunk = new Uint8Array(8 + content.length + (content.length % 2))
  for (let at = 0; at < 4; at += 1) chunk[at] = name.charCodeAt(at)
  new DataView(chunk.buffer).setUint32(4, content.length, true)
  chunk.set(content, 8)
  return chunk
}

/** A WAV file (RIFF, 16-bit PCM, mono) of samples between -1 and 1. */
export function writeWav(samples: Float32Array, sampleRateHz: number): Uint8Array {
  const data = pcm16([samples])
  const bytes = new Uint8Array(44 + data.length)
  bytes.set(wavHeader({ sampleRateHz, channels: 1, dataBytes: data.length }))
  bytes.set(data, 44)
  return bytes
}

/** Bytes as base64, for a JSON file. */
export function toBase64(bytes: Uint8Array): string {
  let text = ''
  for (let from = 0; from < bytes.length; from += 8192) {
    text += String.fromCharCode(...bytes.subarray(from, from + 8192))
  }
  return btoa(text)
}

/** The bytes of a base64 text; throws when it is none. */
export function fromBase64(text: string): Uint8Array<ArrayBuffer> {
  const raw = atob(text)
  const bytes = new Uint8Array(raw.length)
  for (let index = 0; index < raw.length; index += 1) bytes[index] = raw.charCodeAt(index)
  return bytes
}
