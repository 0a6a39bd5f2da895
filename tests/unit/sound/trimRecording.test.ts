import { chanceFrom } from '#core/basics'
import { describe, expect, it } from 'vitest'
import { fromBase64, toBase64, writeWav } from '#core/formats'
import { trimRecording } from '#core/sound'

const RATE = 22_050
/** Hiss, with a word of a loudness from one second to two. */
function take(loud: number, hiss = 0.002): Float32Array {
  const chance = chanceFrom(3)
  return Float32Array.from({ length: 3 * RATE }, (_, at) => {
    const said = at > RATE && at < 2 * RATE ? loud * Math.sin((2 * Math.PI * 180 * at) / RATE) : 0
    return said + hiss * (2 * chance() - 1)
  })
}
const level = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, sample) => sum + sample ** 2, 0) / samples.length)

describe('a recorded cue', () => {
  it('is trimmed to its words, with a little air around them', () => {
    const seconds = trimRecording(take(0.3), RATE)!.length / RATE
    expect(seconds).toBeGreaterThan(1.05)
    expect(seconds).toBeLessThan(1.25)
  })
  it('is as loud as any other, and never clips', () => {
    const soft = trimRecording(take(0.03), RATE)!
    const loud = trimRecording(take(0.8), RATE)!
    expect(level(soft) / level(loud)).toBeCloseTo(1, 1)
    expect(Math.max(...trimRecording(take(0.99), RATE)!)).toBeLessThanOrEqual(0.951)
  })
  it('is refused when nothing was said', () => {
    expect(trimRecording(take(0), RATE)).toBeNull()
    expect(trimRecording(new Float32Array(RATE), RATE)).toBeNull()
    expect(trimRecording(new Float32Array(0), RATE)).toBeNull()
  })
})

describe('a WAV file', () => {
  it('comes back as it went out, through base64 too', () => {
    const samples = Float32Array.from([0, 0.5, -0.5, 1, -1, 2])
    const bytes = fromBase64(toBase64(writeWav(samples, RATE)))
    const view = new DataView(bytes.buffer)
    expect(new TextDecoder().decode(bytes.slice(0, 4))).toBe('RIFF')
    expect(view.getUint32(24, true)).toBe(RATE)
    expect(view.getUint32(40, true)).toBe(12)
    const back = Array.from({ length: 6 }, (_, index) => view.getInt16(44 + index * 2, true) / 32767)
    expect(back.map((each) => Math.round(each * 100) / 100)).toEqual([0, 0.5, -0.5, 1, -1, 1])
  })
})
