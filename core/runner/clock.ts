/** What the two clocks of a device show. `audioSeconds` is null while no sound runs. */
export interface ClockReading {
  /** A steady clock in milliseconds, such as the time since the page was opened. */
  wallMs: number
  audioSeconds: number | null
}

/**
 * The clock of a session, in milliseconds since 1970: the audio clock's wherever sound runs, so that what is heard and what is shown
 * are one, and the steady clock's elsewhere.
 */
export interface SessionClock {
  wallOffsetMs: number
  audioOffsetMs: number | null
}

/** Nearer than this the two clocks agree; a device without sound output loses a few milliseconds all the time. Our choice. */
const APART_MS = 25

/** A clock that shows a time now. */
export function clockAt(nowMs: number, { wallMs, audioSeconds }: ClockReading): SessionClock {
  return { wallOffsetMs: nowMs - wallMs, audioOffsetMs: audioSeconds === null ? null : nowMs - audioSeconds * 1000 }
}

/** The time of the session. */
export function readClock(
  { wallOffsetMs, audioOffsetMs }: SessionClock,
  { wallMs, audioSeconds }: ClockReading,
): number {
  return audioSeconds === null || audioOffsetMs === null ? wallMs + wallOffsetMs : audioSeconds * 1000 + audioOffsetMs
}

/** How far the audio clock is ahead of the steady one; 0 while no sound runs. */
export function apartMs({ wallOffsetMs, audioOffsetMs }: SessionClock, { wallMs, audioSeconds }: ClockReading): number {
  if (audioSeconds === null || audioOffsetMs === null) return 0
  return audioSeconds * 1000 + audioOffsetMs - (wallMs + wallOffsetMs)
}

/**
 * The clock kept in order. When sound begins or ends to run, time goes on without a jump. Where the two clocks have parted, the session
 * takes up the one that is further on, and only when that one has come to the start of a phase (`boundaryMs`): never in the middle. With
 * `boundaryMs` null nothing is going on, and any moment will do.
 */
export function keptClock(clock: SessionClock, reading: ClockReading, boundaryMs: number | null): SessionClock {
  const { wallMs, audioSeconds } = reading
  if (audioSeconds === null) {
    return clock.audioOffsetMs === null ? clock : { ...clock, audioOffsetMs: null }
  }
  if (clock.audioOffsetMs === null) {
    return { ...clock, audioOffsetMs: wallMs + clock.wallOffsetMs - audioSeconds * 1000 }
  }
  const apart = apartMs(clock, reading)
  if (Math.abs(apart) <= APART_MS) return clock
  const furthest = wallMs + clock.wallOffsetMs + Math.max(0, apart)
  return boundaryMs === null || furthest >= boundaryMs ? clockAt(furthest, reading) : clock
}
