import { checkRoutine } from '#core/compose'
import { latestStages } from '#core/forms'
import { validate } from '#core/basics'
import { describe, expect, it } from 'vitest'
import { benefit, observationsOf, type About, type Outcome } from '#core/evidence'
import { personSchema } from '#core/formats'
import { daysBetween, longestStillSeconds, practiceDay, steadiness } from '#core/journal'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'
import { runsAll } from '../runsAll'

const demo = (day: string, zone = 'Europe/Lisbon') => demoPerson(day, zone)

describe('the demo', () => {
  it('is the same for the same day, and moves with it', () => {
    expect(demo('2026-03-01')).toEqual(demo('2026-03-01'))
    expect(demo('2026-03-06').sessions.at(-1)!.startedAt).not.toBe(demo('2026-03-05').sessions.at(-1)!.startedAt)
  })
  it.each(runsAll ? ['2026-03-01', '2026-03-30', '2026-10-26', '2028-02-29'] : ['2026-10-26'])(
    'is good data on %s, in any zone',
    (day) => {
      for (const zone of ['UTC', 'America/Los_Angeles', 'Pacific/Auckland', 'Asia/Kathmandu']) {
        expect(validate(personSchema, demo(day, zone))).toMatchObject({ ok: true })
      }
    },
  )
  it('covers a year, with gaps, a time away, rest days, changes of mind and a late night', () => {
    const { sessions, settings } = demo('2026-03-04')
    const days = sessions.map(({ startedAt, timeZone }) => practiceDay(startedAt, timeZone, 3))
    const daysAgo = days.map((day) => daysBetween(day, '2026-03-04'))
    expect(Math.max(...daysAgo)).toBeGreaterThan(350)
    expect(Math.min(...daysAgo)).toBe(1)
    expect(sessions.length).toBeGreaterThan(200)
    const gaps = days.slice(1).map((day, index) => daysBetween(days[index]!, day))
    expect(Math.max(...gaps)).toBeGreaterThan(12)
    expect(settings.restPlan[0]!.weekdays).toEqual([7])
    expect(sessions.some(({ done }) => done.some(({ outcome }) => outcome === 'cutShort'))).toBe(true)
    expect(sessions.some(({ pausedSeconds }) => pausedSeconds > 0)).toBe(true)
    expect(sessions.some(({ source }) => source === 'elsewhere')).toBe(true)
    const { current, longest } = steadiness(sessions, '2026-03-04', {
      dayEndsAtHour: 3,
      restPlan: settings.restPlan,
    })
    expect(current!.days).toBeGreaterThan(3)
    expect(longest!.days).toBeLessThan(60)
  })
  it('breathes more slowly from week to week', () => {
    const { sessions } = demo('2026-03-04')
    const longEnough = sessions.filter(({ title }) => title === 'Before the workshop opens')
    expect(longEnough.at(-1)!.plannedSeconds).toBeGreaterThan(longEnough[0]!.plannedSeconds)
  })
})

describe('the truth of the demo', () => {
  const answers = benefit(observationsOf(demo('2026-11-27').sessions))
  const answer = (outcome: Outcome, about: Partial<About>, kind = 'change') =>
    answers.find(
      ({ question }) =>
        question.outcome === outcome &&
        question.kind === kind &&
        Object.entries(about).every(([key, value]) => question.about[key as never] === value),
    )!
  it('is found where there is something: evenings calm, by about the 1.4 steps that are true, and more than other times', () => {
    const calm = answer('calm', { kind: 'time', time: 'evening' })
    expect(calm.verdict).toBe('better')
    expect(calm.interval![0]).toBeLessThan(1.4)
    expect(calm.interval![1]).toBeGreaterThan(1.4)
    const against = answer('calm', { kind: 'time', time: 'evening' }, 'against')
    expect(against).toMatchObject({ verdict: 'better' })
    expect(against.interval![0]).toBeLessThan(1.1)
    expect(against.interval![1]).toBeGreaterThan(1.1)
  })
  it('is not made up where there is nothing: evenings do no more for ease, and no week of practice changes how days begin', () => {
    expect(answer('ease', { kind: 'time', time: 'evening' }, 'against').verdict).toBe('noneSeen')
    for (const outcome of ['energy', 'calm', 'ease', 'pain'] as const) {
      expect(answer(outcome, { kind: 'all' }, 'week').verdict).toBe('noneSeen')
    }
  })
})

describe('the routines of the demo', () => {
  it('pass the application’s own check, as the demo’s person would see it', () => {
    const { routines, forms, ways, settings, stages, sessions } = demoPerson('2026-03-01', 'Europe/Lisbon')
    const stageOf = latestStages(stages)
    for (const routine of [...routines, ...SHIPPED_ROUTINES]) {
      const input = { routine, forms: [...CATALOGUE, ...forms], ways, pace: settings.pace, rules: settings.rules }
      const findings = checkRoutine(input, {
        conditions: settings.conditions,
        stageOf: (id) => stageOf.get(id) ?? null,
        longestStillSeconds: longestStillSeconds(sessions),
      })
      expect(
        findings.map(({ kind, names }) => [kind, ...names].join(' ')),
        routine.name,
      ).toEqual([])
    }
  })
})
