import { describe, expect, it } from 'vitest'
import { chanceFrom, normalFrom } from '#core/basics'
import { benefit, observationsOf, type Answer, type Observation } from '#core/evidence'
import { elsewhereRecord } from '#core/journal'

/** Sessions of one a day, each changed as the test needs. */
const sessions = (
  count: number,
  each: (index: number) => (Partial<Observation> & { before: never; after: never }) | object,
): Observation[] =>
  Array.from({ length: count }, (_, index): Observation => ({
    startedAtMs: index * 86_400_000,
    seconds: 900,
    time: 'morning',
    length: 'middling',
    routineId: 'r',
    formIds: ['f'],
    before: { energy: null, calm: 3, ease: null, pain: null },
    after: { energy: null, calm: 3, ease: null, pain: null },
    ...each(index),
  }))
const calm = (before: number, after: number) => ({
  before: { energy: null, calm: before, ease: null, pain: null },
  after: { energy: null, calm: after, ease: null, pain: null },
})
const about = (answers: readonly Answer[], kind: string, key = 'all') =>
  answers.find(({ question }) => question.kind === kind && question.about.kind === key)!

describe('does it do me good', () => {
  it('asks nothing where nothing was said', () => {
    expect(benefit([])).toEqual([])
    expect(benefit(sessions(40, () => calm(null as never, 3)))).toEqual([])
  })
  it('says how many are there and about how many it takes, however clear the few are', () => {
    const answer = about(benefit(sessions(6, (index) => calm(2 + (index % 2), 4))), 'change')
    expect(answer).toMatchObject({ verdict: 'tooFew', sessions: 6 })
    expect(answer.needed).toBeGreaterThan(10)
  })
  it('finds a gain of one step, and shows how it came', () => {
    const normal = normalFrom(chanceFrom(4))
    const answer = about(
      benefit(
        sessions(40, () => {
          const before = Math.min(4, Math.max(2, Math.round(3 + 0.6 * normal())))
          return calm(before, Math.min(5, Math.max(1, Math.round(before + 1 + 0.5 * normal()))))
        }),
      ),
      'change',
    )
    expect(answer.verdict).toBe('better')
    expect(answer.changes.reduce((sum, each) => sum + each.sessions, 0)).toBe(40)
    expect(answer.interval![0]).toBeLessThan(answer.gain)
    expect(answer.interval![1]).toBeGreaterThan(answer.gain)
  })
  it('does not take a return to the usual for a gain: what rises only where it began low', () => {
    // Half began at 1 and came back to 3; the others stood at 3 and stayed or fell.
    const answer = about(
      benefit(sessions(60, (index) => (index % 2 ? calm(1, 3) : calm(3, index % 4 ? 3 : 2)))),
      'change',
    )
    expect(answer.verdict).toBe('maybeReturn')
    expect(answer.gain).toBeGreaterThan(0.5)
    expect(answer.began.lower).toEqual({ sessions: 30, gain: 2 })
    expect(answer.began.notLower.gain).toBeLessThanOrEqual(0)
  })
  it('calls less pain a gain', () => {
    const normal = normalFrom(chanceFrom(8))
    const hurts = (before: number, after: number) => ({
      before: { energy: null, calm: null, ease: null, pain: before },
      after: { energy: null, calm: null, ease: null, pain: after },
    })
    const answer = about(benefit(sessions(60, () => hurts(6, Math.round(3 + normal())))), 'change')
    expect(answer).toMatchObject({ verdict: 'better' })
    expect(answer.gain).toBeGreaterThan(2)
  })
  it('tells evenings from the rest where they differ, and does not where they do not', () => {
    const normal = normalFrom(chanceFrom(3))
    const asked = (gain: number) =>
      about(
        benefit(
          sessions(160, (index) => {
            const time = index % 3 === 0 ? 'evening' : 'morning'
            const before = Math.min(4, Math.max(2, Math.round(3 + normal() * 0.7)))
            const more = time === 'evening' ? gain : 0
            return { time, ...calm(before, Math.min(5, Math.max(1, Math.round(3 + more + 0.7 * normal())))) }
          }),
        ).filter(({ question }) => question.about.kind !== 'time' || question.about.time === 'evening'),
        'against',
        'time',
      ).verdict
    expect(asked(1.2)).toBe('better')
    expect(asked(0)).toBe('noneSeen')
  })
  it('gives the same answers to the same sessions', () => {
    const some = sessions(30, (index) => calm(1 + (index % 3), 2 + (index % 4)))
    expect(benefit(some)).toEqual(benefit(some))
  })
})

describe('what of a session can answer', () => {
  const at = (startedAt: string, timeZone: string) =>
    observationsOf([{ ...elsewhereRecord({ id: 'x', title: 'x', startedAt, timeZone, minutes: 12, words: '' }) }])[0]!
  it('goes by the clock on the wall where it was', () => {
    expect(at('2026-03-10T11:30:00.000Z', 'UTC').time).toBe('morning')
    expect(at('2026-03-10T11:30:00.000Z', 'Asia/Tokyo').time).toBe('evening')
    expect(at('2026-03-10T12:00:00.000Z', 'UTC').time).toBe('day')
    expect(at('2026-03-10T01:00:00.000Z', 'UTC').time).toBe('evening')
    expect(at('2026-03-10T01:00:00.000Z', 'UTC').length).toBe('middling')
  })
})
