import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { validate } from '#core/basics'
import { addDays, type SessionRecord } from '#core/journal'
import {
  changedFrom,
  phasesFrom,
  plannedSchema,
  relaid,
  turnOn,
  USUAL_WEEK,
  weekOf,
  weekRulesSchema,
  withoutDay,
  type PlannedSession,
  type MissedRule,
  type Planned,
  type WeekRequest,
} from '#core/plan'
import type { Series } from '#core/routine'

const MONDAY = '2026-03-09'
const on = (at: number) => addDays(MONDAY, at)
let laidSoFar = 0
const laid = (at: number, change: Partial<PlannedSession> = {}): PlannedSession => ({
  id: `p-${(laidSoFar += 1)}`,
  kind: 'practice',
  day: on(at),
  time: 'morning',
  minutes: null,
  changes: 0,
  what: { kind: 'routine', routineId: 'reed' },
  ...change,
})
const did = (at: number, routineId: string, change: Partial<SessionRecord> = {}): SessionRecord =>
  ({
    id: `s-${at}-${routineId}`,
    routineId,
    startedAt: `${on(at)}T07:00:00.000Z`,
    timeZone: 'UTC',
    practisedSeconds: 600,
    plannedSeconds: 600,
    done: [],
    ...change,
  }) as never
const week = (planned: Planned[], change: Partial<WeekRequest> & { missed?: MissedRule } = {}) =>
  weekOf({
    planned,
    series: [],
    sessions: [],
    from: MONDAY,
    today: on(3),
    dayEndsAtHour: 3,
    isRest: () => false,
    rules: { ...USUAL_WEEK, missed: change.missed ?? 'drops' },
    ...change,
  })
/** "0 reed done": on which day of the week what stands, and how. */
const standing = (days: ReturnType<typeof week>) =>
  days.flatMap(({ practice }, at) => practice.map(({ routineId, state }) => `${at} ${routineId} ${state}`))

describe('a week of the plan', () => {
  it('has each on its day and in its order: done with what was done for it, let go, open today, or ahead', () => {
    const planned = [laid(5), laid(3, { time: 'evening' }), laid(1), laid(0), laid(3)]
    expect(standing(week(planned, { sessions: [did(0, 'reed')] }))).toEqual([
      '0 reed done',
      '1 reed missed',
      '3 reed open',
      '3 reed open',
      '5 reed ahead',
    ])
  })

  it('has a season’s session done by one under the season’s name, and by no other', () => {
    const season = laid(3, { what: { kind: 'season', seasonId: 'spring' } })
    expect(standing(week([season]))).toEqual(['3 spring open'])
    expect(standing(week([season], { sessions: [did(3, 'reed')] }))).toEqual(['3 spring open'])
    expect(standing(week([season], { sessions: [did(3, 'spring')] }))).toEqual(['3 spring done'])
  })

  it('counts each session once, and shows besides what nothing was laid for', () => {
    const days = week([laid(0), laid(0, { time: 'evening' })], { sessions: [did(0, 'bow'), did(0, 'reed')] })
    expect(standing(days)).toEqual(['0 reed done', '0 reed missed'])
    expect(days[0]!.besides.map(({ routineId }) => routineId)).toEqual(['bow'])
  })

  it('does not take for done what was left before half of it', () => {
    const left = (practisedSeconds: number) => week([laid(3)], { sessions: [did(3, 'reed', { practisedSeconds })] })
    expect(standing(left(300))).toEqual(['3 reed done'])
    expect(standing(left(299))).toEqual(['3 reed open'])
    expect(left(299)[3]!.besides).toHaveLength(1)
  })

  it('counts a night before the end of the day for the day before', () => {
    const night = did(1, 'reed', { startedAt: `${on(1)}T01:30:00.000Z` })
    expect(standing(week([laid(0)], { sessions: [night] }))).toEqual(['0 reed done'])
  })

  it('has what comes every week from its day on, until its last, and not on the days that are left out', () => {
    const weekly = laid(-14, { weekly: { notOn: [], untilDay: on(7) } })
    const of = (from: string) =>
      week([weekly], { from, today: on(30) }).flatMap(({ practice }) => practice.map(({ day }) => day))
    expect([of(on(-21)), of(on(-14)), of(MONDAY), of(on(7)), of(on(14))]).toEqual([
      [],
      [on(-14)],
      [MONDAY],
      [on(7)],
      [],
    ])
    expect(standing(week([withoutDay({ ...weekly, weekly: weekly.weekly! }, MONDAY)]))).toEqual([])
  })

  it('drops what was missed; or lets it stay open on its day; or moves it to the next day with room', () => {
    const planned = [laid(1), laid(3)]
    expect(standing(week(planned, { missed: 'drops' }))).toEqual(['1 reed missed', '3 reed open'])
    expect(standing(week(planned, { missed: 'stays' }))).toEqual(['1 reed open', '3 reed open'])
    expect(standing(week(planned, { missed: 'moves' }))).toEqual(['3 reed open', '4 reed ahead'])
    const moved = week(planned, { missed: 'moves' })[4]!.practice[0]!
    expect([moved.laidOn, moved.day]).toEqual([on(1), on(4)])
  })

  it('moves nothing to a day of rest or into a pause, and lets go what six days found no room for', () => {
    const pause: Planned = { id: 'x', kind: 'pause', day: on(4), lastDay: on(5), why: 'illness' }
    const rest = { missed: 'moves' as const, isRest: (day: string) => day === on(3) }
    expect(standing(week([laid(1), pause], rest))).toEqual(['6 reed ahead'])
    const full = Array.from({ length: 4 }, (_, at) => laid(at + 3, { what: { kind: 'routine', routineId: 'bow' } }))
    expect(standing(week([laid(0), ...full], { missed: 'moves' }))[0]).toBe('0 reed missed')
    expect(standing(week([laid(-6)], { missed: 'moves', today: MONDAY }))).toEqual(['0 reed open'])
    expect(standing(week([laid(-7)], { missed: 'moves', today: MONDAY }))).toEqual([])
  })

  it('counts what was made good later, where it does not drop it, and once only', () => {
    const planned = [laid(0), laid(2)]
    const sessions = [did(1, 'reed')]
    expect(standing(week(planned, { missed: 'drops', sessions }))).toEqual(['0 reed missed', '2 reed missed'])
    expect(standing(week(planned, { missed: 'stays', sessions }))).toEqual(['1 reed done', '2 reed open'])
    expect(standing(week(planned, { missed: 'moves', sessions }))).toEqual(['1 reed done', '3 reed open'])
  })

  it('stays open no longer than for the rest of a week, and nothing later makes it good', () => {
    const one = [laid(0)]
    expect(standing(week(one, { missed: 'stays', today: on(6) }))).toEqual(['0 reed open'])
    expect(standing(week(one, { missed: 'stays', today: on(7) }))).toEqual(['0 reed missed'])
    const late = [did(3, 'reed')]
    expect(week([laid(-6)], { missed: 'stays', sessions: late })[3]!.besides).toEqual(late)
  })

  it('asks nothing in a pause, and says why', () => {
    const pause: Planned = { id: 'x', kind: 'pause', day: on(3), lastDay: on(4), why: 'holiday' }
    const days = week([laid(3), laid(4), laid(5), pause])
    expect(standing(days)).toEqual(['5 reed ahead'])
    expect(days.map((each) => each.pause?.why ?? '-')).toEqual(['-', '-', '-', 'holiday', 'holiday', '-', '-'])
  })

  it('gives each time that a series is laid the lesson that is next then, and what was done the lesson that it was', () => {
    const lesson = (id: string, times: number) => ({ id, routineId: `of-${id}`, adds: '', times })
    const series: Series = {
      id: 'reeds',
      name: 'Reeds',
      purpose: '',
      repeats: false,
      begunAt: `${on(0)}T00:00:00.000Z`,
      lessons: [lesson('one', 2), lesson('two', 1)],
    }
    const planned = [0, 3, 4, 5].map((at) => laid(at, { what: { kind: 'series', seriesId: 'reeds' } }))
    const sessions = [did(0, 'of-one', { lesson: { seriesId: 'reeds', lessonId: 'one' } })]
    const asked = { series: [series], sessions }
    expect(standing(week(planned, asked))).toEqual(['0 of-one done', '3 of-one open', '4 of-two ahead', '5 null ahead'])
    expect(standing(week(planned, { ...asked, series: [{ ...series, repeats: true }] })).at(-1)).toBe('5 of-one ahead')
    // Weeks that lie between have their lessons too, but for days of a pause.
    const weekly = laid(3, { what: { kind: 'series', seriesId: 'reeds' }, weekly: { notOn: [] } })
    const later = (at: number, more: Planned[] = []) => standing(week([weekly, ...more], { ...asked, from: on(at) }))
    expect([later(0), later(7), later(14), later(21)]).toEqual([
      ['3 of-one open'],
      ['3 of-two ahead'],
      ['3 null ahead'],
      ['3 null ahead'],
    ])
    const pause: Planned = { id: 'x', kind: 'pause', day: on(8), lastDay: on(13), why: 'holiday' }
    expect(later(14, [pause])).toEqual(['3 of-two ahead'])
    const round = { ...asked, series: [{ ...series, repeats: true }], from: on(28) }
    expect(standing(week([weekly, pause], round))).toEqual(['3 of-one ahead'])
    expect(standing(week([weekly], round))).toEqual(['3 of-two ahead'])
  })

  it('loses no practice and counts none twice, whatever was laid and done', () => {
    const laidAnywhere = fc.record({
      at: fc.integer({ min: -9, max: 6 }),
      evening: fc.boolean(),
      bow: fc.boolean(),
      weekly: fc.boolean(),
    })
    const done = fc.record({
      at: fc.integer({ min: -6, max: 3 }),
      bow: fc.boolean(),
      hour: fc.integer({ min: 4, max: 23 }),
    })
    fc.assert(
      fc.property(
        fc.array(laidAnywhere, { maxLength: 9 }),
        fc.array(done, { maxLength: 9 }),
        fc.constantFrom<MissedRule>('moves', 'stays', 'drops'),
        (those, did, missed) => {
          const planned = those.map(({ at, evening, bow, weekly }, index) =>
            laid(at, {
              id: `p${index}`,
              time: evening ? 'evening' : 'morning',
              what: { kind: 'routine', routineId: bow ? 'bow' : 'reed' },
              ...(weekly ? { weekly: { notOn: [] } } : {}),
            }),
          )
          const sessions = did.map(({ at, bow, hour }, index) => ({
            id: `s${index}`,
            routineId: bow ? 'bow' : 'reed',
            startedAt: `${on(at)}T${String(hour).padStart(2, '0')}:00:00.000Z`,
            timeZone: 'UTC',
            practisedSeconds: 60,
            plannedSeconds: 60,
            done: [],
          })) as never as SessionRecord[]
          const days = week(planned, { sessions, missed })
          const inWeek = days.flatMap(({ practice, besides }) => [
            ...practice.flatMap(({ session }) => session ?? []),
            ...besides,
          ])
          expect(new Set(inWeek).size).toBe(inWeek.length)
          expect(inWeek.map(({ id }) => id).sort()).toEqual(
            sessions
              .filter(({ startedAt }) => startedAt.slice(0, 10) >= MONDAY)
              .map(({ id }) => id)
              .sort(),
          )
          const keys = days.flatMap(({ practice }) => practice.map((each) => `${each.laid.id}/${each.laidOn}`))
          expect(new Set(keys).size).toBe(keys.length)
          for (const { day, practice } of days)
            for (const { state, session, routineId } of practice) {
              expect(state === 'done').toBe(session !== null)
              if (session) expect([session.routineId, session.startedAt.slice(0, 10)]).toEqual([routineId, day])
              if (state === 'ahead') expect(day > on(3)).toBe(true)
            }
          // What is laid on a day of this week stands somewhere in it, or has moved on into the next.
          for (const each of planned) {
            const inThis = each.weekly ? each.day <= on(6) : each.day >= MONDAY
            if (inThis && missed !== 'moves') expect(keys.some((key) => key.startsWith(`${each.id}/`))).toBe(true)
          }
        },
      ),
    )
  })
})

describe('practice that is laid elsewhere', () => {
  it('is the same one on another day; of what comes every week only this once', () => {
    const once = laid(2)
    expect(relaid(once, on(2), { day: on(4), time: 'evening' }, () => 'new')).toEqual([
      { ...once, day: on(4), time: 'evening', changes: 1 },
    ])
    const weekly = laid(2, { weekly: { notOn: [] }, changes: 3 })
    const [stays, comes] = relaid(weekly, on(9), { day: on(10), time: 'morning' }, () => 'new')
    expect(stays).toEqual({ ...weekly, weekly: { notOn: [on(9)] }, changes: 4 })
    expect(comes).toEqual({ ...laid(10), id: 'new' })
  })
})

describe('practice that is changed', () => {
  const weekly = laid(-14, { weekly: { notOn: [on(-7), on(7)], untilDay: on(28) }, changes: 2 })
  const bow = { kind: 'routine' as const, routineId: 'bow' }
  it('is the same one, otherwise', () => {
    const once = laid(2, { changes: 1 })
    expect(changedFrom(once, on(2), { minutes: 9 }, () => 'new')).toEqual([{ ...once, minutes: 9, changes: 2 }])
    expect(changedFrom(weekly, on(-14), { what: bow }, () => 'new')).toEqual([{ ...weekly, what: bow, changes: 3 }])
    expect(changedFrom(once, on(2), { weekly: { notOn: [] } }, () => 'new')).toEqual([
      { ...once, weekly: { notOn: [] }, changes: 2 },
    ])
  })
  it('stays as it was in the weeks before, where it comes every week', () => {
    const [before, after] = changedFrom(weekly, MONDAY, { what: bow }, () => 'new')
    expect(before).toEqual({ ...weekly, weekly: { ...weekly.weekly, untilDay: on(-1) }, changes: 3 })
    const goesOn = { notOn: [on(7)], untilDay: on(28) }
    expect(after).toEqual({ ...weekly, id: 'new', day: MONDAY, what: bow, weekly: goesOn, changes: 0 })
    const [, once] = changedFrom(weekly, MONDAY, { weekly: undefined }, () => 'new')
    const { weekly: _, ...rest } = weekly
    expect(once).toStrictEqual({ ...rest, id: 'new', day: MONDAY, changes: 0 })
  })
})

describe('what turns from day to day', () => {
  it('begins with the phase that a school begins with, goes round, and is nothing before its first day', () => {
    const rotation = { startDay: on(1), turns: phasesFrom('metal') }
    const words = Array.from({ length: 8 }, (_, at) => turnOn(rotation, on(at))).map((turn) =>
      turn?.kind === 'phase' ? turn.phase : null,
    )
    expect(words).toEqual([null, 'metal', 'water', 'wood', 'fire', 'earth', 'metal', 'water'])
    expect(turnOn(null, on(1))).toBeNull()
  })
})

describe('what is planned, checked', () => {
  const fault = (value: unknown) => {
    const checked = validate(plannedSchema as never, value, 'planned')
    return checked.ok ? null : checked.faults[0]!.message
  }
  it('names the field that is wrong', () => {
    expect(fault(laid(0, { weekly: { notOn: [on(7)], untilDay: on(14) }, at: '07:45' }))).toBeNull()
    expect(fault({ ...laid(0), day: '2026-02-30' })).toMatch(/day must be a day/)
    expect(fault({ ...laid(0), at: '25:00' })).toMatch(/at must be a time such as 07:00/)
    expect(fault({ ...laid(0), minutes: 0 })).toMatch(/minutes must be at least 1/)
    expect(fault({ ...laid(0), what: { kind: 'song', songId: 'x' } })).toMatch(/what\.kind/)
    expect(fault({ id: 'x', kind: 'pause', day: on(2), lastDay: on(1), why: 'rest' })).toMatch(
      /lastDay is before its first day/,
    )
    expect(fault({ id: 'x', kind: 'pause', day: on(2), lastDay: on(2), why: 'illness' })).toBeNull()
  })
  it('and so of what is said once of all weeks', () => {
    const check = (change: object) => {
      const checked = validate(weekRulesSchema, { ...USUAL_WEEK, ...change }, 'week')
      return checked.ok ? null : checked.faults[0]!.message
    }
    expect(check({})).toBeNull()
    expect(check({ rotation: { startDay: MONDAY, turns: phasesFrom('water') } })).toBeNull()
    expect(check({ rotation: { startDay: MONDAY, turns: [] } })).toMatch(/turns/)
    expect(check({ minutes: { morning: [1, 2], evening: [0, 0, 0, 0, 0, 0, 0] } })).toMatch(/minutes\.morning/)
    expect(check({ busy: [{ from: '2026-03-10T18:00', to: 'later' }] })).toMatch(/busy\[0\]\.to must be a time such as/)
  })
})
