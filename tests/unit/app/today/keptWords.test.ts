import { describe, expect, it } from 'vitest'
import type { KeptForm } from '#core/plan'
import { keptPhrase } from '~/features/today/keptWords'

const TODAY = '2026-03-10'
const kept = (change: Partial<KeptForm> = {}): KeptForm => ({
  formId: 'reed',
  stage: 'whole',
  isLearning: true,
  keeping: 'fresh',
  recall: 0.93,
  days: 4,
  lastDay: '2026-03-09',
  dueDay: '2026-03-12',
  ...change,
})

describe('how a form is kept, in words', () => {
  it('says the stage, when it came last, and when it is to come back', () => {
    expect(keptPhrase(kept(), TODAY)).toBe(
      'the whole movement, breath as it comes · last done yesterday · due in 2 days',
    )
    const later = (dueDay: string) => keptPhrase(kept({ stage: null, dueDay, lastDay: '2026-03-01' }), TODAY)
    expect(later('2026-03-11')).toBe('last done 9 days ago · due in 1 day')
    expect(later(TODAY)).toBe('last done 9 days ago · due today')
    expect(later('2026-03-08')).toBe('last done 9 days ago · 2 days overdue')
  })

  it('says how surely it is still there only where it is at risk', () => {
    expect(keptPhrase(kept({ recall: 0.79 }), TODAY)).toContain('still there to about 79%')
    expect(keptPhrase(kept({ recall: 0.8 }), TODAY)).not.toContain('%')
  })
})
