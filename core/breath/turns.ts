import type { BeltSample, Turn } from './belt'
import { median } from '../basics'

/** A movement counts as a breath when it is at least this share of the usual one. */
const LEAST_SHARE = 0.35
const SMOOTH_SECONDS = 0.35
/** The flank of a phase is read between these levels: nearer its ends it hardly moves and says little of the time. */
const FLANK = { low: 0.12, high: 0.88 }

/**
 * The turns of the breath in the samples of a belt, in order. Works on any unit and slow drift: first the ups and downs that are
 * large enough, then each turn's time from the flanks beside it. A phase moves on about half a cosine, so that
 * acos(1 - 2 level) / pi grows evenly with time along a flank; a straight line through it tells where it reaches its ends.
 */
export function findTurns(samples: readonly BeltSample[]): Turn[] {
  if (samples.length < 5) return []
  const rough = upsAndDowns(samples, SMOOTH_SECONDS)
  if (rough.extremes.length < 4)
    return rough.extremes.map(({ index, to }) => ({ atSeconds: samples[index]!.atSeconds, to }))
  // Drift tilts slow breaths and shifts their turns: it is taken off before they are timed.
  const level = withoutDrift(samples, rough)
  const gaps = rough.extremes
    .slice(1)
    .map(({ index }, at) => samples[index]!.atSeconds - samples[rough.extremes[at]!.index]!.atSeconds)
  const { smooth, extremes } = upsAndDowns(level, Math.min(1, Math.max(SMOOTH_SECONDS, 0.12 * median(gaps))))
  return extremes.map((turn, index) => refined(level, smooth, extremes, turn, index))
}

interface UpsAndDowns {
  smooth: BeltSample[]
  extremes: Extreme[]
}

function upsAndDowns(samples: readonly BeltSample[], smoothSeconds: number): UpsAndDowns {
  const smooth = smoothed(samples, smoothSeconds)
  const usual = usualSwing(smooth)
  return { smooth, extremes: usual > 0 ? zigzag(smooth, LEAST_SHARE * usual) : [] }
}

/** The samples less the slow line half-way between highs and lows; a median of three keeps a sigh from bending it. */
function withoutDrift(samples: readonly BeltSample[], { smooth, extremes }: UpsAndDowns): BeltSample[] {
  const level = (at: number) => smooth[extremes[at]!.index]!.level
  const middles = extremes.slice(1, -1).map(({ index }, at) => ({
    atSeconds: samples[index]!.atSeconds,
    level: (level(at) + 2 * level(at + 1) + level(at + 2)) / 4,
  }))
  const around = (list: typeof middles, index: number) =>
    list.slice(Math.max(0, index - 1), index + 2).map((each) => each.level)
  const unbent = middles.map((middle, index) => ({ ...middle, level: median(around(middles, index)) }))
  const calm = unbent.map((middle, index) => {
    const levels = around(unbent, index)
    return { ...middle, level: levels.reduce((sum, each) => sum + each, 0) / levels.length }
  })
  let next = 0
  return samples.map((sample) => {
    while (next < calm.length && calm[next]!.atSeconds <= sample.atSeconds) next += 1
    const from = calm[Math.max(0, Math.min(next - 1, calm.length - 2))]!
    const to = calm[Math.min(calm.length - 1, Math.max(next, 1))]!
    const share = to === from ? 0 : (sample.atSeconds - from.atSeconds) / (to.atSeconds - from.atSeconds)
    return { ...sample, level: sample.level - from.level - (to.level - from.level) * share }
  })
}

interface Extreme {
  index: number
  to: 'in' | 'out'
}

/** A moving mean over a short time, which drop-outs do not shift. */
function smoothed(samples: readonly BeltSample[], smoothSeconds: number): BeltSample[] {
  let first = 0
  let end = 0
  let sum = 0
  return samples.map(({ atSeconds }) => {
    while (end < samples.length && samples[end]!.atSeconds <= atSeconds + smoothSeconds / 2)
      sum += samples[end++]!.level
    while (samples[first]!.atSeconds < atSeconds - smoothSeconds / 2) sum -= samples[first++]!.level
    return { atSeconds, level: sum / (end - first) }
  })
}

/** The usual depth of a breath: found by letting the threshold fall until the ups and downs are about as deep as each other. */
function usualSwing(smooth: readonly BeltSample[]): number {
  const levels = smooth.map(({ level }) => level).sort((one, other) => one - other)
  const spread = levels[Math.floor(levels.length * 0.95)]! - levels[Math.floor(levels.length * 0.05)]!
  const extremes = zigzag(smooth, spread * 0.3)
  const swings = extremes
    .slice(1)
    .map(({ index }, at) => Math.abs(smooth[index]!.level - smooth[extremes[at]!.index]!.level))
  return swings.length >= 2 ? median(swings) : spread
}

/** Highs and lows in turn, each at least `least` away from the one before. The first and last half movements are left out. */
function zigzag(smooth: readonly BeltSample[], least: number): Extreme[] {
  const found: Extreme[] = []
  let low = 0
  let high = 0
  let rising: boolean | null = null
  smooth.forEach(({ level }, index) => {
    if (level > smooth[high]!.level) high = index
    if (level < smooth[low]!.level) low = index
    if (rising !== false && smooth[high]!.level - level > least) {
      if (rising) found.push({ index: high, to: 'out' })
      rising = false
      low = index
    } else if (rising !== true && level - smooth[low]!.level > least) {
      if (rising === false || low > 0) found.push({ index: low, to: 'in' })
      rising = true
      high = index
    }
  })
  return found
}

/** The time of a turn from the flank before it and the flank after it, the more even one counting more. */
function refined(
  samples: readonly BeltSample[],
  smooth: readonly BeltSample[],
  turns: readonly Extreme[],
  turn: Extreme,
  at: number,
): Turn {
  const before = turns[at - 1]
  const after = turns[at + 1]
  const lines = [
    before && flankLine(samples, smooth, before.index, turn.index, 1),
    after && flankLine(samples, smooth, turn.index, after.index, 0),
  ].filter((line) => line !== null && line !== undefined)
  const rough = smooth[turn.index]!.atSeconds
  const weights = lines.reduce((sum, { weight }) => sum + weight, 0)
  const fine = lines.reduce((sum, { atSeconds, weight }) => sum + atSeconds * weight, 0) / weights
  return { atSeconds: lines.length > 0 && Number.isFinite(fine) ? fine : rough, to: turn.to }
}

/** Where the line through a flank reaches its start (0) or its end (1), and how well it is known. */
function flankLine(
  samples: readonly BeltSample[],
  smooth: readonly BeltSample[],
  from: number,
  to: number,
  end: 0 | 1,
): { atSeconds: number; weight: number } | null {
  const start = smooth[from]!.level
  const swing = smooth[to]!.level - start
  const points: { x: number; t: number }[] = []
  for (let index = from; index <= to; index += 1) {
    const share = (samples[index]!.level - start) / swing
    if (share > FLANK.low && share < FLANK.high) {
      points.push({ x: Math.acos(1 - 2 * share) / Math.PI, t: samples[index]!.atSeconds })
    }
  }
  if (points.length < 3) return null
  const count = points.length
  const meanX = points.reduce((sum, { x }) => sum + x, 0) / count
  const meanT = points.reduce((sum, { t }) => sum + t, 0) / count
  const xx = points.reduce((sum, { x }) => sum + (x - meanX) ** 2, 0)
  const xt = points.reduce((sum, { x, t }) => sum + (x - meanX) * (t - meanT), 0)
  const slope = xt / xx
  if (!(slope > 0)) return null
  const rest =
    points.reduce((sum, { x, t }) => sum + (t - meanT - slope * (x - meanX)) ** 2, 0) / Math.max(1, count - 2)
  const variance = rest * (1 / count + (end - meanX) ** 2 / xx)
  return { atSeconds: meanT + slope * (end - meanX), weight: 1 / (variance + 1e-6) }
}
