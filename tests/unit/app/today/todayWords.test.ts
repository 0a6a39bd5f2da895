import { describe, expect, it } from 'vitest'
import { readyPhrase } from '~/features/today/todayWords'

describe('today in words', () => {
  it('says why a routine is ready', () => {
    expect(readyPhrase({ kind: 'habit', weekday: 2, times: 4 }, true)).toBe('done on 4 of the last six Tuesdays')
    expect([0, 1, 3].map((daysAgo) => readyPhrase({ kind: 'recent', daysAgo }, true))).toEqual([
      'done today',
      'last done yesterday',
      'last done 3 days ago',
    ])
    expect(readyPhrase({ kind: 'new' }, true)).toBe('not followed yet')
    expect(readyPhrase({ kind: 'new' }, false)).toBe('not followed lately')
  })
})
