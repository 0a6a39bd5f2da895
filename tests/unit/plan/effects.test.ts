import { describe, expect, it } from 'vitest'
import { benefit, observationsOf, type Answer } from '#core/evidence'
import { elsewhereRecord } from '#core/journal'
import { effectsSeen } from '#core/plan'

const answer = (
  about: Answer['question']['about'],
  kind: Answer['question']['kind'],
  verdict: Answer['verdict'],
  changes: Answer['changes'] = [],
) => ({
  question: { about, kind, outcome: 'calm' as const },
  verdict,
  sessions: 20,
  needed: 15,
  gain: 1,
  interval: null,
  chance: 0,
  falseShare: 0,
  changes,
  began: {} as Answer['began'],
})
const A = { kind: 'routine', routineId: 'a' } as const
const ALL = { kind: 'all' } as const
/** Of twenty sessions with it twelve went up by a step and four down; ten others went up by two. */
const WITH_IT = [
  { steps: -1, sessions: 4 },
  { steps: 0, sessions: 4 },
  { steps: 1, sessions: 12 },
]
const facts = [answer(ALL, 'change', 'noneSeen', [...WITH_IT, { steps: 2, sessions: 10 }])]

describe('what the journal finds of single routines and forms', () => {
  it('is what got better after one, or worse than after others; nothing else', () => {
    const kinds = ['change', 'against', 'week'] as const
    const verdicts = ['tooFew', 'better', 'worse', 'maybeReturn', 'noneSeen'] as const
    const seen = kinds.flatMap((kind) =>
      verdicts.flatMap((verdict) => {
        const asked = kind === 'change' ? [] : [answer(A, 'change', 'noneSeen', WITH_IT)]
        const given = answer(A, kind, verdict, kind === 'change' ? WITH_IT : [])
        return effectsSeen([...facts, ...asked, given]).length > 0 ? [`${kind} ${verdict}`] : []
      }),
    )
    expect(seen).toEqual(['change better', 'against better', 'against worse'])
    expect(effectsSeen([answer(ALL, 'change', 'better', WITH_IT)])).toEqual([])
  })

  it('says one thing of each: worse than after others outweighs better than before', () => {
    const both = [...facts, answer(A, 'change', 'better', WITH_IT), answer(A, 'against', 'worse')]
    expect(effectsSeen(both)).toEqual([
      {
        about: A,
        outcome: 'calm',
        isBetter: false,
        sessions: 20,
        better: 12,
        worse: 4,
        gain: 0.4,
        othersGain: 2,
      },
    ])
    expect(effectsSeen([...both].reverse())).toEqual(effectsSeen(both))
  })

  it('never says better of what went worse in more sessions than it went better, however it compares with others', () => {
    const worse = [
      { steps: -1, sessions: 14 },
      { steps: 1, sessions: 6 },
    ]
    const all = answer(ALL, 'change', 'noneSeen', [...worse, { steps: -3, sessions: 10 }])
    expect(effectsSeen([all, answer(A, 'change', 'noneSeen', worse), answer(A, 'against', 'better')])).toEqual([])
  })

  it('is found in a journal in which one routine calms and another does not', () => {
    const sessions = Array.from({ length: 120 }, (_, at) => {
      const before = 2 + (at % 2)
      const noise = ((at * 7) % 5) - 2
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
