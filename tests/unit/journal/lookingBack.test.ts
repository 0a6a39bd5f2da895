import { describe, expect, it } from 'vitest'
import { filterChoices, filterSessions, growth, hasChanged, ownSensations, review } from '#core/journal'
import { CATALOGUE, demoPerson } from '#data'

const TODAY = '2026-11-27'
const person = demoPerson(TODAY, 'Europe/Lisbon')
const rules = { dayEndsAtHour: 3, restPlan: person.settings.restPlan }
const nothing = { stages: [], measures: [] }

describe('what grows', () => {
  const all = growth(person.sessions, { stages: person.stages, measures: person.breathMeasures }, 'Europe/Lisbon', 3)
  const find = (kind: string, formId: string | null) => all.find((each) => each.kind === kind && each.formId === formId)
  it('is the most of each day, earliest first, with that day’s words', () => {
    const post = find('hold', 'post-at-the-heart')!
    expect(post.points[0]!.value).toBe(30)
    expect(post.points.at(-1)!.value).toBe(120)
    expect(post.points.map(({ day }) => day)).toEqual([...post.points.map(({ day }) => day)].sort())
    expect(new Set(post.points.map(({ day }) => day)).size).toBe(post.points.length)
    expect(post.points.some(({ words }) => words)).toBe(true)
  })
  it('knows holds counted in breaths by their seconds, the breath in practice and at rest, and stages', () => {
    const belly = find('hold', 'post-at-the-belly')!
    expect(belly.points.at(-1)!.value).toBeGreaterThan(60)
    expect(find('practiceBreath', null)!.points.at(-1)!.value).toBeGreaterThan(
      find('practiceBreath', null)!.points[0]!.value,
    )
    expect(find('restBreath', null)!.points).toHaveLength(person.breathMeasures.length)
    expect(find('stage', 'draw-the-bow')!.points.map(({ value }) => value)).toEqual([3, 4, 5])
  })
  it('leaves out the settling, and what was skipped', () => {
    expect(find('hold', 'settle')).toBeUndefined()
    const skipped = person.sessions.map((session) => ({
      ...session,
      done: session.done.map((step) => ({ ...step, outcome: 'skipped' as const })),
    }))
    expect(growth(skipped, nothing, 'UTC', 3)).toEqual([])
  })
  it('tells what changed from what was always the same', () => {
    expect(hasChanged(find('hold', 'post-at-the-heart')!)).toBe(true)
    expect(hasChanged({ kind: 'count', formId: 'x', points: [{ day: TODAY, value: 3, words: '' }] })).toBe(false)
  })
})

describe('looking back', () => {
  const look = (from: string, to: string) =>
    review(person.sessions, { from, to }, TODAY, rules, { forms: CATALOGUE, stages: [] })
  it('adds up what lies in its days, and no more', () => {
    const month = look('2026-10-01', '2026-10-31')
    const there = person.sessions.filter(({ startedAt }) => startedAt.startsWith('2026-10'))
    expect(month.sessions).toBe(there.length)
    expect(month.seconds).toBeCloseTo(
      there.reduce((sum, { practisedSeconds }) => sum + practisedSeconds, 0),
      6,
    )
    expect(month.titles.reduce((sum, { sessions }) => sum + sessions, 0)).toBe(there.length)
    expect(month.words.length).toBe(there.filter(({ words }) => words).length)
  })
  it('notices at most three things, and what was let go among them', () => {
    const { noticed } = look('2026-11-01', '2026-11-30')
    expect(noticed.length).toBeLessThanOrEqual(3)
    expect(noticed).toContainEqual(expect.objectContaining({ kind: 'letGo', name: 'Spine like a reed' }))
  })
  it('holds a time that is not over against as many days of the time before', () => {
    const { noticed } = review(
      person.sessions.filter(({ startedAt }) => startedAt >= '2026-10-01'),
      { from: '2026-11-01', to: '2026-11-30' },
      '2026-11-05',
      rules,
      { forms: CATALOGUE, stages: [] },
    )
    for (const each of noticed) if (each.kind === 'days') expect(each.before).toBeLessThanOrEqual(5)
  })
  it('says nothing of a time without practice', () => {
    expect(look('2020-01-01', '2020-12-31')).toMatchObject({ sessions: 0, seconds: 0, noticed: [], words: [] })
  })
})

describe('narrowing the journal', () => {
  const choices = filterChoices(person.sessions)
  it('lets through what is asked for by title, form, feeling, sensation and place, all at once', () => {
    const [title] = choices.titles
    const found = filterSessions(person.sessions, {
      title: title!,
      felt: { scale: 'calm', how: 'better' },
      pain: 'lowBack',
    })
    const slow = person.sessions.filter(
      (session) =>
        session.title === title &&
        (session.after.calm ?? 0) > (session.before.calm ?? 9) &&
        [...(session.before.pain ?? []), ...(session.after.pain ?? [])].some(
          ({ place, level }) => place === 'lowBack' && level > 0,
        ),
    )
    expect(found).toEqual(slow)
    expect(filterSessions(person.sessions, {})).toBe(person.sessions)
    for (const session of filterSessions(person.sessions, { formId: 'spine-wave' })) {
      expect(session.done.map(({ formId }) => formId)).toContain('spine-wave')
    }
  })
  it('offers only what there is', () => {
    expect(choices.places).toEqual(['lowBack'])
    expect(choices.sensations).toContain('hands like in warm water')
    expect(ownSensations(person.sessions, 3)).toEqual(['hands like in warm water'])
  })
})
