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
  /** From this time of the session on, the audio clock is read so: known ahead, that what is due then is put on it in time. */
  next: { fromMs: number; audioOffsetMs: number } | null
}

/** Nearer than this the two clocks agree; a device without sound output loses a few milliseconds all the time. Our choice. */
const APART_MS = 25

/** Farther than this they part only where something stood still; then the start of a phase that has passed unforeseen will do. */
const STOOD_STILL_MS = 250
/** What is due at the start of a phase is moved no later than this before it: a busy machine's sound may be that far on. Our choice. */
const FORESEEN_MS = 300
/** Readings of the audio clock count for so long; longer than a busy device's bursts, and than a few beats. Our choice. */
const RECENT_MS = 900

/** A clock that shows a time now. */
export function clockAt(nowMs: number, { wallMs, audioSeconds }: ClockReading): SessionClock {
  const audioOffsetMs = audioSeconds === null ? null : nowMs - audioSeconds * 1000
  return { wallOffsetMs: nowMs - wallMs, audioOffsetMs, next: null }
}

/** The time of the session. */
export function readClock(
  { wallOffsetMs, audioOffsetMs, next }: SessionClock,
  { wallMs, audioSeconds }: ClockReading,
): number {
  if (audioSeconds === null || audioOffsetMs === null) return wallMs + wallOffsetMs
  const nextMs = next ? audioSeconds * 1000 + next.audioOffsetMs : -Infinity
  return next && nextMs >= next.fromMs ? nextMs : audioSeconds * 1000 + audioOffsetMs
}

/**
 * When on the audio clock a time of the session comes, in seconds; null while no sound runs, and where it never comes, as the clock
 * passes over it at the start of the next phase.
 */
export function audioSecondsOf({ audioOffsetMs, next }: SessionClock, sessionMs: number): number | null {
  if (audioOffsetMs === null) return null
  if (next && sessionMs >= next.fromMs) return (sessionMs - next.audioOffsetMs) / 1000
  const passedOver = next && sessionMs - audioOffsetMs > next.fromMs - next.audioOffsetMs
  return passedOver ? null : (sessionMs - audioOffsetMs) / 1000
}

/** How far the audio clock is ahead of the steady one; 0 while no sound runs. */
export function driftMs(clock: SessionClock, reading: ClockReading): number {
  return readClock(clock, reading) - (reading.wallMs + clock.wallOffsetMs)
}

/**
 * How far the audio clock is ahead of the steady one, by its readings of the last moments, the newest last. A busy device renders in
 * bursts, and a reading between two of them is behind by up to one; the reading that was furthest on tells where the clock is.
 */
function steadyDriftMs(clock: SessionClock, recent: readonly ClockReading[]): number {
  const { wallMs } = recent.at(-1)!
  const silentAt = recent.findLastIndex(({ audioSeconds }) => audioSeconds === null)
  const counts = recent.slice(silentAt + 1).filter((reading) => wallMs - reading.wallMs <= RECENT_MS)
  return Math.max(...counts.map((reading) => driftMs({ ...clock, next: null }, reading)))
}

/**
 * The clock kept in order, by its readings of the last moments, the newest last and at least one. When sound begins or ends to run, time
 * goes on without a jump. Where the two clocks have parted, the session takes up the one that is further on, from the start of a phase on
 * and never in the middle of one; that is settled a little ahead of it. `phasesMs` are the starts of the next phases; null while nothing
 * is going on, and any moment will do.
 */
export function clockSetRight(
  clock: SessionClock,
  recent: readonly ClockReading[],
  phasesMs: readonly number[] | null,
): SessionClock {
  const reading = recent.at(-1)!
  const { wallMs, audioSeconds } = reading
  if (audioSeconds === null) {
    return clock.audioOffsetMs === null ? clock : { ...clock, audioOffsetMs: null, next: null }
  }
  if (clock.audioOffsetMs === null) {
    return { ...clock, audioOffsetMs: wallMs + clock.wallOffsetMs - audioSeconds * 1000 }
  }
  const { next } = clock
  if (next && readClock(clock, reading) >= next.fromMs) {
    return clockSetRight({ ...clock, audioOffsetMs: next.audioOffsetMs, next: null }, recent, phasesMs)
  }
  const apart = steadyDriftMs(clock, recent)
  const audioOffsetMs = clock.audioOffsetMs - Math.min(0, apart)
  const wallOffsetMs = clock.wallOffsetMs + Math.max(0, apart)
  const parted = Math.abs(apart) > APART_MS
  const unsettled = next ? { ...clock, next: null } : clock
  if (phasesMs === null) return parted ? { wallOffsetMs, audioOffsetMs, next: null } : unsettled
  const furthestMs = wallMs + wallOffsetMs
  const isAhead = (ms: number) => ms - furthestMs >= FORESEEN_MS
  const settled = next && phasesMs.some((ms) => Math.abs(ms - next.fromMs) < 1) ? next : null
  // What is settled stays, or its strokes would be put anew at every beat.
  if (settled && (!isAhead(settled.fromMs) || Math.abs(settled.audioOffsetMs - audioOffsetMs) <= APART_MS)) return clock
  const fromMs = parted ? (settled?.fromMs ?? phasesMs.find(isAhead)) : undefined
  if (fromMs !== undefined) return { ...clock, next: { fromMs, audioOffsetMs } }
  const passed = phasesMs.some((ms) => furthestMs >= ms)
  if (passed && Math.abs(apart) > STOOD_STILL_MS) return { wallOffsetMs, audioOffsetMs, next: null }
  return unsettled
}
