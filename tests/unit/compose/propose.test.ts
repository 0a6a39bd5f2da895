import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { propose, PURPOSES, STATE_CONCERNS, TODAY_STATES, type ProposeRequest } from '#core/compose'
import { workOf } from '#core/basics'
import { steadyPace } from '#core/breath'
import {
  ARC_PARTS,
  cautionsOf,
  concernsOf,
  CONDITIONS,
  inManner,
  isClosingPart,
  USUAL_HOUSE_RULES,
  wayFor,
  type HouseRules,
} from '#core/forms'
import { stepsOf, suggestOrder, type Routine } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE } from '#data'

function request(change: Partial<ProposeRequest> = {}): ProposeRequest {
  let next = 0
  return {
    purpose: 'morning',
    minutes: 12,
    states: [],
    conditions: [],
    forms: CATALOGUE,
    ways: [],
    pace: steadyPace(4, 6),
    rules: USUAL_HOUSE_RULES,
    allowed: () => true,
    stageOf: () => null,
    daysSince: () => null,
    seed: 1,
    another: 0,
    newId: () => `p${(next += 1)}`,
    ...change,
  }
}
const formsIn = (given: ProposeRequest) => stepsOf(propose(given).routine).map(({ formId }) => formId)
const done = (routine: Routine) => stepsOf(routine).flatMap(({ formId, off }) => (off ? [] : [formId]))
const hasty = () => workOf(100_000)
const cautionsIn = (routine: Routine, rules: HouseRules = USUAL_HOUSE_RULES) =>
  stepsOf(routine).flatMap((step) => cautionsOf(formOf(step.formId), wayFor(step, []), rules))
const formOf = (id: string) => CATALOGUE.find((form) => form.id === id)!

describe('a proposal', () => {
  it.each(PURPOSES)('for %s may lose all but one form of a part, and no closing and no piece of a set', (purpose) => {
    const { entries } = propose(request({ purpose, minutes: 30 })).routine
    const steps = entries.flatMap((entry) => (entry.kind === 'step' ? [entry] : []))
    const isOfSet = ({ formId }: (typeof steps)[number]) => formOf(formId).set !== null
    for (const part of new Set(steps.map((step) => step.part))) {
      const those = steps.filter((step) => step.part === part)
      const staying = those.filter(({ optional }) => !optional)
      expect(staying).toEqual(expect.arrayContaining(isClosingPart(part) ? those : those.filter(isOfSet)))
      expect(staying.length, part).toBeGreaterThan(0)
      if (!isClosingPart(part)) expect(staying.filter((step) => !isOfSet(step)).length, part).toBeLessThanOrEqual(1)
    }
  })

  it.each(PURPOSES)(
    'for %s keeps its closing and its sides, has a reason for every form, and meets 12 minutes',
    (purpose) => {
      const given = request({ purpose })
      const { routine, fit, reasons, empty } = propose(given)
      const totals = totalsOf(compileTimeline({ ...given, routine }))
      expect(empty).toBe(false)
      expect(fit.closingKept).toBe(true)
      expect(Math.abs(totals.totalSeconds - 720)).toBeLessThan(60)
      expect(totals.bySteps.every(({ sidesEven }) => sidesEven)).toBe(true)
      expect(reasons.every((one) => one.reasons.length > 0)).toBe(true)
    },
  )

  it.each(['wake', 'stand'] as const)(
    'for learning has no form of the part %s, but one that is due gets room',
    (part) => {
      const all = CATALOGUE.filter((form) => form.part === part).map(({ id }) => id)
      const proposed = (due?: ReadonlySet<string>) => {
        const given = request({ purpose: 'learning', minutes: 30, stageOf: () => 'whole', due })
        return done(propose(given).routine).filter((formId) => all.includes(formId)).length
      }
      expect(proposed()).toBe(0)
      expect(proposed(new Set(all))).toBeGreaterThan(0)
    },
  )

  it('is the same for a seed, and another is another', () => {
    expect(formsIn(request())).toEqual(formsIn(request()))
    const proposals = Array.from({ length: 6 }, (_, another) => formsIn(request({ another })).sort().join())
    expect(new Set(proposals).size).toBe(6)
  })

  it('is drawn from what the forms say: for a sore back no folds or strong twists', () => {
    const back = formsIn(request({ purpose: 'lowBack' })).map(formOf)
    expect(back.flatMap(({ cautions }) => cautions)).not.toContain('deepFold')
    expect(back.filter(({ areas }) => areas.includes('lowBack')).length).toBeGreaterThan(1)
  })

  it('stands in the order of the arc, sets in their order, heel drops late; none better is suggested', () => {
    for (const seed of [1, 2, 3]) {
      for (const purpose of PURPOSES) {
        const { routine } = propose(request({ purpose, minutes: 20, seed }))
        const parts = stepsOf(routine).map(({ part }) => ARC_PARTS.indexOf(part))
        expect(parts).toEqual([...parts].sort((one, other) => one - other))
        const again = suggestOrder(routine, CATALOGUE)
        expect(done(again.routine), purpose).toEqual(done(routine))
        const { setInOrder, heelsLate } = again.before
        expect({ setInOrder, heelsLate }, purpose).toEqual({ setInOrder: 0, heelsLate: 0 })
      }
    }
  })

  it('heeds today, and what may be chosen', () => {
    const dizzy = propose(request({ states: ['lightHeaded'], minutes: 20 })).routine
    for (const caution of ['breathHold', 'quickBreathing', 'oneLeg', 'unsteady'] as const) {
      expect(cautionsIn(dizzy), caution).not.toContain(caution)
    }
    const mine = new Set(['shake', 'rise-and-sink', 'settle', 'three-sweeps', 'wrist-circles'])
    expect(formsIn(request({ allowed: (id) => mine.has(id) })).every((id) => mine.has(id))).toBe(true)
    expect(propose(request({ allowed: () => false })).empty).toBe(true)
  })

  it('does nothing against up to three declared conditions, whatever is asked for: what is done is asked of each step and of the Timeline', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PURPOSES),
        fc.integer({ min: 5, max: 60 }),
        fc.subarray([...TODAY_STATES], { maxLength: 2 }),
        fc.uniqueArray(fc.constantFrom(...CONDITIONS), { maxLength: 3 }),
        fc.integer({ min: 0, max: 1e6 }),
        fc.constantFrom('asTaught', 'hold', 'leaveOut'),
        (purpose, minutes, states, conditions, seed, topHold) => {
          const rules = { ...USUAL_HOUSE_RULES, topHold } as HouseRules
          const given = request({ purpose, minutes, states, conditions, seed, rules, work: hasty() })
          const { routine } = propose(given)
          const matters = new Set([...concernsOf(conditions), ...states.flatMap((state) => STATE_CONCERNS[state])])
          expect(cautionsIn(routine, rules).filter((caution) => matters.has(caution))).toEqual([])
          const { occurrences, segments } = compileTimeline({ ...given, routine })
          if (matters.has('breathHold')) expect(segments.filter(({ breath }) => breath === 'hold')).toEqual([])
          if (purpose === 'seated' || conditions.includes('seatedOnly')) {
            expect(new Set(occurrences.map(({ stance }) => stance))).toEqual(new Set(['seated']))
            expect(segments.filter(({ stance }) => stance && stance !== 'seated')).toEqual([])
          }
        },
      ),
      { numRuns: 40 },
    )
  })

  it('sets the milder version on its steps, and says so', () => {
    const { routine, reasons, posture } = propose(
      request({ conditions: ['poorBalance'], purpose: 'balance', minutes: 25 }),
    )
    const supported = stepsOf(routine).filter(({ manner }) => manner?.version === 'supported')
    expect(supported.length).toBeGreaterThan(0)
    expect(posture).toBe('standing')
    const said = reasons.find(({ formId }) => formId === supported[0]!.formId)!.reasons
    expect(said.some(({ kind }) => kind === 'milder')).toBe(true)
    const seated = propose(request({ purpose: 'seated', minutes: 12 }))
    expect(seated.posture).toBe('seated')
    expect(
      stepsOf(seated.routine).every(
        (step) => formOf(step.formId).stance === 'seated' || step.manner?.version === 'seated',
      ),
    ).toBe(true)
  })

  it('gives a newcomer only first forms, and no fragment of a long one', () => {
    for (const purpose of ['morning', 'evening', 'lowBack', 'balance', 'standing', 'learning'] as const) {
      for (const minutes of [8, 20, 45]) {
        const forms = formsIn(request({ purpose, minutes })).map(formOf)
        expect(
          forms.filter(({ level }) => level !== 'first').map(({ id }) => id),
          purpose,
        ).toEqual([])
      }
    }
  })

  it.each([12, 20, 40, 60])('has all eight pieces of one school in their order in %i minutes', (minutes) => {
    const pieces = formsIn(request({ purpose: 'eightPieces', minutes }))
      .map(formOf)
      .filter(({ set }) => set?.name.startsWith('The eight pieces'))
    expect(pieces.map(({ set }) => set!.place)).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
    expect(new Set(pieces.map(({ set }) => set!.name)).size).toBe(1)
  })

  it('never doubles a form under two names, and does not sit down in the midst of standing', () => {
    for (const purpose of PURPOSES) {
      for (const minutes of [10, 30, 50, 60]) {
        const { routine } = propose(request({ purpose, minutes, stageOf: () => 'whole' }))
        const forms = stepsOf(routine).map(({ formId, manner }) => inManner(formOf(formId), manner))
        // A form outside the set of eight may say that it is one of its pieces.
        const ofEight = forms.flatMap(({ set }) =>
          set?.name.startsWith('The eight pieces') ? [`eight pieces ${set.place}`] : [],
        )
        const alike = [...forms.flatMap(({ alike }) => alike ?? []), ...ofEight]
        expect(new Set(alike).size, purpose).toBe(alike.length)
        const sits = forms.map(({ stance }) => stance === 'seated')
        const firstSeat = sits.indexOf(true)
        if (firstSeat > 0)
          expect(
            forms.slice(firstSeat).every(({ part }) => part === 'settle'),
            purpose,
          ).toBe(true)
      }
    }
  })

  it('brings back what was not done for long, and what is being learned', () => {
    const days = (id: string) => (id === 'rib-bows' ? 60 : 0)
    const { reasons } = propose(request({ daysSince: days }))
    expect(reasons.find(({ formId }) => formId === 'rib-bows')?.reasons).toContainEqual({ kind: 'due', days: 60 })
    const learning = formsIn(request({ purpose: 'learning', stageOf: (id) => (id === 'millstone' ? 'slow' : null) }))
    expect(learning).toContain('millstone')
  })
})
