import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chanceFrom, validate } from '#core/basics'
import {
  pairsWanted,
  trialAsks,
  trialDays,
  trialPlan,
  trialPower,
  trialRoutine,
  trialSchema,
  trialVerdict,
  type Trial,
  type TrialArm,
  type TrialDay,
} from '#core/evidence'
import { addDays, elsewhereRecord, weekday, type SessionRecord } from '#core/journal'
import { stepsOf } from '#core/routine'
import { aRoutine, aStep } from '../../helpers'

const trial: Trial = {
  id: 't',
  name: 'T',
  routineId: 'r',
  compares: { kind: 'routines', otherRoutineId: 'q' },
  outcome: 'calm',
  firstDay: '2026-03-10',
  weekdays: [1, 2, 3, 4, 5, 6, 7],
  pairs: 7,
  seed: 5,
  open: false,
}
const session = (
  day: string,
  routineId: string,
  before: number | null,
  after: number | null,
  hour = '09',
): SessionRecord => ({
  ...elsewhereRecord({
    id: `s${day}${hour}`,
    title: 'x',
    startedAt: `${day}T${hour}:00:00.000Z`,
    timeZone: 'UTC',
    minutes: 10,
    words: '',
  }),
  routineId,
  before: { energy: null, calm: before, ease: null },
  after: { energy: null, calm: after, ease: null },
})

describe('the plan of a trial', () => {
  it('has one of each in every two days, on the days of the week that are its own, and is the same again', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
        fc.integer({ min: 6, max: 60 }),
        fc.integer({ min: 0, max: 2 ** 31 - 1 }),
        (weekdays, pairs, seed) => {
          const plan = trialPlan({ ...trial, weekdays, pairs, seed })
          expect(plan).toHaveLength(2 * pairs)
          for (let pair = 0; pair < pairs; pair += 1) {
            const arms = plan.filter((day) => day.pair === pair).map(({ arm }) => arm)
            expect(arms.sort()).toEqual(['one', 'other'])
          }
          plan.forEach(({ day }, index) => {
            expect(weekdays).toContain(weekday(day))
            if (index > 0) expect(day > plan[index - 1]!.day).toBe(true)
          })
          expect(trialPlan({ ...trial, weekdays, pairs, seed })).toEqual(plan)
        },
      ),
    )
  })
  it('lets chance choose: over many seeds the first day is as often the one as the other', () => {
    const ones = Array.from({ length: 400 }, (_, seed) => trialPlan({ ...trial, seed })[0]!.arm).filter(
      (arm) => arm === 'one',
    )
    expect(ones.length).toBeGreaterThan(160)
    expect(ones.length).toBeLessThan(240)
  })
  it('asks for nothing before it begins and after it ends', () => {
    expect(trialAsks(trial, '2026-03-09')).toBeNull()
    expect(trialAsks(trial, '2026-03-10')).not.toBeNull()
    expect(trialAsks(trial, '2026-03-24')).toBeNull()
  })
  it('names what is wrong with it', () => {
    const faults = (change: object) => {
      const checked = validate(trialSchema, { ...trial, ...change }, 'trial')
      return checked.ok ? [] : checked.faults.map(({ message }) => message)
    }
    expect(faults({})).toEqual([])
    expect(faults({ weekdays: [] })[0]).toMatch(/weekdays must name at least one day/)
    expect(faults({ weekdays: [1, 1] })[0]).toMatch(/weekdays must name at least one day of the week, each once/)
    expect(faults({ pairs: 3 })[0]).toMatch(/pairs must be at least 6/)
    expect(faults({ compares: { kind: 'form' } })[0]).toMatch(/formId is missing/)
  })
})

describe('what became of a trial’s days', () => {
  const plan = trialPlan(trial)
  const asked = (index: number) => (plan[index]!.arm === 'one' ? 'r' : 'q')
  it('is done as asked, something else, missed, or to come; what was done first as asked counts', () => {
    const sessions = [
      session(plan[0]!.day, 'x', 1, 5),
      session(plan[0]!.day, asked(0), 2, 4, '20'),
      session(plan[1]!.day, 'x', 3, 2),
      session(plan[3]!.day, asked(3), null, 4),
    ]
    const days = trialDays(trial, sessions, plan[4]!.day, 3)
    expect(days.slice(0, 5).map(({ kept, gain }) => [kept, gain])).toEqual([
      ['done', 2],
      ['otherwise', -1],
      ['missed', null],
      ['done', null],
      ['open', null],
    ])
  })
  it('tells the morning from the evening, and with a form from without it', () => {
    const times = { ...trial, compares: { kind: 'times' as const } }
    const first = trialPlan(times)[0]!
    const hour = first.arm === 'one' ? '08' : '19'
    expect(trialDays(times, [session(first.day, 'r', 2, 3, hour)], addDays(first.day, 1), 3)[0]!.kept).toBe('done')
    const wrong = first.arm === 'one' ? '19' : '08'
    expect(trialDays(times, [session(first.day, 'r', 2, 3, wrong)], addDays(first.day, 1), 3)[0]!.kept).toBe(
      'otherwise',
    )
    const routine = { ...aRoutine([aStep('s1', 'reed'), aStep('s2', 'bow')]), id: 'r' }
    const form = { routineId: 'r', compares: { kind: 'form' as const, formId: 'reed' } }
    const led = (arm: TrialArm) =>
      stepsOf(trialRoutine(form, arm, [routine])!).flatMap(({ formId, off }) => (off ? [] : formId))
    expect(led('one')).toEqual(['reed', 'bow'])
    expect(led('other')).toEqual(['bow'])
    expect(trialRoutine({ ...form, routineId: 'gone' }, 'one', [routine])).toBeNull()
  })
})

describe('the verdict of a trial', () => {
  const days = (gains: [one: number | null, other: number | null][], open = 0): TrialDay[] =>
    gains.flatMap(([one, other], pair) =>
      (
        [
          ['one', one],
          ['other', other],
        ] as const
      ).map(([arm, gain]) => ({
        day: '',
        arm,
        pair,
        gain,
        kept: pair >= gains.length - open ? 'open' : gain === null ? 'missed' : 'done',
      })),
    )
  it('is given only when the last day is over', () => {
    const all: [number, number][] = Array.from({ length: 8 }, () => [2, 0])
    expect(trialVerdict(days(all, 1)).verdict).toBe('running')
    expect(trialVerdict(days(all))).toMatchObject({ verdict: 'one', difference: 2, chance: 2 / 256 })
    expect(trialVerdict(days(all.map(([one, other]) => [other, one]))).verdict).toBe('other')
  })
  it('says nothing of a difference that chance makes', () => {
    expect(
      trialVerdict(
        days([
          [1, 0],
          [0, 1],
          [2, 0],
          [0, 2],
          [1, 0],
          [0, 0],
        ]),
      ).verdict,
    ).toBe('noneSeen')
    expect(trialVerdict([]).verdict).toBe('running')
  })
  it('counts a missed day as no change, so that missing the bad days of the one does not make it better', () => {
    const honest: [number | null, number | null][] = Array.from({ length: 10 }, (_, at) => [
      at < 5 ? 2 : null,
      at < 5 ? 2 : 1,
    ])
    const verdict = trialVerdict(days(honest))
    expect(verdict).toMatchObject({
      difference: -0.5,
      saidDifference: 0,
      missed: { one: 5, other: 0 },
      said: { one: 5, other: 10 },
    })
  })
  it('asks for more pairs the smaller the difference and the wider the spread, and then finds it', () => {
    const wanted = pairsWanted(1, 0.8, chanceFrom(1))
    expect(pairsWanted(1, 1.2, chanceFrom(1))).toBeGreaterThan(wanted)
    expect(pairsWanted(2, 0.8, chanceFrom(1))).toBeLessThanOrEqual(wanted)
    expect(trialPower(wanted, 1, 0.8, chanceFrom(9))).toBeGreaterThan(0.74)
    expect(trialPower(wanted, 0, 0.8, chanceFrom(9))).toBeLessThan(0.05)
  })
})
