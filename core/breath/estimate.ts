import { deviation, median } from '../basics'

/** What one measuring says of a breath. Spreads are robust standard deviations (1.4826 times the median absolute one). */
export interface BreathEstimate {
  inSeconds: number
  outSeconds: number
  inSpreadSeconds: number
  outSpreadSeconds: number
  /** Whole breaths that the figures rest on. */
  breaths: number
  /** What was set aside: turns not tapped, turns tapped twice, and breaths far longer than the others. */
  missed: number
  doubled: number
  sighs: number
}

/** Why no figure is given: it would be a guess. */
export type Refusal = 'tooFew' | 'tooShort' | 'tooWild'
export type Measured = { ok: true; estimate: BreathEstimate } | { ok: false; why: Refusal }

/** Fewer breaths than this on either side say too little. Our choice. */
export const LEAST_BREATHS = 5
export const LEAST_SECONDS = 40
/** A spread beyond this share of the breath is no steady breath, or no careful tapping. Our choice. */
const WILDEST_SHARE = 0.35
/** A phase longer than this many times the usual one is a sigh (or a pause to speak), not the breath. */
const SIGH_SHARE = 1.7

export type BreathPhase = 'in' | 'out'

/** In- and out-breath from turns whose kind is known, as a sensor gives them. */
export function estimateFromTurns(turns: readonly { atSeconds: number; to: BreathPhase }[]): Measured {
  if (turns.length < 2 * LEAST_BREATHS) return { ok: false, why: 'tooFew' }
  if (turns.at(-1)!.atSeconds - turns[0]!.atSeconds < LEAST_SECONDS) return { ok: false, why: 'tooShort' }
  const lengths = (phase: BreathPhase) =>
    turns.slice(1).flatMap((turn, index) => {
      const before = turns[index]!
      return before.to === phase && turn.to !== phase ? [turn.atSeconds - before.atSeconds] : []
    })
  return estimateFromLengths(lengths('in'), lengths('out'), { missed: 0, doubled: 0 })
}

/** What the lengths of in- and out-breaths come to; what was set aside already is told. */
export function estimateFromLengths(
  ins: number[],
  outs: number[],
  setAside: { missed: number; doubled: number },
): Measured {
  const usual = (lengths: number[]) => lengths.filter((seconds) => seconds <= SIGH_SHARE * median(lengths))
  const inUsual = usual(ins)
  const outUsual = usual(outs)
  const breaths = Math.min(inUsual.length, outUsual.length)
  if (breaths < LEAST_BREATHS) return { ok: false, why: 'tooFew' }
  const estimate: BreathEstimate = {
    inSeconds: median(inUsual),
    outSeconds: median(outUsual),
    inSpreadSeconds: deviation(inUsual),
    outSpreadSeconds: deviation(outUsual),
    breaths,
    sighs: Math.max(ins.length - inUsual.length, outs.length - outUsual.length),
    ...setAside,
  }
  const wild =
    estimate.inSpreadSeconds > WILDEST_SHARE * estimate.inSeconds ||
    estimate.outSpreadSeconds > WILDEST_SHARE * estimate.outSeconds
  return wild ? { ok: false, why: 'tooWild' } : { ok: true, estimate }
}
