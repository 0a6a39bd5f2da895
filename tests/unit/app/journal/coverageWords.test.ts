import { describe, expect, it } from 'vitest'
import { areaShares, guidelinePhrase, neglectedPhrase, sidesPhrase } from '~/features/journal/coverageWords'
import { agoPhrase } from '~/shared/words/time'

describe('what is covered, in words', () => {
  it('says how long ago', () => {
    expect([null, 0, 1, 12].map(agoPhrase)).toEqual(['never', 'today', 'yesterday', '12 days ago'])
  })
  it('says what was let go, and how often it came', () => {
    const form = { form: 'Stork', formId: 'stork' }
    expect(neglectedPhrase({ what: form, daysAgo: 23, everyDays: 2.6 })).toBe(
      'not for 23 days; before, about every 3 days',
    )
    expect(neglectedPhrase({ what: form, daysAgo: 20, everyDays: 1.2 })).toBe('not for 20 days; before, about daily')
    expect(neglectedPhrase({ what: { area: 'lowBack' }, daysAgo: 31, everyDays: null })).toBe(
      'low back: much less than before, last 31 days ago',
    )
  })
  it('says of sides by how much one has less, from a tenth on', () => {
    expect([sidesPhrase(0, 0), sidesPhrase(100, 91), sidesPhrase(100, 90), sidesPhrase(10, 20)]).toEqual([
      ...['none', 'even', '10% less on the right', '50% less on the left'],
    ])
  })
  it('says how much of the guideline there was, and never more than the least of it as a share', () => {
    expect(guidelinePhrase({ moderateMinutes: 75, balanceDays: 1 })).toMatch(
      /^About 75 min .*: 50% of the least of it\..*150 to 300 min.*on 3 days, and there were 1 day with/,
    )
    expect(guidelinePhrase({ moderateMinutes: 150, balanceDays: 3 })).toContain('as much as it asks at least')
  })
  it('gives each area its share in the most', () => {
    const amount = (seconds: number) => ({ seconds, sessions: 1, lastDay: null })
    const areas = { arms: amount(50), legs: amount(200), neck: amount(0) } as never
    expect(areaShares({ areas })).toEqual({ arms: 0.25, legs: 1, neck: 0 })
  })
})
