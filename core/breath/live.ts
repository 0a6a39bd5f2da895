import type { BeltSample, Turn } from './belt'
import { median } from '../basics'

/** A turn that was noticed while it happened. */
export interface LiveTurn extends Turn {
  /** When it became certain. */
  knownAtSeconds: number
}

/** The level follows the samples with this time constant: less noise against less delay. Our choice, by trying. */
const SMOOTH_SECONDS = 0.12
/** The breath has turned when it has come back by this share of its usual depth. */
const TURN_SHARE = 0.12
/** Turns closer than this are noise. */
const LEAST_SECONDS = 0.6
/** Depth is learned from so many half breaths, and from this long before there are any. */
const SWINGS = 6
const LEARN_SECONDS = 6

/**
 * Notices the turns of the breath as samples come in, for leading a session. Unlike `findTurns` it cannot look ahead, and it must be
 * soon rather than exact.
 */
export function liveTurns(): { push: (samples: readonly BeltSample[]) => LiveTurn[] } {
  let level: number | null = null
  let lastAt = 0
  let startedAt: number | null = null
  let low = Infinity
  let high = -Infinity
  let extreme = { level: 0, atSeconds: 0 }
  let rising: boolean | null = null
  let lastTurn = { level: 0, atSeconds: -Infinity }
  const swings: number[] = []

  const depth = () => (swings.length > 0 ? median(swings) : high - low)

  return {
    push(samples) {
      const found: LiveTurn[] = []
      for (const { atSeconds, level: raw } of samples) {
        startedAt ??= atSeconds
        const share: number = level === null ? 1 : 1 - Math.exp(-(atSeconds - lastAt) / SMOOTH_SECONDS)
        level = level === null ? raw : level + share * (raw - level)
        lastAt = atSeconds
        low = Math.min(low, level)
        high = Math.max(high, level)
        if (atSeconds - startedAt < LEARN_SECONDS) {
          extreme = { level, atSeconds }
          continue
        }
        rising ??= level > (low + high) / 2
        if (rising ? level > extreme.level : level < extreme.level) extreme = { level, atSeconds }
        const back = rising ? extreme.level - level : level - extreme.level
        if (back < TURN_SHARE * depth() || extreme.atSeconds - lastTurn.atSeconds < LEAST_SECONDS) continue
        const isFirst = lastTurn.atSeconds === -Infinity
        if (!isFirst) swings.push(Math.abs(extreme.level - lastTurn.level))
        if (swings.length > SWINGS) swings.shift()
        found.push({ atSeconds: extreme.atSeconds, to: rising ? 'out' : 'in', knownAtSeconds: atSeconds })
        lastTurn = extreme
        rising = !rising
        extreme = { level, atSeconds }
      }
      return found
    },
  }
}
