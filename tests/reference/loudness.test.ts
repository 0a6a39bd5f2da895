import { describe, expect, it } from 'vitest'
import { createLoudnessMeter, earFilters } from '#core/sound'

const RATE = 48_000
/** A sine of 1 kHz, its peak so far below full scale. */
function sine(dbfs: number, seconds: number, hz = 1000, rate = RATE): Float32Array {
  const gain = Math.pow(10, dbfs / 20)
  return Float32Array.from({ length: seconds * rate }, (_, at) => gain * Math.sin((2 * Math.PI * hz * at) / rate))
}
function stereo(parts: [dbfs: number, seconds: number][], rate = RATE): number {
  const meter = createLoudnessMeter(2, rate)
  for (const [dbfs, seconds] of parts) {
    const samples = sine(dbfs, seconds, 1000, rate)
    meter.add([samples, samples])
  }
  return meter.lufs()
}

describe('loudness', () => {
  // ITU-R BS.1770-4, annex 1, tables 1 and 2 (the coefficients written down from memory).
  it('filters as the tables of ITU-R BS.1770-4 have it at 48 kHz', () => {
    const [shelf, highPass] = earFilters(RATE)
    const near = (found: number[], wanted: number[]) =>
      found.forEach((each, index) => expect(each).toBeCloseTo(wanted[index]!, 7))
    near(shelf.b, [1.53512485958697, -2.69169618940638, 1.19839281085285])
    near(shelf.a, [-1.69065929318241, 0.73248077421585])
    near(highPass.b, [1, -2, 1])
    near(highPass.a, [-1.99004745483398, 0.99007225036621])
  })
  // EBU Tech 3341 ("EBU mode" metering), minimum requirements test signals 1 to 4: within 0.1 LU (from memory).
  it('meets test signals 1 to 4 of EBU Tech 3341', () => {
    expect(stereo([[-23, 20]])).toBeCloseTo(-23, 1)
    expect(stereo([[-33, 20]])).toBeCloseTo(-33, 1)
    const steps: [number, number][] = [
      [-36, 10],
      [-23, 60],
      [-36, 10],
    ]
    expect(stereo(steps)).toBeCloseTo(-23, 1)
    expect(stereo([[-72, 10], ...steps, [-72, 10]])).toBeCloseTo(-23, 1)
  })
  it('is the same at 44.1 kHz', () => {
    expect(stereo([[-23, 20]], 44_100)).toBeCloseTo(-23, 1)
  })
  it('counts a channel alone 3 dB below the same on two (BS.1770-4: powers add)', () => {
    const meter = createLoudnessMeter(1, RATE)
    meter.add([sine(-23, 20)])
    expect(meter.lufs()).toBeCloseTo(-26, 1)
  })
  it('has nothing to say of silence and of what is under the absolute gate of -70 LUFS, and does not depend on how it is cut into blocks', () => {
    const silent = createLoudnessMeter(1, RATE)
    silent.add([new Float32Array(RATE)])
    expect(silent.lufs()).toBe(-Infinity)
    const whisper = createLoudnessMeter(2, RATE)
    whisper.add([sine(-75, 3), sine(-75, 3)])
    expect(whisper.lufs()).toBe(-Infinity)
    const samples = sine(-60, 3)
    const whole = createLoudnessMeter(1, RATE)
    const cut = createLoudnessMeter(1, RATE)
    whole.add([samples])
    for (let at = 0; at < samples.length; at += 1237) cut.add([samples.subarray(at, at + 1237)])
    expect(cut.lufs()).toBeCloseTo(whole.lufs(), 9)
  })
})
