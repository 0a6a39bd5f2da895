import { describe, expect, it } from 'vitest'
import { addDays } from '#core/journal'
import { latelyOf } from '#core/plan'
import type { DoneStep } from '#core/runner'
import { aForm } from '../../helpers'

const TODAY = '2026-03-10'
const FORMS = [
  aForm({ id: 'reed', areas: ['spine'] }),
  aForm({ id: 'post', areas: ['legs'], part: 'stand', effort: { legs: 2, shoulders: 1, spine: 0, balance: 0 } }),
]
const done = (formId: string, seconds: number, change: Partial<DoneStep> = {}): DoneStep => ({
  stepId: `s-${formId}`,
  formId,
  formName: formId,
  part: formId === 'post' ? 'stand' : 'work',
  seconds,
  counting: 'breathRepetitions',
  counts: [],
  outcome: 'done',
  version: null,
  breath: null,
  ...change,
})
const ago = (days: number, routineId: string | null, ...steps: DoneStep[]) => ({
  routineId,
  startedAt: `${addDays(TODAY, -days)}T08:00:00.000Z`,
  timeZone: 'UTC',
  done: steps,
  practisedSeconds: 600,
})
const lately = (...sessions: ReturnType<typeof ago>[]) => latelyOf(sessions, FORMS, TODAY, 3)

describe('what was done lately', () => {
  it('tells of a routine when it was last, how often on this weekday, and for how many days it has run up to yesterday', () => {
    const { routines } = lately(
      ...[0, 1, 2, 3, 5, 7, 14, 42, 49].map((days) => ago(days, 'a')),
      ...[2, 3].map((days) => ago(days, 'b')),
      ago(-1, 'c'),
    )
    expect(routines).toEqual({
      a: { lastDaysAgo: 0, weekdayTimes: 3, daysRunning: 3 },
      b: { lastDaysAgo: 2, weekdayTimes: 0, daysRunning: 0 },
    })
  })

  it('counts two sessions of one day once, and a night before the end of the day for the day before', () => {
    const night = { ...ago(0, 'a'), startedAt: `${TODAY}T02:30:00.000Z` }
    const { routines, secondsToday } = lately(night, ago(1, 'a'), ago(7, 'a'), ago(7, 'a'))
    expect(routines.a).toEqual({ lastDaysAgo: 1, weekdayTimes: 1, daysRunning: 1 })
    expect(secondsToday).toBe(0)
    expect(lately(ago(0, 'a'), ago(0, 'b')).secondsToday).toBe(1200)
  })

  it('sets the last seven days against the weeks before, by area, by part and for the legs; what was skipped does not count', () => {
    const { areas, parts, legs, formDays } = lately(
      ago(0, null, done('reed', 60)),
      ago(6, null, done('reed', 40), done('post', 30, { outcome: 'skipped' })),
      ago(7, null, done('post', 400)),
      ago(34, null, done('reed', 80)),
      ago(35, null, done('reed', 999)),
    )
    expect(areas).toEqual({ spine: { week: 100, usual: 20 }, legs: { week: 0, usual: 100 } })
    expect(parts).toEqual({ work: { week: 100, usual: 20 }, stand: { week: 0, usual: 100 } })
    expect(legs).toEqual({ week: 0, usual: 200 })
    expect(formDays).toEqual({ reed: 0, post: 7 })
  })

  it('tells which side of a form got clearly less in the last seven days', () => {
    const sided = (left: number, right: number, more: Partial<DoneStep> = {}) =>
      done('reed', 60, {
        counts: [
          { side: 'left', count: left },
          { side: 'right', count: right },
        ],
        ...more,
      })
    const short = (...sessions: ReturnType<typeof ago>[]) => lately(...sessions).sidesShort
    expect(short(ago(0, null, sided(6, 4)))).toEqual({ reed: 'right' })
    expect(short(ago(0, null, sided(6, 4)), ago(6, null, sided(4, 6)))).toEqual({})
    expect(short(ago(0, null, sided(6, 4)), ago(7, null, sided(0, 6)))).toEqual({ reed: 'right' })
    expect(short(ago(0, null, sided(5, 4)))).toEqual({})
    expect(short(ago(0, null, done('reed', 60, { counts: [{ side: 'otherWay', count: 9 }] })))).toEqual({
      reed: 'oneWay',
    })
    // Held for some seconds more is no side that came short.
    expect(short(ago(0, null, sided(20, 10, { counting: 'time' })))).toEqual({})
    expect(short(ago(0, null, sided(40, 10, { counting: 'time' })))).toEqual({ reed: 'right' })
    expect(short(ago(0, null, sided(6, 4, { outcome: 'skipped' })))).toEqual({})
    expect(short(ago(0, null, done('reed', 60, { counts: [{ side: 'none', count: 9 }] })))).toEqual({})
  })

  it('keeps apart what is called like what every object has', () => {
    const { routines, formDays } = lately(ago(1, '__proto__', done('constructor', 60)))
    expect(Object.entries(routines)).toEqual([['__proto__', { lastDaysAgo: 1, weekdayTimes: 0, daysRunning: 1 }]])
    expect(Object.entries(formDays)).toEqual([['constructor', 1]])
  })

  it('counts the days in a row up to yesterday, whatever was practised', () => {
    expect(lately(ago(1, 'a'), ago(2, null), ago(4, 'a')).daysRunning).toBe(2)
    expect(lately(ago(0, 'a'), ago(2, null)).daysRunning).toBe(0)
  })
})
