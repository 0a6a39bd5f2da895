/** How long one in-breath and one out-breath last. */
export interface BreathSeconds {
  inSeconds: number
  outSeconds: number
}

/** My measured breath: at the start of a session, settled, and the minutes that it takes to settle. */
export interface Pace {
  start: BreathSeconds
  settled: BreathSeconds
  settleMinutes: number
}

/** A pace that does not change; what a new person has until the breath is measured. */
export function steadyPace(inSeconds: number, outSeconds: number): Pace {
  return { start: { inSeconds, outSeconds }, settled: { inSeconds, outSeconds }, settleMinutes: 0 }
}

/**
 * The breath at a moment of the session. In- and out-breath grow (or shrink) on a straight line from the start to the
 * settled length and stay there. A straight line is our choice: nothing better founded is known for one person's session.
 */
export function breathAt(pace: Pace, atSeconds: number): BreathSeconds {
  const settleSeconds = pace.settleMinutes * 60
  const settled = settleSeconds > 0 ? Math.min(1, Math.max(0, atSeconds / settleSeconds)) : 1
  const between = (from: number, to: number) => from + (to - from) * settled
  return {
    inSeconds: between(pace.start.inSeconds, pace.settled.inSeconds),
    outSeconds: between(pace.start.outSeconds, pace.settled.outSeconds),
  }
}

/** Breaths in a minute at this breath. */
export function breathsPerMinute(breath: BreathSeconds): number {
  return 60 / (breath.inSeconds + breath.outSeconds)
}
