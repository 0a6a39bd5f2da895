/** Quieter than this share of the loudest moment counts as silence around the words. */
const SILENCE_SHARE = 0.06
/** So much is kept before and after the words, so that nothing is clipped. */
const MARGIN_SECONDS = 0.08
const WINDOW_SECONDS = 0.02
/** The loudness that words are brought to (root mean square of their louder half), and the peak that is never passed. Our choice. */
const LEVEL = 0.16
const PEAK = 0.95

/**
 * A recorded cue made ready: silence before and after trimmed off, and brought to the same loudness as others. Null when nothing was
 * said that stands out from the silence.
 */
export function trimRecording(samples: Float32Array, sampleRateHz: number): Float32Array | null {
  const size = Math.max(1, Math.round(WINDOW_SECONDS * sampleRateHz))
  const windows: number[] = []
  for (let from = 0; from + size <= samples.length; from += size) {
    let sum = 0
    for (let at = from; at < from + size; at += 1) sum += samples[at]! ** 2
    windows.push(Math.sqrt(sum / size))
  }
  const loudest = Math.max(0, ...windows)
  const sorted = [...windows].sort((one, other) => one - other)
  const floor = sorted[Math.floor(sorted.length / 10)] ?? 0
  const threshold = Math.max(loudest * SILENCE_SHARE, floor * 2)
  // Silence, or an even hiss from beginning to end.
  if (loudest < 0.004 || loudest < floor * 3) return null
  const first = windows.findIndex((level) => level > threshold)
  const last = windows.findLastIndex((level) => level > threshold)
  const margin = Math.round(MARGIN_SECONDS * sampleRateHz)
  const words = samples.slice(Math.max(0, first * size - margin), Math.min(samples.length, (last + 1) * size + margin))

  const inside = windows.slice(first, last + 1).sort((one, other) => other - one)
  const louder = inside.slice(0, Math.max(1, Math.ceil(inside.length / 2)))
  const level = Math.sqrt(louder.reduce((sum, each) => sum + each ** 2, 0) / louder.length)
  const peak = words.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)
  const gain = Math.min(LEVEL / level, PEAK / peak)
  return words.map((sample) => sample * gain)
}
