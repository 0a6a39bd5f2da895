import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { addDays, dayOf, daysBetween, weekday, type SessionRecord } from '#core/journal'
import { asksOfWeek, makeWeek, phasesFrom, USUAL_WEEK, type PlannedSession, type MakeWeekRequest } from '#core/plan'
import { activeSteps } from '#core/routine'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'
import { aStep } from '../../helpers'

const MONDAY = '2026-11-23'
const on = (at: number) => addDays(MONDAY, at)
const DEMO = demoPerson(MONDAY, 'UTC')
const LATEST = [...DEMO.sessions].sort((one, other) => (one.startedAt < other.startedAt ? 1 : -1))
const EVERY = (minutes: number) => Array.from({ length: 7 }, () => minutes)
const NEVER = EVERY(0)
const asks = (change: Partial<MakeWeekRequest> = {}): MakeWeekRequest => ({
  forms: CATALOGUE,
  ways: [],
  pace: steadyPace(4, 6),
  rules: USUAL_HOUSE_RULES,
  routines: SHIPPED_ROUTINES,
  series: [],
  seasonIds: [],
  sessions: [],
  planned: [],
  stages: {},
  stageDays: [],
  conditions: [],
  keptIds: [],
  from: MONDAY,
  today: MONDAY,
  dayEndsAtHour: 3,
  restDays: [],
  aimDays: null,
  aimMinutes: null,
  week: { ...USUAL_WEEK, minutes: { morning: EVERY(15), evening: NEVER } },
  ...change,
})
let count = 0
const make = (change: Partial<MakeWeekRequest> = {}): PlannedSession[] => [
  ...makeWeek(asks(change), () => `n-${(count += 1)}`),
]
const daysOf = (laid: readonly PlannedSession[]) => laid.map(({ day }) => weekday(day))
const minutesOf = (laid: readonly PlannedSession[]) => laid.reduce((sum, { minutes }) => sum + minutes!, 0)
const week = (change: Partial<typeof USUAL_WEEK>) => ({ ...asks().week, ...change })

describe('a week that is made', () => {
  it('has as many days as I aim at, spread, from today on, none on a day of rest', () => {
    expect(make({ aimDays: 3 })).toHaveLength(3)
    const spread = daysOf(make({ aimDays: 3 }))
    expect(spread.every((day, at) => at === 0 || day - spread[at - 1]! > 1)).toBe(true)
    const late = make({ aimDays: 7, today: on(3), restDays: [on(6)] })
    expect(daysOf(late)).toEqual([4, 5, 6])
  })

  it('has the minutes that I aim at, and on no day more than I have', () => {
    const hours = week({ minutes: { morning: [10, 0, 10, 0, 40, 0, 0], evening: NEVER } })
    const made = make({ week: hours, aimDays: 3, aimMinutes: 45 })
    expect(made.map(({ day, minutes }) => [weekday(day), minutes])).toEqual([
      [1, 10],
      [3, 10],
      [5, 25],
    ])
    // More days than I aim at, where the minutes need them.
    expect(minutesOf(make({ aimDays: 2, aimMinutes: 70 }))).toBeGreaterThanOrEqual(70)
  })

  it('lays no session of a season beside those that are laid for it', () => {
    const idOf = ({ what }: PlannedSession) => (what.kind === 'routine' ? what.routineId : what.kind)
    const [first] = make({ aimDays: 1 })
    expect(make({ aimDays: 7, seasonIds: [idOf(first!)] }).map(idOf)).not.toContain(idOf(first!))
  })

  it('leaves what is laid, counts it, and lays nothing beside it', () => {
    const laid: PlannedSession = {
      id: 'mine',
      kind: 'practice',
      day: on(1),
      time: 'morning',
      minutes: 15,
      changes: 0,
      what: { kind: 'routine', routineId: SHIPPED_ROUTINES[0]!.id },
    }
    const made = make({ planned: [laid], aimDays: 4 })
    expect(made).toHaveLength(3)
    expect(daysOf(made)).not.toContain(2)
    expect(daysOf(make({ planned: [laid], aimDays: 4, aimMinutes: 500 }))).toEqual([1, 3, 4, 5, 6, 7])
  })

  it('goes round busy hours, a little earlier or later, and leaves out a time that is busy throughout', () => {
    const busy = [
      { from: `${on(0)}T06:50`, to: `${on(0)}T07:20` },
      { from: `${on(1)}T04:00`, to: `${on(1)}T10:00` },
    ]
    const made = make({ week: week({ busy }), aimDays: 7 })
    expect(daysOf(made)).toEqual([1, 3, 4, 5, 6, 7])
    const early = [{ from: `${on(0)}T07:05`, to: `${on(0)}T12:00` }]
    expect(make({ week: week({ busy: early }), aimDays: 7 })[0]!.at).toBe('06:45')
    expect(made.map(({ at }) => at)).toEqual(['07:30', ...Array.from({ length: 5 }, () => undefined)])
  })

  it('goes by habit where nothing is aimed at: days, minutes and the hour of what was done lately', () => {
    const made = make({ sessions: LATEST, week: USUAL_WEEK })
    const lately = LATEST.filter((session) => daysBetween(dayOf(session, 3), MONDAY) <= 42)
    const days = new Set(lately.map((session) => dayOf(session, 3))).size
    expect(made).toHaveLength(Math.round(days / 6))
    expect(made.every(({ time }) => time === 'morning')).toBe(true)
    const evenings = lately.map((session): SessionRecord => ({
      ...session,
      startedAt: `${session.startedAt.slice(0, 11)}19:00:00.000Z`,
    }))
    expect(make({ sessions: evenings, week: USUAL_WEEK }).every(({ time }) => time === 'evening')).toBe(true)
  })

  it('has for each day what turns then, and the forms that I want so often', () => {
    const phases = phasesFrom('wood')
    const made = make({ aimDays: 7, week: week({ rotation: { startDay: MONDAY, turns: phases } }) })
    const hasPhase = (routineId: string) =>
      activeSteps(SHIPPED_ROUTINES.find(({ id }) => id === routineId)!).some(({ formId }) =>
        formId.startsWith('phase-'),
      )
    const routineOf = ({ what }: PlannedSession) => (what.kind === 'routine' ? what.routineId : '')
    const plain = make({ aimDays: 7 })
    expect(made.filter((each) => hasPhase(routineOf(each))).length).toBeGreaterThan(
      plain.filter((each) => hasPhase(routineOf(each))).length,
    )
    const wanted = 'three-sweeps'
    const has = (each: PlannedSession) =>
      activeSteps(SHIPPED_ROUTINES.find(({ id }) => id === routineOf(each))!).some(({ formId }) => formId === wanted)
    const aimed = make({
      aimDays: 7,
      week: week({ minutes: { morning: EVERY(30), evening: NEVER }, forms: [{ formId: wanted, times: 3 }] }),
    })
    expect(aimed.filter(has).length).toBeGreaterThanOrEqual(3)
  })

  it('lays the lessons of a series one after the other, one a day', () => {
    const lesson = (id: string, at: number) => ({ id, routineId: SHIPPED_ROUTINES[at]!.id, adds: '', times: 1 })
    const series = {
      id: 'course',
      name: 'Course',
      purpose: '',
      repeats: false,
      begunAt: `${on(-1)}T00:00:00.000Z`,
      lessons: [lesson('one', 0), lesson('two', 1)],
    }
    const made = make({ series: [series], aimDays: 4, week: week({ minutes: { morning: EVERY(20), evening: NEVER } }) })
    expect(made.filter(({ what }) => what.kind === 'series')).toHaveLength(2)
    expect(made.slice(0, 2).map(({ what }) => what)).toEqual([
      { kind: 'series', seriesId: 'course' },
      { kind: 'series', seriesId: 'course' },
    ])
  })

  it('lays one lesson of a series a day, though there is time twice', () => {
    const lessons = Array.from({ length: 6 }, (_, at) => ({
      id: `l${at}`,
      routineId: SHIPPED_ROUTINES[at]!.id,
      adds: '',
      times: 1,
    }))
    const series = {
      id: 'course',
      name: 'Course',
      purpose: '',
      repeats: false,
      begunAt: `${on(-1)}T00:00:00.000Z`,
      lessons,
    }
    const hours = week({ minutes: { morning: EVERY(10), evening: EVERY(10) } })
    const made = make({ series: [series], aimDays: 7, aimMinutes: 140, week: hours }).filter(
      ({ what }) => what.kind === 'series',
    )
    expect(made.length).toBeGreaterThan(1)
    expect(new Set(daysOf(made)).size).toBe(made.length)
  })

  it('goes on from what is laid: its lesson is not laid again, and what cannot be followed hinders nothing', () => {
    const lessons = [0, 1, 2].map((at) => ({ id: `l${at}`, routineId: SHIPPED_ROUTINES[at]!.id, adds: '', times: 1 }))
    const series = { id: 'course', name: 'C', purpose: '', repeats: false, begunAt: `${on(-1)}T00:00:00.000Z`, lessons }
    const first: PlannedSession = {
      id: 'mine',
      kind: 'practice',
      day: on(0),
      time: 'morning',
      minutes: null,
      changes: 0,
      what: { kind: 'series', seriesId: 'course' },
    }
    const gone: PlannedSession = { ...first, id: 'gone', day: on(1), what: { kind: 'routine', routineId: 'gone' } }
    const broken = { ...SHIPPED_ROUTINES[0]!, id: 'gone', entries: [aStep('s', 'no-such-form')] }
    const routines = [...SHIPPED_ROUTINES, broken]
    const hours = week({ minutes: { morning: EVERY(30), evening: NEVER } })
    const made = make({ planned: [first, gone], series: [series], routines, aimDays: 7, week: hours })
    expect(made).toHaveLength(5)
    expect(made.filter(({ what }) => what.kind === 'series')).toHaveLength(2)
  })

  it('asks for a form that I want so often until the week has it', () => {
    const forms = new Map(CATALOGUE.map((form) => [form.id, form]))
    const asked = {
      routines: SHIPPED_ROUTINES,
      week: week({ forms: [{ formId: 'three-sweeps', times: 1 }] }),
      dayEndsAtHour: 3,
    }
    const done = (day: string, outcome: string) =>
      ({ startedAt: `${day}T08:00:00.000Z`, timeZone: 'UTC', done: [{ formId: 'three-sweeps', outcome }] }) as never
    const names = (sessions: SessionRecord[]) =>
      asksOfWeek(on(2), sessions, forms, asked).map(({ by, name }) => [by, name])
    expect(names([])[0]).toEqual(['form', forms.get('three-sweeps')!.name])
    expect(names([done(on(1), 'done')])).toEqual([])
    expect(names([done(on(1), 'skipped')])).not.toEqual([])
    expect(names([done(on(-1), 'done')])).not.toEqual([])
  })

  it('has nothing that declared conditions forbid whole, nor the same four days running', () => {
    const made = make({ aimDays: 7, conditions: ['seatedOnly'], sessions: LATEST })
    expect(made.length).toBeGreaterThan(0)
    const ids = make({ aimDays: 7 }).map(({ what }) => (what.kind === 'routine' ? what.routineId : what.kind))
    expect(ids.some((id, at) => at >= 3 && [1, 2, 3].every((back) => ids[at - back] === id))).toBe(false)
  })
})
