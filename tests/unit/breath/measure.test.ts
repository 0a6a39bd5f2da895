import { describe, expect, it } from 'vitest'
import { breathByMonth, measureToKeep, settlingPace } from '#core/breath'

const measure = (at: string, inSeconds: number, outSeconds: number) =>
  measureToKeep(
    { inSeconds, outSeconds, inSpreadSeconds: 0.2, outSpreadSeconds: 0.3, breaths: 9, missed: 0, doubled: 0, sighs: 0 },
    { id: at, at, how: 'taps', posture: 'sitting' },
  )

describe('measures', () => {
  it('give the pace of a session, from the one before it to the one after it', () => {
    const before = measure('2026-03-01T07:00:00.000Z', 3, 4)
    expect(settlingPace(before, measure('2026-03-01T07:12:00.000Z', 4.123456, 6))).toEqual({
      start: { inSeconds: 3, outSeconds: 4 },
      settled: { inSeconds: 4.12, outSeconds: 6 },
      settleMinutes: 12,
    })
    expect(settlingPace(before, measure('2026-03-01T10:12:00.000Z', 4, 6))).toBeNull()
    expect(settlingPace(before, measure('2026-03-01T06:00:00.000Z', 4, 6))).toBeNull()
  })
  it('are put together by months', () => {
    const list = [
      measure('2026-04-02T07:00:00.000Z', 4, 6),
      measure('2026-03-01T07:00:00.000Z', 3, 4),
      measure('2026-03-09T07:00:00.000Z', 3.4, 4.6),
    ]
    expect(breathByMonth(list)).toEqual([
      { month: '2026-03', breath: { inSeconds: 3.2, outSeconds: 4.3 }, measures: 2 },
      { month: '2026-04', breath: { inSeconds: 4, outSeconds: 6 }, measures: 1 },
    ])
  })
})
