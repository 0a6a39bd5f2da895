import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { activityOfWeek, addDays, coverage, type SessionRecord } from '#core/journal'
import type { DoneStep } from '#core/runner'
import { aForm } from '../../helpers'

const FORMS = [
  aForm({ id: 'rise', name: 'Rise', areas: ['arms', 'breath'] }),
  aForm({ id: 'bow', name: 'Bow', areas: ['arms', 'legs'], sides: 'oneThenOther' }),
  aForm({ id: 'stork', name: 'Stork', areas: ['balance'], counting: { by: 'time' } }),
  aForm({ id: 'sit', name: 'Sit', areas: ['breath'], stance: 'seated', part: 'settle', counting: { by: 'time' } }),
]
const done = (formId: string, seconds: number, change: Partial<DoneStep> = {}): DoneStep => {
  const form = FORMS.find(({ id }) => id === formId)
  return {
    stepId: `s-${formId}`,
    formId,
    formName: `old ${formId}`,
    part: form?.part ?? 'work',
    seconds,
    counting: form?.counting.by ?? 'breathRepetitions',
    counts: [{ side: 'none', count: 6 }],
    outcome: 'done',
    version: null,
    breath: null,
    ...change,
  }
}
const on = (
  day: string,
  steps: DoneStep[],
): Pick<SessionRecord, 'startedAt' | 'timeZone' | 'practisedSeconds' | 'done'> => ({
  startedAt: `${day}T08:00:00.000Z`,
  timeZone: 'UTC',
  done: steps,
  practisedSeconds: steps.reduce((sum, { seconds }) => sum + seconds, 0),
})
const TODAY = '2026-03-31'
const covered = (
  sessions: ReturnType<typeof on>[],
  from = '2026-03-04',
  stages: Parameters<typeof coverage>[1]['stages'] = [],
) => coverage(sessions, { forms: FORMS, stages }, from, TODAY, 3)
/** A form on every so many days up to a day. */
const every = (days: number, to: string, times: number, ...steps: DoneStep[]) =>
  Array.from({ length: times }, (_, at) => on(addDays(to, -days * at), steps))

describe('what the practice covers', () => {
  it('adds up forms and areas of the days that are looked at, and knows when each was last, ever', () => {
    const { forms, areas, sessions, seconds } = covered([
      on('2026-02-01', [done('stork', 40)]),
      on('2026-03-10', [done('rise', 60), done('bow', 120), done('rise', 30)]),
      on('2026-03-20', [done('rise', 60), done('gone', 50)]),
    ])
    expect([sessions, seconds]).toEqual([2, 320])
    expect(forms.map(({ name, seconds: of, sessions: in_, lastDay }) => [name, of, in_, lastDay])).toEqual([
      ['Rise', 150, 2, '2026-03-20'],
      ['Bow', 120, 1, '2026-03-10'],
      ['old gone', 50, 1, '2026-03-20'],
      ['Stork', 0, 0, '2026-02-01'],
    ])
    expect(areas.arms).toEqual({ seconds: 270, sessions: 2, lastDay: '2026-03-20' })
    expect(areas.legs).toEqual({ seconds: 120, sessions: 1, lastDay: '2026-03-10' })
    expect(areas.balance).toEqual({ seconds: 0, sessions: 0, lastDay: '2026-02-01' })
    expect(areas.neck).toEqual({ seconds: 0, sessions: 0, lastDay: null })
  })
  it('counts each side, repetitions and held seconds apart', () => {
    const counts = (left: number, right: number) => [
      { side: 'left' as const, count: left },
      { side: 'right' as const, count: right },
    ]
    const { sides } = covered([
      on('2026-03-10', [done('bow', 60, { counts: counts(4, 3) }), done('stork', 60, { counts: counts(30, 20) })]),
    ])
    expect(sides).toEqual({ left: { repetitions: 4, heldSeconds: 30 }, right: { repetitions: 3, heldSeconds: 20 } })
  })
  it('tells stillness from moving and the feet from the chair, and does not count what was skipped', () => {
    const sums = covered([
      on('2026-03-10', [
        ...[done('rise', 60), done('rise', 30, { version: 'seated' }), done('sit', 90, { part: 'settle' })],
        done('bow', 999, { outcome: 'skipped' }),
      ]),
    ])
    expect(sums).toMatchObject({
      movingSeconds: 90,
      stillSeconds: 90,
      standingSeconds: 60,
      seatedSeconds: 120,
      breathSeconds: 180,
    })
  })
  it('a form is neglected when it came regularly and has not for three times its own gap and over two weeks', () => {
    const gone = (days: number, to: string, times = 6) =>
      covered(every(days, to, times, done('stork', 40))).neglected.map(({ what, daysAgo, everyDays }) => [
        what,
        daysAgo,
        everyDays,
      ])
    expect(gone(2, '2026-03-16')).toEqual([[{ form: 'Stork', formId: 'stork' }, 15, 2]])
    expect(gone(2, '2026-03-17')).toEqual([])
    // Every week: two weeks are no neglect, more than three are.
    expect(gone(7, '2026-03-10')).toEqual([])
    expect(gone(7, '2026-03-09')).toHaveLength(1)
    // Twice is no habit.
    expect(gone(2, '2026-02-01', 2)).toEqual([])
  })
  it('an area is neglected when its share of the time fell to less than a quarter, once there is enough to compare with', () => {
    const before = (times: number) => every(2, '2026-03-03', times, done('rise', 60), done('bow', 60))
    const now = every(2, '2026-03-30', 10, done('rise', 60))
    const lost = (times: number, also: ReturnType<typeof on>[] = []) =>
      covered([...before(times), ...now, ...also]).neglected.flatMap(({ what }) => ('area' in what ? [what.area] : []))
    expect(lost(8)).toEqual(['legs'])
    expect(lost(7)).toEqual([])
    expect(lost(8, [on('2026-03-30', [done('bow', 200)])])).toEqual([])
  })
  it('what is being learned is named with its last day, what was left longest first; what is known is not', () => {
    const stage = (formId: string, is: 'watch' | 'linked') => ({ id: formId, formId, stage: is, day: '2026-03-01' })
    const { learning } = covered(
      [on('2026-03-10', [done('rise', 60)]), on('2026-03-12', [done('bow', 60)])],
      '2026-03-04',
      [stage('bow', 'watch'), stage('rise', 'watch'), stage('stork', 'linked'), stage('away', 'watch')],
    )
    expect(learning.map(({ name, lastDay }) => [name, lastDay])).toEqual([
      ['Rise', '2026-03-10'],
      ['Bow', '2026-03-12'],
    ])
  })
  it('whatever was done: stillness and moving, and feet and chair, each add up to the same, and nothing lies after its last day', () => {
    const steps = fc.array(
      fc.record({ form: fc.constantFrom('rise', 'bow', 'stork', 'sit'), seconds: fc.nat(300), seated: fc.boolean() }),
      { maxLength: 5 },
    )
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(60), steps), { maxLength: 20 }), (days) => {
        const sessions = days.map(([back, of]) =>
          on(
            addDays(TODAY, -back),
            of.map(({ form, seconds, seated }) => done(form, seconds, { version: seated ? 'seated' : null })),
          ),
        )
        const all = covered(sessions)
        const inForms = all.forms.reduce((sum, { seconds }) => sum + seconds, 0)
        expect(all.stillSeconds + all.movingSeconds).toBe(inForms)
        expect(all.seatedSeconds + all.standingSeconds).toBe(inForms)
        expect(inForms).toBe(all.seconds)
        for (const { lastDay } of all.forms) expect(lastDay! <= TODAY).toBe(true)
      }),
    )
  })
})

describe('the week against the guideline', () => {
  it('counts what moves on the feet; not stillness, the chair, the closing or more than a week ago', () => {
    const week = activityOfWeek(
      [
        on('2026-03-31', [
          done('rise', 600),
          done('rise', 300, { version: 'seated' }),
          done('sit', 300, { part: 'settle' }),
        ]),
        on('2026-03-25', [
          done('bow', 300),
          done('bow', 60, { part: 'gather' }),
          done('rise', 60, { outcome: 'skipped' }),
        ]),
        on('2026-03-24', [done('bow', 600)]),
        { startedAt: '2026-03-27T18:00:00.000Z', timeZone: 'UTC', practisedSeconds: 3600, done: [] },
      ],
      FORMS,
      TODAY,
      3,
    )
    expect(week).toEqual({ moderateMinutes: 10 + 5 + 60, balanceDays: 3 })
  })
})
