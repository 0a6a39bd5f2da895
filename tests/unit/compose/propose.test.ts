import { describe, expect, it } from 'vitest'
import { propose, PURPOSES, type ProposeRequest } from '#core/compose'
import { steadyPace } from '#core/breath'
import { ARC_PARTS, USUAL_HOUSE_RULES } from '#core/forms'
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
const formOf = (id: string) => CATALOGUE.find((form) => form.id === id)!

describe('a proposal', () => {
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

  it('is the same for a seed, and another is another', () => {
    expect(formsIn(request())).toEqual(formsIn(request()))
    const proposals = Array.from({ length: 6 }, (_, another) => formsIn(request({ another })).sort().join())
    expect(new Set(proposals).size).toBe(6)
  })

  it('is drawn from what the forms say: for a sore back no folds or strong twists, seated on a chair, pieces in order', () => {
    const back = formsIn(request({ purpose: 'lowBack' })).map(formOf)
    expect(back.flatMap(({ cautions }) => cautions)).not.toContain('deepFold')
    expect(back.filter(({ areas }) => areas.includes('lowBack')).length).toBeGreaterThan(1)
    const chair = formsIn(request({ purpose: 'seated' })).map(formOf)
    expect(
      chair.every(({ stance, versions }) => stance === 'seated' || versions.some(({ kind }) => kind === 'seated')),
    ).toBe(true)
    for (const another of [0, 1, 2, 3, 4]) {
      const pieces = formsIn(request({ purpose: 'eightPieces', minutes: 15, another })).map(formOf)
      for (const name of ['The eight pieces', 'The eight pieces, upright']) {
        const places = pieces.flatMap(({ set }) => (set?.name === name ? [set.place] : []))
        expect(places).toEqual([...places].sort((one, other) => one - other))
      }
      const ofSets = pieces.filter(({ set }) => set?.name.startsWith('The eight pieces'))
      expect(ofSets.length).toBeGreaterThan(2)
    }
  })

  it('stands in the order of the arc, sets in their order, heel drops late; none better is suggested for what is left', () => {
    let dropped = 0
    for (const seed of [1, 2, 3]) {
      for (const purpose of PURPOSES) {
        const { routine } = propose(request({ purpose, minutes: 20, seed }))
        dropped += routine.entries.filter(({ off }) => off).length
        const parts = stepsOf(routine).map(({ part }) => ARC_PARTS.indexOf(part))
        expect(parts).toEqual([...parts].sort((one, other) => one - other))
        const again = suggestOrder(routine, CATALOGUE)
        expect(done(again.routine), purpose).toEqual(done(routine))
        const { setInOrder, heelsLate } = again.before
        expect({ setInOrder, heelsLate }, purpose).toEqual({ setInOrder: 0, heelsLate: 0 })
      }
    }
    expect(dropped).toBeGreaterThan(0)
  })

  it('heeds today, my conditions and what may be chosen', () => {
    const dizzy = formsIn(request({ states: ['lightHeaded'], minutes: 20 })).map(formOf)
    for (const caution of ['breathHold', 'quickBreathing', 'oneLeg'] as const) {
      expect(dizzy.flatMap(({ cautions }) => cautions)).not.toContain(caution)
    }
    const disc = formsIn(request({ conditions: ['discTrouble'], minutes: 20 })).map(formOf)
    expect(disc.flatMap(({ cautions }) => cautions)).not.toContain('strongTwist')
    const mine = new Set(['shake', 'rise-and-sink', 'settle', 'three-sweeps', 'wrist-circles'])
    expect(formsIn(request({ allowed: (id) => mine.has(id) })).every((id) => mine.has(id))).toBe(true)
    expect(propose(request({ allowed: () => false })).empty).toBe(true)
  })

  it('brings back what was not done for long, and what is being learned', () => {
    const days = (id: string) => (id === 'rib-bows' ? 60 : 0)
    const { reasons } = propose(request({ daysSince: days }))
    expect(reasons.find(({ formId }) => formId === 'rib-bows')?.reasons).toContainEqual({ kind: 'due', days: 60 })
    const learning = formsIn(request({ purpose: 'learning', stageOf: (id) => (id === 'millstone' ? 'slow' : null) }))
    expect(learning).toContain('millstone')
  })
})
