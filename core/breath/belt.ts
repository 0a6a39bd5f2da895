import { chanceFrom, normalFrom } from '../basics'

/** One reading of a breath belt: how far it is stretched, in any unit, at a time. */
export interface BeltSample {
  atSeconds: number
  level: number
}

/** A turn of the breath: from here on it goes in, or out. */
export interface Turn {
  atSeconds: number
  to: 'in' | 'out'
}

/** What the simulated wearer and belt are like. Levels: a usual breath is 1 deep. */
export interface BeltSetting {
  seed: number
  breathsPerMinute: number
  /** Share of the in-breath in a breath. */
  inShare: number
  /** 10 to 25 in usual belts. */
  sampleRateHz: number
  seconds: number
  noise: number
  drift: number
  /** How much breaths differ from each other, as a share. */
  unevenness: number
  /** Share of breaths that are sighs: deeper and longer. */
  sighs: number
  /** Drop-outs in a minute, each of up to a second without samples. */
  dropoutsPerMinute: number
}

export const USUAL_BELT: Omit<BeltSetting, 'seed' | 'breathsPerMinute' | 'seconds'> = {
  inShare: 0.42,
  sampleRateHz: 20,
  noise: 0.02,
  drift: 0.4,
  unevenness: 0.08,
  sighs: 0.03,
  dropoutsPerMinute: 2,
}

/**
 * A breath belt that is not there: samples as a real one would give them, and the turns as they truly were. The same
 * setting always gives the same breath. Each phase moves on half a cosine.
 */
export function simulateBelt(setting: BeltSetting): { samples: BeltSample[]; turns: Turn[] } {
  const chance = chanceFrom(setting.seed)
  const normal = normalFrom(chance)
  const breathSeconds = 60 / setting.breathsPerMinute

  const turns: Turn[] = []
  const phases: { from: number; to: number; low: number; high: number }[] = []
  let at = 0
  let level = 0
  while (at < setting.seconds + breathSeconds) {
    const sigh = chance() < setting.sighs
    const vary = () => Math.max(0.5, 1 + setting.unevenness * normal()) * (sigh ? 1.5 : 1)
    const depth = (sigh ? 1.8 : 1) * Math.max(0.6, 1 + setting.unevenness * normal())
    const rest = setting.unevenness * 0.3 * normal()
    for (const [to, share, target] of [
      ['in', setting.inShare, depth],
      ['out', 1 - setting.inShare, rest],
    ] as const) {
      const lasts = breathSeconds * share * vary()
      turns.push({ atSeconds: at, to })
      phases.push({ from: at, to: at + lasts, low: level, high: target })
      at += lasts
      level = target
    }
  }

  const dropouts = Array.from({ length: Math.round((setting.dropoutsPerMinute * setting.seconds) / 60) }, () => {
    const from = chance() * setting.seconds
    return { from, to: from + 0.2 + 0.8 * chance() }
  })
  const swing = 2 * Math.PI * chance()
  const samples: BeltSample[] = []
  let phase = 0
  for (let index = 0; index < setting.seconds * setting.sampleRateHz; index += 1) {
    const atSeconds = index / setting.sampleRateHz
    const heard = normal()
    if (dropouts.some(({ from, to }) => atSeconds >= from && atSeconds < to)) continue
    while (phases[phase]!.to <= atSeconds) phase += 1
    const { from, to, low, high } = phases[phase]!
    const share = (atSeconds - from) / (to - from)
    const clean = low + (high - low) * (0.5 - Math.cos(Math.PI * share) / 2)
    const drifted = setting.drift * Math.sin((2 * Math.PI * atSeconds) / 180 + swing)
    samples.push({ atSeconds, level: clean + drifted + setting.noise * heard })
  }
  return { samples, turns: turns.filter(({ atSeconds }) => atSeconds < setting.seconds) }
}
