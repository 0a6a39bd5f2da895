/**
 * The length of every shipped routine, worked by hand.
 *
 * The tables below were written from the routines on paper: how many seconds pass that do not depend on the breath, and
 * how many breaths in between, with the share of in- and out-breath in each. The steady pace needs only multiplication.
 * The settling pace is worked with the closed form of a geometric series, not breath by breath as the Timeline does it:
 * while the breath grows on a straight line, a breath that begins at t lasts a + b t, so that n breaths lead from t to
 * (t + a/b)(1 + b)^n - a/b. (Any textbook on sequences: sum of a geometric progression.)
 */
import { describe, expect, it } from 'vitest'
import { steadyPace, type Pace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'

interface Stretch {
  seconds?: number
  breaths?: number
  /** In-breaths and out-breaths in one breath; 1 and 1 unless said. A hold of a quarter in-breath makes 1.25. */
  ins?: number
  outs?: number
}
const s = (seconds: number): Stretch => ({ seconds })
const b = (breaths: number, ins = 1, outs = 1): Stretch => ({ breaths, ins, outs })

/** House rules: 8 s before the first form, 4 s before each other, 4 s to change stance, 3 s to change sides. */
const BY_HAND: Record<string, { stretches: Stretch[]; steadySeconds: number }> = {
  'While the kettle warms': {
    stretches: [s(8), b(2, 1, 2), s(4), b(3), s(3), b(3), s(4 + 4), b(6), s(4), b(3), s(4), b(3)],
    //              8 +  2*14  + 4 + 30 + 3 + 30 + 8 + 60 + 4 + 30 + 4 + 30
    steadySeconds: 239,
  },
  'Before the workshop opens': {
    stretches: [
      ...[s(8), b(4)], // stand and arrive, 4 breaths
      ...[s(4), s(24 + 3 + 24)], // wrists: 16 beats at 40, each way
      ...[s(4 + 4), s(20 + 3 + 20)], // hips: 8 beats at 24, each way; feet to shoulder width
      ...[s(4), s(50), b(1)], // shake: 100 at 120; a breath of rest
      ...[s(4), b(4 * 2), b(1)], // lift the basin: two breaths each time
      ...[s(4 + 4), b(2 * 2 * 2), b(1)], // the bow: 2 a side, two breaths each; wide
      ...[s(4 + 4), b(2 * 2), b(1)], // look behind: 2 a side; back to shoulder width
      ...[s(4), b(8), b(1)], // the post, 8 breaths
      ...[s(4), b(3)], // three sweeps
      ...[s(4), b(4)], // pour, 4 in all
      ...[s(4 + 4), b(6)], // circles on the belly; feet together
      ...[s(4), s(60)], // settle
    ],
    // 48 + 55 + 51 + 64 + 94 + 98 + 58 + 94 + 34 + 44 + 68 + 64
    steadySeconds: 772,
  },
  'Sunday by the window': {
    stretches: [
      ...[s(8), b(4)],
      ...[s(4), b(3), s(3), b(3)], // shoulder rolls, 3 each way
      ...[s(4 + 4), s(32)], // knock at the gate: 32 at 60
      ...[s(4), b(6, 1.25), b(1)], // 1, with the short hold
      ...[s(4 + 4), b(8), b(1)], // 2, wide
      ...[s(4 + 4), b(4), b(1)], // 3
      ...[s(4), b(4), b(1)], // 4
      ...[s(4 + 4), b(8), b(1)], // 5, wide, two breaths each
      ...[s(4 + 4), b(8), b(1)], // 6, two breaths each
      ...[s(4 + 4), b(8), b(1)], // 7, wide
      ...[s(4 + 4), b(7, 1.25), b(1)], // 8, feet together
      ...[s(4 + 4), b(3), s(4 + 4), b(4), b(1)], // first round, and the breath between
      ...[s(4 + 4), b(3), s(4 + 4), b(4)], // second round
      ...[s(4 + 4), s(120), b(1)], // the post
      ...[s(4), b(3)],
      ...[s(4), b(6)],
      ...[s(4), b(3)],
      ...[s(4 + 4), b(9)],
      ...[s(4), s(120)],
    ],
    // 48 + 67 + 40 + 80 + 98 + 58 + 54 + 98 + 98 + 98 + 95 + 96 + 86 + 138 + 34 + 64 + 34 + 98 + 124
    steadySeconds: 1508,
  },
}

/** A long out-breath lasts ten seconds at most; while the breath settles none of these comes to that. */
const steadyOut = (outs: number) => (outs > 1 ? Math.min(10, 6 * outs) : 6 * outs)

const STEADY = steadyPace(4, 6)
const SETTLING: Pace = {
  start: { inSeconds: 3, outSeconds: 4 },
  settled: { inSeconds: 5, outSeconds: 7 },
  settleMinutes: 6,
}
const SETTLE_SECONDS = 360

/** The moment after n breaths that begin at t, by the closed form; settled breaths are counted off plainly. */
function afterBreaths(t: number, { breaths = 0, ins = 1, outs = 1 }: Stretch): number {
  const a = 3 * ins + 4 * outs
  const perSecond = (2 * ins + 3 * outs) / SETTLE_SECONDS
  const settled = 5 * ins + 7 * outs
  const at = (n: number) => (t + a / perSecond) * (1 + perSecond) ** n - a / perSecond
  if (t >= SETTLE_SECONDS) return t + breaths * settled
  // How many breaths still begin before the breath is settled.
  const growing = Math.ceil(Math.log((SETTLE_SECONDS + a / perSecond) / (t + a / perSecond)) / Math.log(1 + perSecond))
  return breaths <= growing ? at(breaths) : at(growing) + (breaths - growing) * settled
}

const compiled = (name: string, pace: Pace) =>
  compileTimeline({
    routine: SHIPPED_ROUTINES.find((routine) => routine.name === name)!,
    forms: CATALOGUE,
    ways: [],
    pace,
    rules: USUAL_HOUSE_RULES,
  })

describe('the length of shipped routines that were worked by hand', () => {
  it('are of a few, some and many minutes, and still shipped', () => {
    const names = SHIPPED_ROUTINES.map(({ name }) => name)
    expect(Object.keys(BY_HAND).filter((name) => !names.includes(name))).toEqual([])
    expect(Object.keys(BY_HAND)).toHaveLength(3)
  })

  it.each(Object.entries(BY_HAND))('%s, at a steady 4 s in and 6 s out', (name, { stretches, steadySeconds }) => {
    const byHand = stretches.reduce(
      (sum, { seconds = 0, breaths = 0, ins = 1, outs = 1 }) => sum + seconds + breaths * (4 * ins + steadyOut(outs)),
      0,
    )
    expect(byHand).toBe(steadySeconds)
    expect(Math.abs(compiled(name, STEADY).totalSeconds - steadySeconds)).toBeLessThan(0.001)
  })

  it.each(Object.entries(BY_HAND))(
    '%s, while the breath settles from 7 s to 12 s in 6 minutes',
    (name, { stretches }) => {
      const byHand = stretches.reduce((t, stretch) => afterBreaths(t + (stretch.seconds ?? 0), stretch), 0)
      expect(Math.abs(compiled(name, SETTLING).totalSeconds - byHand)).toBeLessThan(0.001)
    },
  )

  it.each([
    ['While the kettle warms', 4],
    ['Before the workshop opens', 12],
    ['Sunday by the window', 25],
  ])('%s comes to about %d minutes and keeps its closing', (name, minutes) => {
    const totals = totalsOf(compiled(name, STEADY))
    expect(Math.abs(totals.totalSeconds / 60 - minutes)).toBeLessThan(1)
    expect(totals.closingShare).toBeGreaterThanOrEqual(0.3)
  })
})
