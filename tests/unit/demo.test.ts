import { checkRoutine } from '#core/compose'
import { latestStages } from '#core/forms'
import { validate } from '#core/basics'
import { describe, expect, it } from 'vitest'
import { personSchema } from '#core/formats'
import { daysBetween, longestStillSeconds, practiceDay, steadiness } from '#core/journal'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'

const demo = (day: string, zone = 'Europe/Lisbon') => demoPerson(day, zone)

describe('the demo', () => {
  it('is the same for the same day, and moves with it', () => {
    expect(demo('2026-03-01')).toEqual(demo('2026-03-01'))
    expect(demo('2026-03-06').sessions.at(-1)!.startedAt).not.toBe(demo('2026-03-05').sessions.at(-1)!.startedAt)
  })
  it.each(['2026-03-01', '2026-03-30', '2026-10-26', '2028-02-29'])('is good data on %s, in any zone', (day) => {
    for (const zone of ['UTC', 'America/Los_Angeles', 'Pacific/Auckland', 'Asia/Kathmandu']) {
      expect(validate(personSchema, demo(day, zone))).toMatchObject({ ok: true })
    }
  })
  it('covers six weeks, with gaps, rest days, changes of mind and a late night', () => {
    const { sessions, settings } = demo('2026-03-04')
    const daysAgo = sessions.map(({ startedAt, timeZone }) =>
      daysBetween(practiceDay(startedAt, timeZone, 3), '2026-03-04'),
    )
    expect(Math.max(...daysAgo)).toBeGreaterThan(35)
    expect(Math.min(...daysAgo)).toBe(1)
    expect(settings.restPlan[0]!.weekdays).toEqual([7])
    expect(sessions.some(({ done }) => done.some(({ outcome }) => outcome === 'cutShort'))).toBe(true)
    expect(sessions.some(({ pausedSeconds }) => pausedSeconds > 0)).toBe(true)
    expect(sessions.some(({ source }) => source === 'elsewhere')).toBe(true)
    const { current, longest } = steadiness(sessions, '2026-03-04', {
      dayEndsAtHour: 3,
      restPlan: settings.restPlan,
    })
    expect(current!.days).toBeGreaterThan(3)
    expect(longest!.days).toBeLessThan(20)
  })
  it('breathes more slowly from week to week', () => {
    const { sessions } = demo('2026-03-04')
    const longEnough = sessions.filter(({ title }) => title === 'Before the workshop opens')
    expect(longEnough.at(-1)!.plannedSeconds).toBeGreaterThan(longEnough[0]!.plannedSeconds)
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
