import { describe, expect, it } from 'vitest'
import { againstPhrase, changePhrase, reasonPhrase, whyNotPhrase } from '~/features/today/todayWords'

const names = { nameOf: (formId: string) => formId.toUpperCase(), weekday: 2, isWhole: true }

describe('today in words', () => {
  it('says why a routine is offered', () => {
    expect(reasonPhrase({ kind: 'habit', times: 4 }, names)).toBe('done on 4 of the last six Tuesdays')
    expect([1, 3].map((daysAgo) => reasonPhrase({ kind: 'recent', daysAgo }, names))).toEqual([
      'last done yesterday',
      'last done 3 days ago',
    ])
    expect(reasonPhrase({ kind: 'new' }, names)).toBe('not followed yet')
    expect(reasonPhrase({ kind: 'made' }, names)).toBe('made for this')
    expect(reasonPhrase({ kind: 'good', formIds: [], outcome: 'calm', sessions: 31 }, names)).toBe(
      'in 31 sessions calm was better after it',
    )
    expect(reasonPhrase({ kind: 'good', formIds: ['a'], outcome: 'pain', sessions: 31 }, names)).toBe(
      `in 31 sessions there was less pain after ${names.nameOf('a')}`,
    )
    expect(againstPhrase({ kind: 'notGood', formIds: [], outcome: 'ease', sessions: 9 }, names)).toBe(
      'in 9 sessions ease of body was worse after it than after others',
    )
    expect(reasonPhrase({ kind: 'new' }, { ...names, isWhole: false })).toBe('not followed lately')
    expect(reasonPhrase({ kind: 'due', formIds: ['a', 'b', 'c', 'd', 'e'], days: 9 }, names)).toBe(
      'A, B and 3 more last came 9 days ago',
    )
    expect(reasonPhrase({ kind: 'areas', areas: ['legs', 'balance'] }, names)).toBe(
      'this week has had little for legs and balance',
    )
  })

  it('says why not, or that only others come before', () => {
    expect(againstPhrase({ kind: 'cannotFit', seconds: 404 }, names)).toBe(
      'with its closing kept it comes no nearer than 6 min 44 s',
    )
    expect(whyNotPhrase([], names)).toBe('Nothing speaks against it; more speaks for the others today.')
    expect(whyNotPhrase([{ kind: 'heavy' }, { kind: 'leftOut', formIds: ['a'] }], names)).toBe(
      'It asks much of somebody who is spent and today it would go without A.',
    )
  })

  it('says what is other than planned', () => {
    expect(changePhrase({ refitted: true, milder: ['a'], leftOut: ['b', 'c'] }, 10, names)).toBe(
      'Fitted to 10 minutes. In a milder version: A. Left out today: B and C.',
    )
    expect(changePhrase({ refitted: false, milder: [], leftOut: [] }, 10, names)).toBe('')
  })
})
