import { describe, expect, it } from 'vitest'
import { benefit, observationsOf, type Answer } from '#core/evidence'
import { elsewhereRecord } from '#core/journal'
import { effectsSeen } from '#core/plan'

const answer = (about: Answer['question']['about'], kind: Answer['question']['kind'], verdict: Answer['verdict']) => ({
  question: { about, kind, outcome: 'calm' as const },
  ...{ verdict, sessions: 20, needed: 15, gain: 1, interval: null, chance: 0, falseShare: 0, changes: [] },
  began: {} as Answer['began'],
})
const A = { kind: 'routine', routineId: 'a' } as const

describe('what the journal finds of single routines and forms', () => {
  it('is what got better after one, or worse than after others; nothing else', () => {
    const kinds = ['change', 'against', 'week'] as const
    const verdicts = ['tooFew', 'better', 'worse', 'maybeReturn', 'noneSeen'] as const
    const seen = kinds.flatMap((kind) =>
      verdicts.flatMap((verdict) => (effectsSeen([answer(A, kind, verdict)]).length > 0 ? [`${kind} ${verdict}`] : [])),
    )
    expect(seen).toEqual(['change better', 'against better', 'against worse'])
    expect(effectsSeen([answer({ kind: 'all' }, 'change', 'better')])).toEqual([])
  })

  it('says one thing of each: worse than after others outweighs better than before', () => {
    const both = [answer(A, 'change', 'better'), answer(A, 'against', 'worse')]
    expect(effectsSeen(both)).toEqual([{ about: A, outcome: 'calm', isBetter: false, sessions: 20 }])
    expect(effectsSeen([...both].reverse())).toEqual(effectsSeen(both))
  })

  it('is found in a journal in which one routine calms and another does not', () => {
    const sessions = Array.from({ length: 120 }, (_, at) => {
      const [before, noise] = [2 + (at % 2), ((at * 7) % 5) - 2]
      const gain = (at % 3 === 0 ? 2 : 0) + (Math.abs(noise) === 2 ? Math.sign(noise) : 0)
      const after = Math.min(5, Math.max(1, before + gain))
      const startedAt = new Date(Date.UTC(2026, 0, 1 + at, 8)).toISOString()
      return {
        ...elsewhereRecord({ id: `s${at}`, title: 'a', startedAt, timeZone: 'UTC', minutes: 12, words: '' }),
        routineId: at % 3 === 0 ? 'calms' : 'other',
        before: { energy: null, calm: before, ease: null },
        after: { energy: null, calm: after, ease: null },
      }
    })
    const seen = effectsSeen(benefit(observationsOf(sessions)))
    expect(seen).toContainEqual(
      expect.objectContaining({ about: { kind: 'routine', routineId: 'calms' }, isBetter: true }),
    )
    expect(seen).not.toContainEqual(
      expect.objectContaining({ about: { kind: 'routine', routineId: 'other' }, isBetter: true }),
    )
  })
})
