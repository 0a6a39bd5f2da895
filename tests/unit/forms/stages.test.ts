import { describe, expect, it } from 'vitest'
import { stageHistory, suggestedStage, type LearningStage, type StageEntry } from '#core/forms'
import { daysBetween } from '#core/journal'

const entry = (stage: LearningStage, day: string, formId = 'f'): StageEntry => ({
  id: `${formId}-${day}`,
  formId,
  stage,
  day,
})
const suggest = (history: StageEntry[], days: string[], today: string) =>
  suggestedStage(history, days, (day) => daysBetween(day, today))

describe('learning stages', () => {
  it('keep their history in order, form by form', () => {
    const entries = [entry('whole', '2026-03-05'), entry('watch', '2026-03-01'), entry('slow', '2026-03-02', 'other')]
    expect(stageHistory(entries, 'f').map(({ stage }) => stage)).toEqual(['watch', 'whole'])
  })
  it('suggest breath after a week of the whole movement, practised on three days', () => {
    const history = [entry('whole', '2026-03-01')]
    const days = ['2026-03-01', '2026-03-03', '2026-03-06']
    expect(suggest(history, days, '2026-03-08')).toBe('withBreath')
    expect(suggest(history, days, '2026-03-07')).toBeNull()
    expect(suggest(history, days.slice(1), '2026-03-08')).toBeNull()
  })
  it('count only practice since the stage began, and each day once', () => {
    const history = [entry('watch', '2026-02-01'), entry('whole', '2026-03-01')]
    expect(suggest(history, ['2026-02-10', '2026-02-11', '2026-03-02', '2026-03-02'], '2026-03-20')).toBeNull()
  })
  it('suggest nothing for a form without a stage, nor beyond the last', () => {
    expect(suggest([], ['2026-03-01'], '2026-03-20')).toBeNull()
    expect(suggest([entry('linked', '2026-01-01')], ['2026-03-01'], '2026-06-01')).toBeNull()
  })
})
