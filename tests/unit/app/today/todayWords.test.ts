import { describe, expect, it } from 'vitest'
import { readyPhrase, streakPhrase } from '~/features/today/todayWords'

describe('today in words', () => {
  it('says why a routine is ready', () => {
    expect(readyPhrase({ kind: 'habit', weekday: 2, times: 4 })).toBe('done on 4 of the last six Tuesdays')
    expect([0, 1, 3].map((daysAgo) => readyPhrase({ kind: 'recent', daysAgo }))).toEqual([
      'done today',
      'last done yesterday',
      'last done 3 days ago',
    ])
    expect(readyPhrase({ kind: 'new' })).toBe('not followed yet')
  })
  it('says how the row of days stands, without a reproach', () => {
    const row = { currentDays: 3, longestDays: 9, practisedToday: true }
    expect(streakPhrase(row)).toBe('3 days in a row. Longest: 9 days.')
    expect(streakPhrase({ ...row, practisedToday: false })).toBe('3 days in a row, today still open. Longest: 9 days.')
    expect(streakPhrase({ ...row, currentDays: 0 })).toBe('No row under way. Longest: 9 days.')
    expect(streakPhrase({ ...row, longestDays: 0 })).toContain('No stone laid yet.')
  })
})
