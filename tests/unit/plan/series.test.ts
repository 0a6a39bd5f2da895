import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { learnedWith, seriesState } from '#core/plan'
import type { LearningStage } from '#core/forms'
import { elsewhereRecord, type SessionRecord } from '#core/journal'
import type { Lesson, Series } from '#core/routine'

const lesson = (id: string, times: number, more: Partial<Lesson> = {}): Lesson => ({
  id,
  routineId: 'r',
  adds: '',
  times,
  ...more,
})
const series = (more: Partial<Series> = {}): Series => ({
  id: 's',
  name: 'S',
  purpose: '',
  repeats: false,
  begunAt: '2026-03-01T00:00:00.000Z',
  lessons: [lesson('a', 2), lesson('b', 1), lesson('c', 3)],
  ...more,
})
const done = (lessonId: string, day: string, more: Partial<SessionRecord> = {}): SessionRecord => ({
  ...elsewhereRecord({
    id: 'x',
    title: 'x',
    startedAt: `${day}T08:00:00.000Z`,
    timeZone: 'UTC',
    minutes: 10,
    words: '',
  }),
  lesson: { seriesId: 's', lessonId },
  ...more,
})
const state = (sessions: SessionRecord[], of = series(), today = '2026-03-10') => seriesState(of, sessions, today, 3)
const doneOf = (...given: Parameters<typeof state>) => state(...given).lessons.map(({ done: times }) => times)

describe('how far a series has come', () => {
  it('is read off the journal: the next lesson is the first that was not done as often as it is to be', () => {
    expect(state([]).next?.id).toBe('a')
    expect(state([done('a', '2026-03-02')]).next?.id).toBe('a')
    const both = [done('a', '2026-03-02'), done('a', '2026-03-03')]
    expect(state(both).next?.id).toBe('b')
    expect(doneOf([...both, done('c', '2026-03-04')])).toEqual([2, 0, 1])
    const all = [...both, done('b', '2026-03-04'), ...['05', '06', '07'].map((day) => done('c', `2026-03-${day}`))]
    expect(state(all).next).toBeNull()
  })
  it('counts neither what came before it was begun, nor what was left before half of it was done, nor other series', () => {
    expect(doneOf([done('a', '2026-02-28')])).toEqual([0, 0, 0])
    expect(doneOf([done('a', '2026-03-02', { practisedSeconds: 299, plannedSeconds: 600 })])).toEqual([0, 0, 0])
    expect(doneOf([done('a', '2026-03-02', { practisedSeconds: 300, plannedSeconds: 600 })])).toEqual([1, 0, 0])
    expect(doneOf([done('a', '2026-03-02', { lesson: { seriesId: 'other', lessonId: 'a' } })])).toEqual([0, 0, 0])
    const { begunAt: _, ...notBegun } = series()
    expect(doneOf([done('a', '2026-03-02')], notBegun)).toEqual([0, 0, 0])
  })
  it('knows whether a lesson was done on the practice day that is today, after midnight too', () => {
    const late = done('a', '2026-03-10', { startedAt: '2026-03-11T01:30:00.000Z' })
    expect(state([late], series(), '2026-03-10').doneToday).toBe(true)
    expect(state([late], series(), '2026-03-11').doneToday).toBe(false)
  })
  it('of one that repeats: whoever does what is next, again and again, is through after each round', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 1, max: 3 }),
        (times, rounds) => {
          const of = series({ repeats: true, lessons: times.map((each, index) => lesson(`l${index}`, each)) })
          const sessions: SessionRecord[] = []
          const taken: string[] = []
          const perRound = times.reduce((sum, each) => sum + each, 0)
          for (let turn = 0; turn < rounds * perRound; turn += 1) {
            const { next, roundsDone } = state(sessions, of)
            expect(roundsDone).toBe(Math.floor(turn / perRound))
            taken.push(next!.id)
            sessions.push(done(next!.id, '2026-03-05'))
          }
          const inOrder = times.flatMap((each, index) => Array<string>(each).fill(`l${index}`))
          expect(taken).toEqual(Array.from({ length: rounds }, () => inOrder).flat())
        },
      ),
    )
  })
})

describe('what is learned with a lesson', () => {
  const of = series({ lessons: [lesson('a', 2, { learned: 'withBreath' }), lesson('b', 1)] })
  const step = (formId: string, part: 'work' | 'settle', outcome: 'done' | 'skipped' = 'done') => ({
    stepId: formId,
    formId,
    formName: formId,
    part,
    counting: 'breathRepetitions' as const,
    counts: [],
    seconds: 60,
    outcome,
    version: null,
    breath: null,
  })
  const steps = [step('rise', 'work'), step('sink', 'work'), step('left', 'work', 'skipped'), step('rest', 'settle')]
  const session = (lessonId: string) => done(lessonId, '2026-03-04', { id: 'now', done: steps })
  const stages = new Map<string, LearningStage>([['sink', 'fromMemory']])
  const learned = (now: SessionRecord, earlier: SessionRecord[]) =>
    learnedWith(of, now, earlier, (formId) => stages.get(formId) ?? null)

  it('moves on when the lesson is through: what was done of what is learned, and never back', () => {
    expect(learned(session('a'), [])).toEqual([])
    expect(learned(session('a'), [done('a', '2026-03-02')])).toEqual([{ formId: 'rise', stage: 'withBreath' }])
    expect(learned(session('b'), [])).toEqual([])
  })
  it('moves nothing with a session that does not count', () => {
    const left = { ...session('a'), practisedSeconds: 10, plannedSeconds: 600 }
    expect(learned(left, [done('a', '2026-03-02')])).toEqual([])
  })
})
