import { describe, expect, it } from 'vitest'
import { breathAt, breathsPerMinute, steadyPace, type Pace } from '#core/breath'

const settling: Pace = {
  start: { inSeconds: 3, outSeconds: 4 },
  settled: { inSeconds: 5, outSeconds: 7 },
  settleMinutes: 6,
}

describe('the breath settling', () => {
  it.each([
    [0, 3, 4],
    [180, 4, 5.5],
    [360, 5, 7],
    [3600, 5, 7],
    [-5, 3, 4],
  ])('at %d s is %d in and %d out', (at, inSeconds, outSeconds) => {
    expect(breathAt(settling, at)).toEqual({ inSeconds, outSeconds })
  })
  it('is settled from the start when it takes no time', () => {
    expect(breathAt({ ...settling, settleMinutes: 0 }, 0)).toEqual(settling.settled)
  })
  it('counts breaths a minute', () => {
    expect(breathsPerMinute(breathAt(steadyPace(4, 6), 0))).toBe(6)
  })
})
