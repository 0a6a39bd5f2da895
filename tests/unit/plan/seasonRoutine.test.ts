import { describe, expect, it } from 'vitest'
import { CATALOGUE } from '#data'
import { askedBy } from '#core/compose'
import { concernsOf, CONDITIONS, type Condition } from '#core/forms'
import { newPerson } from '#core/formats'
import { canBeDone, seasonRoutine, type SeasonSession } from '#core/plan'
import { activeSteps, type Routine } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { EIGHT, FORMS, seasonOf } from './seasons'

const { pace, rules } = newPerson().settings
const setting = { forms: CATALOGUE, ways: [], pace, rules }
const make = (
  session: SeasonSession,
  conditions: readonly Condition[] = [],
  learnedIds: readonly string[] = [],
  id = 'season',
) => {
  let ids = 0
  const season = { ...seasonOf({ kind: 'learn', formIds: EIGHT, stage: 'fromMemory' }, 10), id }
  const about = { stages: {}, kept: {}, longestStillSeconds: null, today: '2026-03-02', learnedIds }
  const lately = { formDays: {} } as never
  return seasonRoutine(season, session, { ...setting, ...about, conditions, lately }, () => `i-${(ids += 1)}`)
}
const minutesOf = (routine: Routine) => compileTimeline({ ...setting, routine }).totalSeconds / 60
const ids = (routine: Routine) => activeSteps(routine).map(({ formId }) => formId)
const learn = (
  minutes: number,
  ...tasks: [at: number, stage: 'watch' | 'slow' | 'whole' | 'fromMemory'][]
): SeasonSession => ({
  kind: 'learn',
  minutes,
  tasks: tasks.map(([at, stage]) => ({ formId: EIGHT[at]!, stage })),
  later: EIGHT.filter((_id, at) => at > Math.max(...tasks.map(([task]) => task))),
})

describe('the session of a season', () => {
  it('has all that it is for, in the minutes that there are, with its closing, under the season’s name', () => {
    const routine = make(learn(15, [2, 'watch'], [1, 'whole'], [0, 'fromMemory']))!
    expect(routine).toMatchObject({ id: 'season', name: 'A season' })
    expect(ids(routine)).toEqual(expect.arrayContaining(EIGHT.slice(0, 3)))
    expect(Math.abs(minutesOf(routine) - 15)).toBeLessThan(0.5)
    const { movingSeconds, closingSeconds } = totalsOf(compileTimeline({ ...setting, routine }))
    expect(closingSeconds).toBeGreaterThanOrEqual(movingSeconds * rules.closingShare - 1)
  })
  it('has hard pieces too where they are what is learned, in their order', () => {
    const late = make(learn(15, [7, 'slow'], [6, 'fromMemory'], [5, 'fromMemory'], [4, 'fromMemory']))!
    expect(ids(late).filter((id) => EIGHT.includes(id))).toEqual(EIGHT.slice(4))
    // What is led slowly takes longer, and all of it still comes to its minutes.
    expect(Math.abs(minutesOf(late) - 15)).toBeLessThan(0.25)
  })
  it('does not begin what is to be learned later, whatever fills the time', () => {
    for (let season = 0; season < 12; season += 1)
      for (const minutes of [15, 20]) {
        const routine = make(learn(minutes, [0, 'watch']), [], [], `season-${season * 7919}`)!
        expect(ids(routine).filter((id) => EIGHT.includes(id))).toEqual([EIGHT[0]])
      }
  })
  it('leads each as far as it is learned', () => {
    const routine = make(learn(15, [2, 'watch'], [1, 'whole'], [0, 'fromMemory']))!
    const layers = (at: number) =>
      activeSteps(routine)
        .find(({ formId }) => formId === EIGHT[at])
        ?.layers?.map(({ so }) => so.stage)
    expect([layers(2), layers(1), layers(0)]).toEqual([['watch', 'handsOnly'], ['movement'], undefined])
  })
  it('has the first of them in five minutes', () => {
    const routine = make(learn(5, [3, 'slow']))!
    expect(ids(routine)).toContain(EIGHT[3])
    expect(minutesOf(routine)).toBeLessThan(5.5)
  })
  it.each([4, 5, 7, 10, 15, 20])(
    'has the first of many in %i minutes, and no more than there is room for',
    (minutes) => {
      const all = EIGHT.map((_id, at): [number, 'fromMemory'] => [at, 'fromMemory'])
      const routine = make(learn(minutes, ...all))!
      expect(ids(routine)).toContain(EIGHT[0])
      expect(Math.abs(minutesOf(routine) - minutes)).toBeLessThan(0.5)
    },
  )
  it('has a count that grows as it is, though all else is fitted around it', () => {
    const routine = make({ kind: 'grow', formId: 'draw-the-bow', count: 4, minutes: 12 })!
    expect(activeSteps(routine).filter(({ formId }) => formId === 'draw-the-bow')).toMatchObject([
      { count: 4, pinned: true },
    ])
  })
  it('holds as long as it asks, with no other stand, and is longer where it must be', () => {
    const post = (count: number, minutes: number) =>
      make({ kind: 'grow', formId: 'post-at-the-heart', count, minutes })!
    for (const [count, minutes] of [
      [180, 15],
      [420, 15],
      [900, 15],
    ] as const) {
      const routine = post(count, minutes)
      const stands = activeSteps(routine).filter(({ part }) => part === 'stand')
      expect(stands).toMatchObject([{ formId: 'post-at-the-heart', count, pinned: true }])
    }
    expect(Math.abs(minutesOf(post(420, 15)) - 15)).toBeLessThan(0.5)
    expect(minutesOf(post(900, 15))).toBeGreaterThan(20)
  })
  it('is for the purpose that it names', () => {
    const evening = make({ kind: 'purpose', purpose: 'evening', minutes: 8 })!
    expect(Math.abs(minutesOf(evening) - 8)).toBeLessThan(0.5)
    expect(activeSteps(evening).every(({ part }) => part !== 'wake')).toBe(true)
  })
  it('is the same each time it is asked for', () => {
    expect(make(learn(12, [0, 'whole']))).toEqual(make(learn(12, [0, 'whole'])))
  })
  it.each(CONDITIONS)('asks nothing that %s forbids', (condition) => {
    const concerns = concernsOf([condition])
    const possible = EIGHT.map((_id, at) => [at, 'whole'] as [number, 'whole']).filter(([at]) =>
      canBeDone(FORMS.get(EIGHT[at]!)!, setting, [condition]),
    )
    const sessions: SeasonSession[] = [
      ...(possible.length > 0 ? [learn(15, ...possible.slice(0, 3))] : []),
      { kind: 'purpose', purpose: 'evening', minutes: 10 },
    ]
    if (canBeDone(FORMS.get('post-at-the-heart')!, setting, [condition]))
      sessions.push({ kind: 'grow', formId: 'post-at-the-heart', count: 180, minutes: 12 })
    const made = sessions.flatMap((session) => make(session, [condition]) ?? [])
    expect(made.length).toBeGreaterThan(0)
    for (const routine of made)
      for (const step of activeSteps(routine)) {
        const asked = askedBy(step, FORMS.get(step.formId)!, setting)
        expect(asked.filter((caution) => concerns.has(caution))).toEqual([])
      }
  })
})
