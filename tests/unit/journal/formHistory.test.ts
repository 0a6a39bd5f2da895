import { expect, it } from 'vitest'
import { formHistory, longestStillSeconds } from '#core/journal'
import type { DoneStep } from '#core/runner'

const step = (
  formId: string,
  counting: DoneStep['counting'],
  counts: number[],
  outcome: DoneStep['outcome'] = 'done',
): DoneStep => ({
  stepId: formId,
  formId,
  formName: formId,
  part: 'work',
  counting,
  counts: counts.map((count) => ({ side: 'none', count })),
  seconds: 60,
  outcome,
  version: null,
  breath: null,
})
const session = (startedAt: string, words: string, ...done: DoneStep[]) => ({ startedAt, timeZone: 'UTC', words, done })

it('gathers days, sessions, the longest hold and what was written, and leaves out what was skipped', () => {
  const sessions = [
    session('2026-03-03T08:00:00Z', 'Long today.', step('post', 'time', [60, 95])),
    session('2026-03-01T08:00:00Z', 'First try.', step('post', 'time', [40]), step('bow', 'breathRepetitions', [4])),
    session('2026-03-01T20:00:00Z', '', step('post', 'time', [50])),
    session('2026-03-04T08:00:00Z', 'No post.', step('post', 'time', [0], 'skipped')),
  ]
  expect(formHistory(sessions, 'post', 3)).toEqual({
    days: ['2026-03-01', '2026-03-03'],
    sessions: 3,
    bestHoldSeconds: 95,
    weights: [],
    notes: [
      { day: '2026-03-03', words: 'Long today.' },
      { day: '2026-03-01', words: 'First try.' },
    ],
  })
  expect(formHistory(sessions, 'bow', 3)).toMatchObject({ sessions: 1, bestHoldSeconds: null })
  expect(formHistory(sessions, 'shake', 3)).toEqual({
    days: [],
    sessions: 0,
    bestHoldSeconds: null,
    weights: [],
    notes: [],
  })
})

it('tells from which day on it was done with which weight', () => {
  const weighted = (startedAt: string, weightKg?: number) => {
    const made = session(startedAt, '', step('rise', 'breathRepetitions', [4]))
    return weightKg === undefined ? made : { ...made, done: made.done.map((each) => ({ ...each, weightKg })) }
  }
  const sessions = [
    weighted('2026-03-09T08:00:00Z', 0.75),
    weighted('2026-03-01T08:00:00Z', 0.5),
    weighted('2026-03-02T08:00:00Z'),
    weighted('2026-03-04T08:00:00Z', 0.5),
  ]
  expect(formHistory(sessions, 'rise', 3).weights).toEqual([
    { day: '2026-03-01', weightKg: 0.5 },
    { day: '2026-03-09', weightKg: 0.75 },
  ])
})

it('keeps the longest hold, whichever session it was in', () => {
  const held = (...seconds: number[]) =>
    seconds.map((each, day) => session(`2026-03-0${day + 1}T08:00:00Z`, '', step('post', 'time', [each])))
  expect(formHistory(held(95, 40), 'post', 3).bestHoldSeconds).toBe(95)
  expect(formHistory(held(40, 95), 'post', 3).bestHoldSeconds).toBe(95)
})

it('the longest stillness is one form of one session: held in breaths or in time, settling left out', () => {
  const done = [
    { ...step('post', 'time', [60]), seconds: 200 },
    { ...step('brow', 'breathHold', [8]), seconds: 240 },
    { ...step('bow', 'breathRepetitions', [8]), seconds: 900 },
    { ...step('shake', 'beats', [100]), seconds: 800 },
    { ...step('settle', 'time', [300]), part: 'settle' as const, seconds: 700 },
  ]
  expect(longestStillSeconds([{ done }, { done: [step('post', 'time', [60])] }])).toBe(240)
  expect(longestStillSeconds([{ done: [done[2]!, done[4]!] }])).toBeNull()
  expect(longestStillSeconds([])).toBeNull()
})
