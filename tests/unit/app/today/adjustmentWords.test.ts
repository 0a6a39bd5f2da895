import { describe, expect, it } from 'vitest'
import type { Adjustment, AdjustmentChange } from '#core/plan'
import { adjustmentPhrase, adjustmentReason } from '~/features/today/adjustmentWords'
import { aForm, aRoutine, aStep } from '../../../helpers'

const REED = aForm({ id: 'reed', name: 'Reed', sides: 'alternate', countScope: 'perSide' })
const ROUTINE = aRoutine([
  {
    kind: 'group',
    id: 'g',
    name: 'Three rounds',
    pattern: 'rounds',
    stages: [],
    rounds: 3,
    restBreaths: 1,
    steps: [aStep('s', 'reed')],
    optional: false,
    pinned: false,
    off: false,
  },
])
const names = {
  formOf: (id: string) => (id === 'reed' ? REED : undefined),
  routineOf: (id: string) => (id === 'mine' ? ROUTINE : undefined),
}
const adjustment = (change: AdjustmentChange, formId = 'reed'): Adjustment => ({
  routineId: 'mine',
  entryId: formId ? 's' : 'g',
  formId,
  isOn: true,
  change,
  reason: { kind: 'easy', sessions: 3 },
})

describe('a small change in words', () => {
  it('says what there would be instead of what', () => {
    expect(adjustmentPhrase(adjustment({ what: 'count', from: 6, to: 7 }), names)).toBe(
      'Reed: 7 times each side instead of 6',
    )
    expect(adjustmentPhrase(adjustment({ what: 'weight', from: 0.5, to: 0.75 }), names)).toBe(
      'Reed: 0.75 kg on each wrist instead of 0.5 kg',
    )
    expect(adjustmentPhrase(adjustment({ what: 'version', from: 'seated', to: 'plain' }), names)).toBe(
      'Reed: standard instead of seated',
    )
    expect(adjustmentPhrase(adjustment({ what: 'rounds', from: 3, to: 4 }, ''), names)).toBe(
      'Three rounds: 4 rounds instead of 3',
    )
  })

  it('says why', () => {
    expect(adjustmentReason({ kind: 'easy', sessions: 3 })).toBe('it felt easy 3 times running')
    expect(adjustmentReason({ kind: 'gap', days: 15 })).toBe('it was not done for 15 days')
    expect(adjustmentReason({ kind: 'pain', places: ['lowBack', 'leftKnee'] })).toBe(
      'the low back and left knee hurt after it',
    )
    expect(adjustmentReason({ kind: 'hard' })).toBe('the week was hard')
  })
})
