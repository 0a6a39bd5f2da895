import { audioSecondsOf, clockAt, clockSetRight, readClock, type ClockReading, type SessionClock } from '#core/runner'

/** The audio whose clock drives the session, while it runs. */
let audio: BaseAudioContext | null = null
/** What the clocks showed at the last times that the clock was kept in order, the newest last. */
let recent: ClockReading[] = []
const RECENT = 6
let clock: SessionClock = clockAt(Date.now(), { wallMs: performance.now(), audioSeconds: null })

const reading = (): ClockReading => ({
  wallMs: performance.now(),
  audioSeconds: audio?.state === 'running' ? audio.currentTime : null,
})

/**
 * Set the session's clock by the wall clock; done when a session is laid out, and again as it begins, as a device may have slept since.
 * It never goes behind `atLeastMs`: the wall clock may have been set back since a session was last seen alive.
 */
export function setSessionClock(atLeastMs = 0): void {
  clock = clockAt(Math.max(Date.now(), atLeastMs), reading())
}

/** From now on this audio's clock drives the session wherever it runs; null for the steady clock alone. */
export function driveBy(context: BaseAudioContext | null): void {
  clock = clockAt(nowMs(), reading())
  audio = context
  recent = []
  keepTime(null)
}

/** Keep the clock in order; `phasesMs` is when the next phases start, null while nothing is going on. */
export function keepTime(phasesMs: readonly number[] | null): void {
  recent = [...recent, reading()].slice(-RECENT)
  clock = clockSetRight(clock, recent, phasesMs)
}

/** The clock that sessions run by, in milliseconds since 1970: it never jumps, as the wall clock may. */
export function nowMs(): number {
  return readClock(clock, reading())
}

/** When on the audio clock a moment of the session's clock is, in seconds; null while no sound runs. */
export function audioSecondsAt(sessionMs: number): number | null {
  return audioSecondsOf(clock, sessionMs)
}
