import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chanceFrom, workOf } from '#core/basics'
import { solveFit, type FitAnswer, type FitProblem } from '#core/routine'
import { exhaustiveFit, fixedProblem, randomProblem, wholeMiss } from '../../fitProblems'
import { runsAll } from '../../runsAll'

/** What the objective looks at, in its order. */
const worth = (answer: FitAnswer | null, problem: FitProblem<number>) =>
  answer && [answer.closingKept ? 0 : 1, wholeMiss(answer, problem), answer.dropped, answer.cost]

/** Steps of whole breaths in one of two stances, between which two breaths pass. */
function problemOfStances(seed: number, count: number): FitProblem<number> {
  const chance = chanceFrom(seed)
  const stances = Array.from({ length: count }, () => Math.floor(chance() * 2))
  const steps = Array.from({ length: count }, (_, at) => ({
    seconds: Array.from({ length: 4 }, (_unused, more) => 20 + 10 * more),
    usual: Math.floor(chance() * 4),
    optional: at < count - 1 && chance() < 0.5,
    closing: at === count - 1,
  }))
  const low = 60 + Math.floor(chance() * 160)
  const plain = fixedProblem(steps, { low, high: low + 4, closingShare: 0.2 })
  const isDrop = (item: number, option: number) => plain.items[item]![option]!.drops
  const longer = (item: number, length: { movingSeconds: number; closingSeconds: number }, seconds: number) =>
    steps[item]!.closing
      ? { ...length, closingSeconds: length.closingSeconds + seconds }
      : { ...length, movingSeconds: length.movingSeconds + seconds }
  return {
    ...plain,
    alike: String,
    free: () => false,
    take(item, option, stance) {
      if (isDrop(item, option)) return { ...plain.take(item, option, 0), after: stance }
      const changeSeconds = stance === stances[item]! ? 0 : 20
      return { ...longer(item, plain.take(item, option, 0), changeSeconds), after: stances[item]! }
    },
    bounds(item, option) {
      const { least, most } = plain.bounds(item, option)
      return { least, most: isDrop(item, option) ? most : longer(item, most, 20) }
    },
  }
}

describe('fitting to a time', () => {
  it('keeps everything usual when that is in the window', () => {
    const problem = fixedProblem([{ seconds: [40, 50, 60], usual: 1 }], { low: 45, high: 55 })
    expect(solveFit(problem)).toMatchObject({ chosen: [1], missSeconds: 0, cost: 0, proven: true })
  })

  it('spreads a change over steps rather than loading it on one', () => {
    const seconds = [10, 20, 30, 40]
    const steps = [
      { seconds, usual: 3 },
      { seconds, usual: 3 },
    ]
    // 80 to 60: one step less in each costs 1 + 1, two less in one cost 4.
    expect(solveFit(fixedProblem(steps, { low: 59, high: 61 }))).toMatchObject({ chosen: [2, 2], cost: 2 })
  })

  it('drops an optional step only when no counts do, and then as few as can be', () => {
    const steps = [
      { seconds: [30, 40], usual: 1 },
      { seconds: [30, 40], usual: 1, optional: true },
      { seconds: [30, 40], usual: 1, optional: true },
    ]
    expect(solveFit(fixedProblem(steps, { low: 89, high: 91 }))).toMatchObject({ dropped: 0, cost: 3 })
    expect(solveFit(fixedProblem(steps, { low: 69, high: 71 }))).toMatchObject({ dropped: 1, missSeconds: 0 })
    expect(solveFit(fixedProblem(steps, { low: 29, high: 31 }))).toMatchObject({ dropped: 2, missSeconds: 0 })
  })

  it('keeps the closing share, at the price of the other steps', () => {
    const steps = [
      { seconds: [60, 120, 180, 240], usual: 3 },
      { seconds: [30, 60, 90], usual: 0, closing: true },
    ]
    const answer = solveFit(fixedProblem(steps, { low: 200, high: 250, closingShare: 0.3 }))!
    expect(answer.closingSeconds).toBeGreaterThanOrEqual(0.3 * answer.movingSeconds)
    expect(answer).toMatchObject({ closingKept: true, missSeconds: 0 })
  })

  it('comes as near as can be when the window is out of reach, and says that the closing cannot be kept', () => {
    const steps = [{ seconds: [60, 70], usual: 0 }]
    expect(solveFit(fixedProblem(steps, { low: 100, high: 110 }))).toMatchObject({ chosen: [1], missSeconds: 30 })
    expect(solveFit(fixedProblem(steps, { low: 10, high: 20 }))).toMatchObject({ chosen: [0], missSeconds: 40 })
    const noClosing = solveFit(fixedProblem(steps, { low: 60, high: 60, closingShare: 0.3 }))
    expect(noClosing).toMatchObject({ chosen: [0], closingKept: false, missSeconds: 0 })
    expect(solveFit(fixedProblem([{ seconds: [], usual: 0 }], { low: 1, high: 2 }))).toBeNull()
  })

  it('is as good as trying everything, at a breath that settles too', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 ** 31 }), fc.boolean(), (seed, settles) => {
        const problem = randomProblem(seed, { items: 5, counts: 4, settles })
        const answer = solveFit(problem)
        const best = exhaustiveFit(problem)
        expect(answer?.proven).toBe(true)
        expect(worth(answer, problem)).toEqual(worth(best, problem))
      }),
      { numRuns: 400 },
    )
  })

  it('is as good as trying everything where many choices come to the same length, and a change of stance to another', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 ** 31 }), (seed) => {
        const problem = problemOfStances(seed, 5)
        const answer = solveFit(problem)
        expect(answer?.proven).toBe(true)
        expect(worth(answer, problem)).toEqual(worth(exhaustiveFit(problem), problem))
      }),
      { numRuns: 400 },
    )
  })

  it('tells that a length between whole breaths is out of reach without following every way to the lengths beside it', () => {
    const steps = Array.from({ length: 14 }, () => ({ seconds: [20, 30, 40, 50, 60, 70], usual: 2 }))
    const between = fixedProblem(steps, { low: 602, high: 608 })
    let asked = 0
    const answer = solveFit({ ...between, take: (...from) => ((asked += 1), between.take(...from)) })
    expect(answer).toMatchObject({ missSeconds: 2, dropped: 0, proven: true })
    expect(asked).toBeLessThan(20_000)
  })

  it.runIf(runsAll)(
    'says so when it stopped before it had proven anything, and only then calls the best the best',
    () => {
      let unproven = 0
      let proven = 0
      for (let seed = 1; seed <= 12; seed += 1) {
        const problem: FitProblem<number> = randomProblem(seed, { items: 16, counts: 7, settles: true })
        const whole = solveFit(problem)
        if (!whole?.proven) continue
        for (const steps of [500, 2000, 8000, 32_000, 128_000]) {
          const hurried = solveFit({ ...problem, work: workOf(steps) })
          if (!hurried) continue
          if (hurried.proven) {
            proven += 1
            expect(worth(hurried, problem)).toEqual(worth(whole, problem))
          } else unproven += 1
        }
      }
      expect(unproven).toBeGreaterThan(3)
      expect(proven).toBeGreaterThan(3)
    },
  )
})
