import { describe, expect, it } from 'vitest'
import { againstPhrase, changePhrase, reasonPhrase, whyNotPhrase } from '~/features/today/todayWords'

const names = { nameOf: (formId: string) => formId.toUpperCase(), weekday: 2 }

describe('today in words', () => {
  it('says why a routine is offered', () => {
    expect(reasonPhrase({ kind: 'habit', times: 4 }, names)).toBe('done on 4 of the last 6 Tuesdays')
    expect([1, 3].map((daysAgo) => reasonPhrase({ kind: 'recent', daysAgo }, names))).toEqual([
      'last done yesterday',
      'last done 3 days ago',
    ])
    expect(reasonPhrase({ kind: 'new' }, names)).toBe('not done lately')
    expect(reasonPhrase({ kind: 'made' }, names)).toBe('made for this')
    expect(
      reasonPhrase({ kind: 'good', formIds: [], outcome: 'calm', sessions: 31, better: 20, worse: 4 }, names),
    ).toBe('calm was better after it in 20 of 31 sessions, worse in 4')
    expect(
      reasonPhrase({ kind: 'good', formIds: ['a'], outcome: 'pain', sessions: 31, better: 18, worse: 0 }, names),
    ).toBe('pain was less after A in 18 of 31 sessions, more in 0')
    const notGood = { kind: 'notGood' as const, formIds: [], sessions: 9, gain: -0.22, othersGain: 0.61 }
    expect(againstPhrase({ ...notGood, outcome: 'ease' }, names)).toBe(
      'in 9 sessions with it ease of body went 0.2 down on average, with others 0.6 up',
    )
    expect(againstPhrase({ ...notGood, outcome: 'pain' }, names)).toBe(
      'in 9 sessions with it pain went 0.2 up on average, with others 0.6 down',
    )
    expect(againstPhrase({ kind: 'legs', moreShare: 0.42 }, names)).toBe(
      'with it the last 7 days ask 42% more of the legs than a usual week',
    )
    expect(reasonPhrase({ kind: 'due', formIds: ['a'], days: 9 }, names)).toBe('A was last practised 9 days ago')
    expect(reasonPhrase({ kind: 'due', formIds: ['a', 'b', 'c', 'd', 'e'], days: 9 }, names)).toBe(
      'A was last practised 9 days ago, and 4 more are due',
    )
    expect(reasonPhrase({ kind: 'areas', areas: ['legs', 'balance'] }, names)).toBe(
      'the last 7 days had little for legs and balance',
    )
  })

  it('says why not, or that only others come before', () => {
    expect(againstPhrase({ kind: 'cannotFit', seconds: 404, proven: true }, names)).toBe(
      'with its closing kept it comes no nearer than 6 min 44 s',
    )
    expect(againstPhrase({ kind: 'cannotFit', seconds: 404, proven: false }, names)).toBe(
      'the nearest that was found with its closing kept is 6 min 44 s',
    )
    expect(whyNotPhrase([], names)).toBe('Nothing speaks against it; more speaks for the others today.')
    expect(whyNotPhrase([{ kind: 'heavy' }, { kind: 'leftOut', formIds: ['a'] }], names)).toBe(
      'It is hard on a tired day and today it would go without A.',
    )
  })

  it('says what is other than planned', () => {
    expect(changePhrase({ refitted: true, milder: ['a'], leftOut: ['b', 'c'] }, 10, names)).toBe(
      'Fitted to 10 minutes. In a milder version: A. Left out today: B and C.',
    )
    expect(changePhrase({ refitted: false, milder: [], leftOut: [] }, 10, names)).toBe('')
  })
})
