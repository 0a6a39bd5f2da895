import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { askedBy, checkRoutine, STATE_CONCERNS, TODAY_STATES, UNKNOWN_PERSON } from '#core/compose'
import { AREAS, CONDITIONS, USUAL_HOUSE_RULES, type Caution } from '#core/forms'
import { PAIN_PLACES } from '#core/journal'
import {
  rankRoutines,
  MOST_OFFERED,
  offersFitted,
  type EffectSeen,
  type KeptForm,
  type Lately,
  type TodayRequest,
} from '#core/plan'
import { activeSteps, type Routine } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { aForm, aRoutine, aStep, NOTHING_LATELY } from '../../helpers'

const SETTLE = aForm({
  id: 'settle',
  part: 'settle',
  counting: { by: 'time' },
  counts: { least: 30, usual: 60, most: 600, step: 30 },
})
const FORMS = [
  aForm({ id: 'reed', areas: ['spine', 'lowBack'] }),
  aForm({ id: 'bow', areas: ['legs'], effort: { legs: 3, shoulders: 0, spine: 0, balance: 0 } }),
  aForm({ id: 'fold', areas: ['spine'], cautions: ['deepFold'], versions: [] }),
  aForm({
    id: 'post',
    areas: ['legs'],
    part: 'stand',
    counting: { by: 'time' },
    counts: { least: 30, usual: 120, most: 600, step: 30 },
  }),
  SETTLE,
]
/** A routine of some forms, closed. */
const routine = (id: string, ...formIds: string[]): Routine => ({
  ...aRoutine(
    [...formIds, 'settle'].map((formId, at) => ({
      ...aStep(`${id}-${at}`, formId),
      count: formId === 'settle' ? 60 : 4,
      part: FORMS.find((form) => form.id === formId)!.part,
    })),
  ),
  id,
  name: id,
})
const asks = (change: Partial<TodayRequest> = {}): TodayRequest => ({
  forms: FORMS,
  ways: [],
  pace: steadyPace(4, 6),
  rules: USUAL_HOUSE_RULES,
  routines: ['a', 'b', 'c', 'd'].map((id) => routine(id, 'reed')),
  lately: NOTHING_LATELY,
  stages: {},
  conditions: [],
  body: { states: [], pain: [] },
  minutes: null,
  hour: 9,
  asks: [],
  minutesLacking: null,
  kept: {},
  effects: [],
  today: '2026-03-10',
  ...change,
})
/** The offers as they would be followed, and why not the others. */
function judge(change: Partial<TodayRequest>) {
  const judgement = rankRoutines(asks(change))
  const fitted = [...offersFitted(judgement, asks(change))]
  return {
    offers: fitted.flatMap((each) => ('routine' in each ? [each] : [])),
    unsuited: [...judgement.unsuited, ...fitted.flatMap((each) => ('routine' in each ? [] : [each]))],
    rest: judgement.rest,
  }
}
const order = (change: Partial<TodayRequest>) => judge(change).offers.map(({ routineId }) => routineId)
const lately = (change: Partial<Lately>): Lately => ({ ...NOTHING_LATELY, ...change })
const was = (lastDaysAgo: number, weekdayTimes = 0, daysRunning = 0) => ({ lastDaysAgo, weekdayTimes, daysRunning })

describe('what to practise now', () => {
  it('keeps the given order while nothing speaks for anything, and offers three', () => {
    expect(order({})).toEqual(['a', 'b', 'c'])
    expect(judge({}).offers).toHaveLength(MOST_OFFERED)
  })

  it('puts first what a trial asks, then a series, then the habit of the weekday, then what was done last', () => {
    expect(
      order({
        lately: lately({ routines: { a: was(1), b: was(7, 4), c: was(3, 0) } }),
        asks: [{ routineId: 'd', by: 'series', name: 'Eight weeks' }],
      }),
    ).toEqual(['d', 'b', 'a'])
    const both = [
      { routineId: 'd', by: 'series' as const, name: 'Eight weeks' },
      { routineId: 'c', by: 'trial' as const, name: 'Evenings' },
    ]
    const judged = judge({ asks: both }).offers
    expect(judged.map(({ routineId }) => routineId)).toEqual(['c', 'd', 'a'])
    expect(judged[0]!.reasons[0]).toEqual({ kind: 'asked', by: 'trial', name: 'Evenings' })
  })

  it('takes once on a weekday for chance and twice for a habit', () => {
    expect(order({ lately: lately({ routines: { b: was(7, 1), c: was(7, 2) } }) })[0]).toBe('c')
    expect(judge({ lately: lately({ routines: { b: was(7, 1) } }) }).offers[0]!.reasons).toEqual([
      { kind: 'recent', daysAgo: 7 },
    ])
  })

  it('does not offer the same a fourth day running while there is anything else, unless it was planned', () => {
    const running = lately({ routines: { a: was(1, 4, 3) } })
    expect(order({ lately: running })[0]).not.toBe('a')
    expect(order({ lately: running, asks: [{ routineId: 'a', by: 'series', name: 'S' }] })[0]).toBe('a')
    expect(order({ lately: running, routines: [routine('a', 'reed')] })).toEqual(['a'])
  })

  const aKept = (change: Partial<KeptForm> = {}): KeptForm => ({
    formId: 'bow',
    stage: 'linked',
    isLearning: false,
    keeping: 'due',
    recall: 0.82,
    days: 9,
    lastDay: '2026-02-10',
    dueDay: '2026-03-10',
    ...change,
  })
  it('brings back what is due, what is being learned before what is known, and what was never done yet of it', () => {
    const routines = [routine('a', 'reed'), routine('b', 'bow')]
    const first = (change: Partial<TodayRequest>) => judge({ routines, ...change }).offers[0]!
    const of = (change: Partial<KeptForm>) => first({ kept: { bow: aKept(change) } })
    expect(of({}).reasons[0]).toEqual({ kind: 'due', formIds: ['bow'], days: 28 })
    expect([of({}).routineId, of({ keeping: 'fading' }).routineId]).toEqual(['b', 'a'])
    expect(of({ isLearning: true }).reasons[0]).toEqual({ kind: 'learning', formIds: ['bow'] })
    expect(of({ isLearning: true }).worth).toBeGreaterThan(of({}).worth)
    expect(first({ stages: { bow: 'watch' } }).reasons[0]).toEqual({ kind: 'learning', formIds: ['bow'] })
    expect(first({ stages: { bow: 'watch' }, kept: { bow: aKept({ keeping: 'fresh' }) } }).routineId).toBe('a')
    expect(of({ recall: 0.7 }).worth).toBeGreaterThan(of({}).worth)
  })

  it('brings nothing back by a step that is left out for now', () => {
    const routines = [routine('a', 'reed', 'fold')]
    const said = (level: number) => {
      const body: TodayRequest['body'] = { states: [], pain: level > 0 ? [{ place: 'lowBack', level }] : [] }
      return judge({ routines, body, kept: { fold: aKept({ formId: 'fold' }) } }).offers.flatMap((each) => each.reasons)
    }
    expect(said(0).map(({ kind }) => kind)).toContain('due')
    expect(said(5).map(({ kind }) => kind)).not.toContain('due')
  })

  it('puts forward what the journal finds to do good, and back after what it is found worse than after others', () => {
    const routines = ['a', 'b', 'c'].map((id) => routine(id, id === 'c' ? 'bow' : 'reed'))
    const effect = (about: EffectSeen['about'], isBetter: boolean): EffectSeen => ({
      about,
      outcome: 'calm',
      isBetter,
      sessions: 31,
      better: 20,
      worse: 4,
      gain: 0.4,
      othersGain: 0.6,
    })
    const better = judge({ routines, effects: [effect({ kind: 'routine', routineId: 'b' }, true)] }).offers
    expect(better.map(({ routineId }) => routineId)).toEqual(['b', 'a', 'c'])
    expect(better[0]!.reasons[0]).toEqual({
      kind: 'good',
      formIds: [],
      outcome: 'calm',
      sessions: 31,
      better: 20,
      worse: 4,
    })
    const byForm = judge({ routines, effects: [effect({ kind: 'form', formId: 'bow' }, true)] }).offers
    expect(byForm[0]!.reasons[0]).toEqual({
      kind: 'good',
      formIds: ['bow'],
      outcome: 'calm',
      sessions: 31,
      better: 20,
      worse: 4,
    })
    const worse = judge({ routines, effects: [effect({ kind: 'routine', routineId: 'a' }, false)] }).offers
    expect(worse.map(({ routineId }) => routineId)).toEqual(['b', 'c', 'a'])
    expect(worse[2]!.against).toEqual([
      { kind: 'notGood', formIds: [], outcome: 'calm', sessions: 31, gain: 0.4, othersGain: 0.6 },
    ])
  })

  it('looks for what the week lacks: areas and parts that had their place, a side, and minutes', () => {
    const routines = [routine('a', 'reed'), routine('b', 'bow'), routine('c', 'post')]
    const first = (change: Partial<Lately>, more: Partial<TodayRequest> = {}) =>
      judge({ routines, lately: lately(change), ...more }).offers[0]!
    const often = Object.fromEntries(AREAS.map((area) => [area, { week: 300, usual: 300 }]))
    const legs = first({ areas: { ...often, legs: { week: 20, usual: 300 } } })
    expect([legs.routineId, legs.reasons[0]]).toEqual(['b', { kind: 'areas', areas: ['legs'] }])
    expect(first({ areas: { ...often, legs: { week: 90, usual: 300 } } }).reasons).not.toContainEqual(legs.reasons[0])
    expect(first({ areas: often }).routineId).toBe('a')
    const stands = first({ parts: { stand: { week: 0, usual: 600 }, work: { week: 600, usual: 600 } } })
    expect([stands.routineId, stands.reasons[0]]).toEqual(['c', { kind: 'parts', parts: ['stand'] }])
    expect(
      first({ parts: { stand: { week: 0, usual: 600 }, work: { week: 0, usual: 600 } } }).reasons[0]!.kind,
    ).not.toBe('parts')
    const side = first({ sidesShort: { bow: 'right', elsewhere: 'left' } })
    expect([side.routineId, side.reasons[0]]).toEqual(['b', { kind: 'sides', formIds: ['bow'], side: 'right' }])
  })

  it('brings what five weeks gave less than the rest', () => {
    const routines = [routine('a', 'reed'), routine('b', 'bow')]
    const judged = (change: Partial<Lately>) => judge({ routines, lately: { ...NOTHING_LATELY, ...change } }).offers
    const often = Object.fromEntries(AREAS.map((area) => [area, { week: 300, usual: 300 }]))
    const [short] = judged({ areas: { ...often, legs: { week: 90, usual: 80 } } })
    expect([short!.routineId, short!.reasons[0]]).toEqual(['b', { kind: 'short', areas: ['legs'] }])
    const named = (usual: number) =>
      judged({ areas: { ...often, legs: { week: usual, usual } } })[0]!.reasons.some(({ kind }) => kind === 'short')
    expect([named(150), named(220)]).toEqual([true, false])
    expect(judged({ areas: often })[0]!.routineId).toBe('a')
    // What is not named weighs too, up to a point; and what the areas had too much of comes later.
    const worth = (usual: number, id = 'b') =>
      judged({ areas: { ...often, legs: { week: usual, usual } } }).find(({ routineId }) => routineId === id)!.worth
    expect(worth(250)).toBeGreaterThan(worth(300))
    expect(worth(350)).toBeLessThan(worth(300))
    expect(worth(220)).toBeCloseTo(worth(215), 9)
    const fresh = { spine: { week: 900, usual: 0 } }
    expect(judged({ areas: fresh }).flatMap(({ reasons }) => reasons)).not.toContainEqual(
      expect.objectContaining({ kind: 'short' }),
    )
  })

  it('leaves for later what would be a jump for the legs, the later the further it goes, but not what was laid on this day', () => {
    const routines = [routine('a', 'reed'), routine('b', 'bow', 'bow', 'bow', 'bow')]
    const judged = (legs: Lately['legs'], change: Partial<TodayRequest> = {}) =>
      rankRoutines(asks({ routines, lately: { ...NOTHING_LATELY, legs }, ...change })).offers
    const { occurrences } = compileTimeline({ ...asks(), routine: routines[1]! })
    const load = occurrences.reduce((sum, { bodySeconds, effort }) => sum + bodySeconds * effort.legs, 0)
    const bow = (...about: Parameters<typeof judged>) => judged(...about).find(({ routineId }) => routineId === 'b')!
    expect(bow({ week: load, usual: load * 1.3 }).against).toMatchObject([{ kind: 'legs' }])
    expect(bow({ week: load, usual: load * 1.9 }).against).toEqual([])
    expect(bow({ week: load, usual: load * 1.5 }).worth).toBeGreaterThan(bow({ week: load, usual: load * 1.4 }).worth)
    expect(bow({ week: load, usual: 0 }).against).toEqual([])
    // A week or two of practice are no usual weeks.
    expect(bow({ week: load, usual: 299 }).against).toEqual([])
    expect(bow({ week: load * 2, usual: 300 }).against).toMatchObject([{ kind: 'legs' }])
    // In a minute it asks a part of that.
    expect(bow({ week: load, usual: load * 1.5 }, { minutes: 1 }).against).toEqual([])
    const laid = [{ routineId: 'b', by: 'plan' as const, name: '' }]
    const worthOf = (...about: Parameters<typeof judged>) => bow(...about).worth
    const calm = { week: 0, usual: load * 9 }
    const jump = { week: load * 9, usual: load }
    expect(worthOf(calm, { asks: laid }) - worthOf(jump, { asks: laid })).toBeCloseTo(2, 9)
    expect(worthOf(calm) - worthOf(jump)).toBeGreaterThan(4)
    // Nor what the areas had too much of already, while others lack.
    const often = Object.fromEntries(AREAS.map((area) => [area, { week: 300, usual: 300 }]))
    const areas = {
      ...often,
      legs: { week: 3000, usual: 3000 },
      spine: { week: 0, usual: 100 },
      lowBack: { week: 0, usual: 100 },
    }
    const legs = { week: load * 9, usual: load }
    const [first] = rankRoutines(asks({ routines, lately: { ...NOTHING_LATELY, areas, legs }, asks: laid })).offers
    expect(first!.routineId).toBe('b')
    const with2 = (change: Partial<Lately>) =>
      rankRoutines(asks({ routines, lately: { ...NOTHING_LATELY, ...change }, asks: laid })).offers.find(
        ({ routineId }) => routineId === 'b',
      )!.worth
    expect(with2({ areas })).toBeCloseTo(with2({ areas: often }), 9)
    expect(judged({ week: load * 9, usual: load })[0]!.routineId).toBe('a')
    expect(judged({ week: load * 9, usual: load }, { asks: laid })[0]!.routineId).toBe('b')
  })

  it('spares who is spent: what is gentle comes before what is heavy, which says why not', () => {
    const routines = [routine('a', 'bow'), routine('b', 'reed')]
    const judged = judge({ routines, body: { states: ['tired'], pain: [] } }).offers
    expect(judged.map(({ routineId }) => routineId)).toEqual(['b', 'a'])
    expect(judged[0]!.reasons[0]).toEqual({ kind: 'gentle' })
    expect(judged[1]!.against).toContainEqual({ kind: 'heavy' })
  })

  it('leaves out what a sore back should not do, and does not offer what is hardly anything then', () => {
    const routines = [routine('a', 'fold'), routine('b', 'reed', 'reed', 'fold')]
    const judged = judge({ routines, body: { states: [], pain: [{ place: 'lowBack', level: 5 }] } })
    expect(judged.offers.map(({ routineId, leftOut }) => [routineId, leftOut])).toEqual([['b', ['fold']]])
    expect(judged.unsuited).toEqual([
      { routineId: 'a', against: [{ kind: 'nothingLeft' }, { kind: 'leftOut', formIds: ['fold'] }] },
    ])
  })

  it('does not offer what would be left without its closing', () => {
    const lies = aForm({ id: 'lies', part: 'settle', stance: 'lying', versions: [] })
    const forms = [...FORMS, lies]
    const lying: Routine = { ...aRoutine([aStep('x', 'reed'), { ...aStep('y', 'lies'), part: 'settle' }]), id: 'lying' }
    const { offers, unsuited } = judge({ forms, routines: [lying], conditions: ['seatedOnly'] })
    expect(offers).toEqual([])
    expect(unsuited).toEqual([
      { routineId: 'lying', against: [{ kind: 'unclosed' }, { kind: 'leftOut', formIds: ['lies'] }] },
    ])
    expect(judge({ forms, routines: [lying] }).offers).toHaveLength(1)
  })

  it('asks nothing of what every object has: a form called “constructor” is learned only where that is said', () => {
    const forms = [...FORMS, aForm({ id: 'constructor' })]
    const routines = [{ ...routine('a', 'reed'), entries: [aStep('x', 'constructor'), ...routine('a').entries] }]
    expect(judge({ forms, routines }).offers[0]!.reasons).toEqual([{ kind: 'new' }])
  })

  it('fits what it offers to the minutes, with the closing kept, and says of the rest how near they come', () => {
    const judged = judge({ minutes: 4, routines: [routine('a', 'reed'), routine('b', 'reed', 'bow', 'post')] })
    const [offer] = judged.offers
    expect(offer!.routineId).toBe('b')
    expect(Math.abs(offer!.seconds - 240)).toBeLessThanOrEqual(15)
    const { forms, ways, pace, rules } = asks()
    expect(compileTimeline({ routine: offer!.routine, forms, ways, pace, rules }).totalSeconds).toBeCloseTo(
      offer!.seconds,
    )
    const hour = judge({ minutes: 90 })
    expect(hour.offers).toEqual([])
    expect(hour.unsuited).toHaveLength(4)
    expect(hour.unsuited[0]!.against[0]!.kind).toBe('cannotFit')
  })

  it('answers with rest for much pain, a light head, or somebody spent after six days; and says that today is done', () => {
    const rest = (change: Partial<TodayRequest>) => judge(change).rest
    const hurts = (level: number) => ({ body: { states: [], pain: [{ place: 'hips' as const, level }] } })
    expect(rest({})).toBeNull()
    expect([rest(hurts(7)), rest(hurts(6))]).toEqual([{ first: true, why: 'pain' }, null])
    expect(rest({ body: { states: ['lightHeaded'], pain: [] } })).toEqual({ first: true, why: 'lightHeaded' })
    const tired = { body: { states: ['tired' as const], pain: [] } }
    expect(rest({ ...tired, lately: lately({ daysRunning: 6 }) })).toEqual({ first: true, why: 'spent' })
    expect(rest({ ...tired, lately: lately({ daysRunning: 5 }) })).toBeNull()
    expect(rest({ lately: lately({ secondsToday: 180 }) })).toEqual({ first: false, why: 'doneToday' })
    expect(rest({ lately: lately({ secondsToday: 179 }) })).toBeNull()
    expect(rest({ lately: lately({ secondsToday: 180 }), minutesLacking: 20 })).toBeNull()
  })

  it('offers an evening’s routine in the evening, and what stirs not then', () => {
    const shakes = aForm({ id: 'shakes', counting: { by: 'beats', beatsPerMinute: 120 }, part: 'wake' })
    const forms = [...FORMS, shakes]
    const stirring: Routine = {
      ...routine('a', 'reed'),
      entries: [aStep('x', 'shakes'), ...routine('a', 'reed').entries],
    }
    const routines = [stirring, routine('b', 'reed'), { ...routine('c', 'reed'), name: 'Before bed' }]
    expect(order({ forms, routines, hour: 9 })).toEqual(['a', 'b', 'c'])
    expect(order({ forms, routines, hour: 21 })).toEqual(['c', 'b', 'a'])
    expect(order({ forms, routines, hour: 2 })).toEqual(['c', 'b', 'a'])
  })

  it('offers nothing that breaks a caution, whatever is declared, felt or hurts, of all shipped routines', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...CONDITIONS), { maxLength: 3 }),
        fc.uniqueArray(fc.constantFrom(...TODAY_STATES), { maxLength: 2 }),
        fc.uniqueArray(fc.record({ place: fc.constantFrom(...PAIN_PLACES), level: fc.integer({ min: 0, max: 10 }) }), {
          maxLength: 2,
          selector: ({ place }) => place,
        }),
        (conditions, states, pain) => {
          const setting = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
          const { offers } = judge({ ...setting, routines: SHIPPED_ROUTINES, conditions, body: { states, pain } })
          const spared = new Set<Caution>(states.flatMap((state) => STATE_CONCERNS[state]))
          for (const offer of offers) {
            const findings = checkRoutine({ routine: offer.routine, ...setting }, { ...UNKNOWN_PERSON, conditions })
            expect(findings.filter(({ kind }) => kind === 'caution')).toEqual([])
            for (const step of activeSteps(offer.routine)) {
              const form = CATALOGUE.find(({ id }) => id === step.formId)!
              expect(askedBy(step, form, setting).filter((caution) => spared.has(caution))).toEqual([])
            }
          }
        },
      ),
      { numRuns: 40 },
    )
  })
})
