import { median } from '../basics'
import { estimateFromLengths, LEAST_BREATHS, LEAST_SECONDS, type BreathPhase, type Measured } from './estimate'

/** Two taps closer than this are one tap. Nobody breathes 75 times a minute at rest. */
const DOUBLE_SECONDS = 0.4
const OTHER: Record<BreathPhase, BreathPhase> = { in: 'out', out: 'in' }

/** A stretch between two taps, read as so many phases from `first` on. */
interface Reading {
  first: BreathPhase
  phases: number
  seconds: number
}

/**
 * In- and out-breath from taps at the turns of the breath (seconds, rising), the first at the start of an in-breath. Missed
 * and doubled taps and sighs are recognised and set aside: each stretch is read as one, two or three phases, so that the whole
 * row fits best (dynamic programming over the phase at each tap), and the two lengths are medians of the stretches read as one.
 */
export function estimateFromTaps(taps: readonly number[]): Measured {
  const single: number[] = []
  for (const tap of taps) if (single.length === 0 || tap - single.at(-1)! >= DOUBLE_SECONDS) single.push(tap)
  const doubled = taps.length - single.length
  const stretches = single.slice(1).map((tap, index) => tap - single[index]!)
  if (stretches.length < 2 * LEAST_BREATHS) return { ok: false, why: 'tooFew' }
  if (single.at(-1)! - single[0]! < LEAST_SECONDS) return { ok: false, why: 'tooShort' }

  const { readings, cost } = firstGuesses(stretches)
    .map((guess) => settleReading(stretches, guess))
    .reduce((best, other) => (other.cost < best.cost ? other : best))
  if (cost / stretches.length > WILDEST_COST) return { ok: false, why: 'tooWild' }
  const missed = readings.reduce((sum, { phases }) => sum + phases - 1, 0)
  const lengths = (phase: BreathPhase) =>
    readings.filter(({ phases, first }) => phases === 1 && first === phase).map(({ seconds }) => seconds)
  return estimateFromLengths(lengths('in'), lengths('out'), { missed, doubled })
}

interface Lengths {
  in: number
  out: number
}

/** Where to start from: every other stretch, over the whole row and over parts of it, in case a missed tap turned it over. */
function firstGuesses(stretches: readonly number[]): Lengths[] {
  const third = Math.max(4, Math.floor(stretches.length / 3))
  const parts = [stretches, stretches.slice(0, third), stretches.slice(-third)]
  return parts.flatMap((part) => {
    const even = median(part.filter((_, index) => index % 2 === 0))
    const odd = median(part.filter((_, index) => index % 2 === 1))
    return [
      { in: even, out: odd },
      { in: odd, out: even },
    ]
  })
}

const ROUNDS = 6
/** A stretch may be wrong by no more than this, so that a sigh does not turn the whole row over. */
const MOST_COST = 1
/** A row that costs more than this for each stretch fits no breath. */
const WILDEST_COST = 0.22
/** What it costs to suppose a missed tap, and to suppose that the first tap was not the start of an in-breath. */
const MISSED_COST = 0.35
const WRONG_START_COST = 0.3

/** Read the row with the lengths guessed, take new lengths from the reading, and so on until it stands. */
function settleReading(stretches: readonly number[], guess: Lengths): { readings: Reading[]; cost: number } {
  let lengths = guess
  let read = bestReading(stretches, lengths)
  for (let round = 0; round < ROUNDS; round += 1) {
    const of = (phase: BreathPhase) =>
      read.readings.filter(({ phases, first }) => phases === 1 && first === phase).map(({ seconds }) => seconds)
    lengths = {
      in: of('in').length > 0 ? median(of('in')) : lengths.in,
      out: of('out').length > 0 ? median(of('out')) : lengths.out,
    }
    read = bestReading(stretches, lengths)
  }
  return read
}

/** The cheapest reading of the row: for each tap and the phase that begins there, the best way to have come to it. */
function bestReading(stretches: readonly number[], lengths: Lengths): { readings: Reading[]; cost: number } {
  type Row = { cost: number; readings: Reading[] }
  let at: Record<BreathPhase, Row> = {
    in: { cost: 0, readings: [] },
    out: { cost: WRONG_START_COST, readings: [] },
  }
  const breath = lengths.in + lengths.out
  for (const seconds of stretches) {
    const next: Partial<Record<BreathPhase, Row>> = {}
    for (const first of ['in', 'out'] as const) {
      for (const phases of [1, 2, 3]) {
        const expected = Math.floor(phases / 2) * breath + (phases % 2) * lengths[first]
        const off = Math.abs(Math.log(seconds / expected))
        const cost = at[first].cost + Math.min(MOST_COST, off) + (phases - 1) * MISSED_COST
        const then = phases % 2 === 1 ? OTHER[first] : first
        if (!next[then] || cost < next[then].cost) {
          next[then] = { cost, readings: [...at[first].readings, { first, phases, seconds }] }
        }
      }
    }
    at = next as Record<BreathPhase, Row>
  }
  return at.in.cost <= at.out.cost ? at.in : at.out
}
