import { describe, expect, it } from 'vitest'
import { corrected, elsewhereRecord, isPractised, journalTotals, lastDone, recordOf } from '#core/journal'
import { outcomeOf, readyRunner, reduce, tick, type DoneStep } from '#core/runner'
import { aForm, aPlan } from '../../helpers'

const session = (id: string, seconds: number, done: DoneStep[] = []) => ({
  ...elsewhereRecord({ id, title: id, startedAt: '2026-03-10T07:00:00.000Z', timeZone: 'UTC', minutes: 1, words: '' }),
  practisedSeconds: seconds,
  done,
})
const step = (outcome: DoneStep['outcome'], seconds: number): DoneStep => ({
  stepId: 's',
  formId: 'f',
  formName: 'F',
  part: 'work',
  counting: 'breathRepetitions',
  seconds,
  outcome,
  counts: [{ side: 'none', count: 1 }],
  version: null,
  breath: null,
})

describe('what counts as practised', () => {
  it('is a session from one minute on: a shorter one makes no day', () => {
    expect([0, 15, 59.9, 60].map((practisedSeconds) => isPractised({ practisedSeconds }))).toEqual([
      false,
      false,
      false,
      true,
    ])
    expect(journalTotals([session('a', 59)], '2026-03-10', 3).days).toBe(0)
    expect(journalTotals([session('a', 60)], '2026-03-10', 3).days).toBe(1)
  })

  it('is a form that was done to its end, or for a minute: fifteen seconds learn nothing', () => {
    const isDone = (...given: Parameters<typeof step>) => lastDone([session('a', 600, [step(...given)])], 3).has('f')
    expect(isDone('cutShort', 15)).toBe(false)
    expect(isDone('cutShort', 60)).toBe(true)
    expect(isDone('done', 15)).toBe(true)
    expect(isDone('skipped', 90)).toBe(false)
  })

  it('is not invented: a longer session that is put right was closed no longer than was measured', () => {
    const short = { ...session('a', 60), source: 'followed' as const, movingSeconds: 30, closingSeconds: 30 }
    const longer = corrected(short, { practisedSeconds: 600 })
    expect([longer.closingSeconds, longer.movingSeconds]).toEqual([30, 570])
    expect(corrected(short, { practisedSeconds: 20 }).closingSeconds).toBe(20)
  })

  it.each([40, 20 * 365])('start, end, practice and pause agree after %d days of pause', (days) => {
    const plan = aPlan([{ form: aForm({ id: 'work' }), count: 3 }])
    const paused = reduce(reduce(readyRunner(plan), 'start', 0), 'pause', 5000)
    const resumed = reduce(paused, 'resume', days * 86_400_000)
    const ended = tick(resumed, days * 86_400_000 + 60_000)
    const record = recordOf(outcomeOf(ended)!, { id: 'r', routineId: 'x', title: 'X', timeZone: 'UTC' })
    const lasts = (Date.parse(record.endedAt) - Date.parse(record.startedAt)) / 1000
    expect(lasts).toBeCloseTo(record.practisedSeconds + record.pausedSeconds, 3)
  })
})
