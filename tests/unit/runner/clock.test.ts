import { describe, expect, it } from 'vitest'
import {
  driftMs,
  audioSecondsOf,
  clockAt,
  clockSetRight,
  readClock,
  type ClockReading,
  type SessionClock,
} from '#core/runner'

const T0 = 1_700_000_000_000
const PHASE_MS = 5000

/** Run an hour with a beat every 200 ms; `audioAt` is what the audio clock shows. Phases start every five seconds. */
function hour(audioAt: (wallMs: number) => number | null) {
  let clock: SessionClock = clockAt(T0, { wallMs: 0, audioSeconds: audioAt(0) })
  let last = T0
  let mostApart = 0
  let wentBack = 0
  const jumps: number[] = []
  const strokesOff: number[] = []
  let nextPhase = T0 + PHASE_MS
  let recent: ClockReading[] = []
  for (let wallMs = 200; wallMs <= 3_600_000; wallMs += 200) {
    const reading: ClockReading = { wallMs, audioSeconds: audioAt(wallMs) }
    const from = audioAt(wallMs - 200)
    const to = reading.audioSeconds
    const passedMs = from === null || to === null ? 200 : (to - from) * 1000
    // Where on the audio clock the next phase's first stroke is put, last set before it is due.
    const due = audioSecondsOf(clock, nextPhase)
    recent = [...recent, reading].slice(-6)
    clock = clockSetRight(clock, recent, [nextPhase, nextPhase + PHASE_MS])
    const now = readClock(clock, reading)
    if (now < last - 1e-6) wentBack += 1
    if (Math.abs(now - last - passedMs) > 1) jumps.push(now - nextPhase)
    if (now >= nextPhase && due !== null && audioSecondsOf(clock, nextPhase) !== null) {
      strokesOff.push(Math.abs(due - (reading.audioSeconds! - (now - nextPhase) / 1000)) * 1000)
    }
    while (now >= nextPhase) nextPhase += PHASE_MS
    last = now
    mostApart = Math.max(mostApart, Math.abs(driftMs(clock, reading)))
  }
  expect(wentBack).toBe(0)
  return { drift: last - (T0 + 3_600_000), mostApart, jumps, strokesOff }
}

describe('the clock of a session', () => {
  it('does not drift in an hour on a good audio clock', () => {
    expect(hour((wall) => wall / 1000).drift).toBeCloseTo(0, 6)
  })
  it('keeps up where the audio clock loses time, by a step at the start of a phase only', () => {
    const { drift, jumps } = hour((wall) => (wall * 0.998) / 1000)
    expect(Math.abs(drift)).toBeLessThan(40)
    expect(jumps.length).toBeGreaterThan(100)
    // Each step lands within one beat after the start of a phase.
    for (const into of jumps) expect(into >= 0 && into <= 200).toBe(true)
  })
  it('has the first stroke of a phase where the phase begins, though the clock is set just there', () => {
    const { jumps, strokesOff } = hour((wall) => (wall * 0.998) / 1000)
    expect(jumps.length).toBeGreaterThan(100)
    expect(strokesOff.length).toBeGreaterThan(700)
    expect(Math.max(...strokesOff)).toBeLessThan(1)
  })
  it('is not moved by an audio clock that is rendered in bursts, and so reads up to 30 ms less than it is', () => {
    // The bursts fall otherwise at every beat: a fixed, uneven pattern of lags.
    const lagMs = (wallMs: number) => ((wallMs / 200) * 7.3) % 30
    const { drift, jumps } = hour((wall) => (wall === 0 ? 0 : (wall - lagMs(wall)) / 1000))
    expect(jumps).toEqual([])
    expect(Math.abs(drift)).toBeLessThan(31)
  })
  it('keeps what was settled while the clocks come closer, and does not put strokes anew at every beat', () => {
    const clock = clockAt(T0, { wallMs: 0, audioSeconds: 0 })
    const settled = clockSetRight(clock, [{ wallMs: 1000, audioSeconds: 0.97 }], [T0 + PHASE_MS])
    expect(audioSecondsOf(settled, T0 + PHASE_MS)).toBeCloseTo(4.97, 6)
    expect(clockSetRight(settled, [{ wallMs: 1200, audioSeconds: 1.19 }], [T0 + PHASE_MS])).toBe(settled)
    const closed = clockSetRight(settled, [{ wallMs: 1400, audioSeconds: 1.4 }], [T0 + PHASE_MS])
    expect(audioSecondsOf(closed, T0 + PHASE_MS)).toBe(5)
  })
  it('moves nothing at the start of a phase that is too near to put its strokes anew', () => {
    const clock = clockAt(T0, { wallMs: 0, audioSeconds: 0 })
    const reading = { wallMs: 4950, audioSeconds: 4.9 }
    const kept = clockSetRight(clock, [reading], [T0 + PHASE_MS])
    expect(audioSecondsOf(kept, T0 + PHASE_MS)).toBe(5)
    const phases = [T0 + PHASE_MS, T0 + 2 * PHASE_MS]
    const later = clockSetRight(kept, [reading], phases)
    expect(phases.map((ms) => audioSecondsOf(later, ms))).toEqual([5, expect.closeTo(9.95, 6)])
    // Foreseen once, it stays where it is while it comes nearer, though time is lost on.
    expect(clockSetRight(later, [{ wallMs: 9900, audioSeconds: 9.8 }], [T0 + 2 * PHASE_MS])).toBe(later)
  })
  it('passes over what fell due while the audio clock stood still', () => {
    const clock = clockAt(T0, { wallMs: 0, audioSeconds: 0 })
    // Two seconds were lost; the next phase starts at 5 s of the session, which is the third second of the audio clock.
    const kept = clockSetRight(clock, [{ wallMs: 4000, audioSeconds: 2 }], [T0 + PHASE_MS])
    expect([2.5, 3, 3.5, 4.9, 5, 6].map((seconds) => audioSecondsOf(kept, T0 + seconds * 1000))).toEqual([
      2.5,
      3,
      null,
      null,
      3,
      4,
    ])
  })
  it('goes on at the next phase when the audio clock stands still', () => {
    const { drift } = hour((wall) => (wall < 60_000 ? wall / 1000 : wall < 75_000 ? 60 : (wall - 15_000) / 1000))
    expect(Math.abs(drift)).toBeLessThan(40)
  })
  it('goes over to the steady clock and back without a jump when sound is suspended', () => {
    const { drift, jumps } = hour((wall) => (wall > 100_000 && wall < 200_000 ? null : wall / 1000))
    expect(Math.abs(drift)).toBeLessThan(1)
    expect(jumps).toEqual([])
  })
  it('takes any moment while nothing is going on', () => {
    const clock = clockAt(T0, { wallMs: 0, audioSeconds: 0 })
    const reading = { wallMs: 10_000, audioSeconds: 4 }
    expect(readClock(clockSetRight(clock, [reading], [T0 + 20_000]), reading)).toBe(T0 + 4000)
    expect(readClock(clockSetRight(clock, [reading], null), reading)).toBe(T0 + 10_000)
  })
})
