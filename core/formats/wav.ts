/** A WAV file (RIFF, 16-bit PCM, mono) of samples between -1 and 1. */
export function writeWav(samples: Float32Array, sampleRateHz: number): Uint8Array {
  const bytes = new Uint8Array(44 + samples.length * 2)
  const view = new DataView(bytes.buffer)
  const word = (at: number, text: string) =>
    [...text].forEach((letter, index) => view.setUint8(at + index, letter.charCodeAt(0)))
  word(0, 'RIFF')
  view.setUint32(4, bytes.length - 8, true)
  word(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, sampleRateHz, true)
  view.setUint32(28, sampleRateHz * 2, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  word(36, 'data')
  view.setUint32(40, samples.length * 2, true)
  samples.forEach((sample, index) => {
    view.setInt16(44 + index * 2, Math.round(Math.min(1, Math.max(-1, sample)) * 32767), true)
  })
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
