import { describe, expect, it } from 'vitest'
import { elsewhereRecord, findSessions, type SessionRecord } from '#core/journal'
import type { DoneStep } from '#core/runner'

const step = (formName: string, outcome: DoneStep['outcome'] = 'done'): DoneStep => ({
  stepId: 's',
  formId: 'f',
  formName,
  part: 'work',
  counting: 'breathRepetitions',
  counts: [],
  seconds: 60,
  outcome,
  version: null,
  breath: null,
})
const session = (id: string, change: Partial<SessionRecord>): SessionRecord => ({
  ...elsewhereRecord({ id, title: id, startedAt: '2026-03-10T07:00:00.000Z', timeZone: 'UTC', minutes: 10, words: '' }),
  ...change,
})
const SENSATIONS = {
  warmth: 'warmth',
  tingling: 'tingling',
  trembling: 'trembling',
  ache: 'ache',
  heaviness: 'heaviness',
  ease: 'ease',
  lightHeaded: 'light-headed',
}
const ALL = [
  session('Morning', { words: 'Küche, cold floor', done: [step('Cloud hands'), step('Draw the bow', 'skipped')] }),
  session('Evening', {
    words: 'floor',
    sensations: ['lightHeaded'],
    companions: [{ name: 'Mira', version: 'seated' }],
  }),
  session('Class', { done: [step('Draw the bow')] }),
]
const found = (text: string) => findSessions(ALL, text, SENSATIONS).map(({ id }) => id)

describe('finding sessions', () => {
  it.each<[string, string[]]>([
    ['', ['Morning', 'Evening', 'Class']],
    ['floor', ['Morning', 'Evening']],
    ['floor cold', ['Morning']],
    ['"cold floor"', ['Morning']],
    ['"floor cold"', []],
    ['kuche', ['Morning']],
    ['cloud HANDS', ['Morning']],
    // What was skipped was not done.
    ['draw the bow', ['Class']],
    ['mira', ['Evening']],
    ['light-headed', ['Evening']],
    ['evening class', []],
    // Words that stand together stand in one place.
    ['"floor cloud"', []],
    ['" "', ['Morning', 'Evening', 'Class']],
  ])('“%s”', (text, ids) => {
    expect(found(text)).toEqual(ids)
  })
})
