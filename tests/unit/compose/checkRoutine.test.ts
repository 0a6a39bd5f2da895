import { describe, expect, it } from 'vitest'
import { checkRoutine, mend, UNKNOWN_PERSON, routineSummary, type KnownPerson } from '#core/compose'
import { steadyPace } from '#core/breath'
import { plainWay, USUAL_HOUSE_RULES, type Form } from '#core/forms'
import {
  changeStep,
  groupFor,
  stepFor,
  stepsOf,
  type Entry,
  type Finding,
  type FindingKind,
  type Step,
} from '#core/routine'
import { compileTimeline, totalsOf, type CompileInput } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { aForm, aRoutine } from '../../helpers'

const step = (id: string, change: Partial<Step> = {}): Step => ({
  ...stepFor(
    CATALOGUE.find((form) => form.id === id)!,
    id,
  ),
  ...change,
})
const input = (entries: Entry[], change: Partial<CompileInput> = {}): CompileInput => ({
  routine: aRoutine(entries),
  forms: CATALOGUE,
  ways: [],
  pace: steadyPace(4, 6),
  rules: USUAL_HOUSE_RULES,
  ...change,
})
const kinds = (given: CompileInput, person: KnownPerson = UNKNOWN_PERSON) =>
  checkRoutine(given, person).map(({ kind }) => kind)
const only = (given: CompileInput, kind: FindingKind, person: KnownPerson = UNKNOWN_PERSON): Finding =>
  checkRoutine(given, person).find((finding) => finding.kind === kind)!
let made = 0
const newId = () => `made-${(made += 1)}`
const mended = (given: CompileInput, finding: Finding) => ({ ...given, routine: mend(given, finding, newId)! })

const whole = (...work: Entry[]) => [
  step('stand-and-arrive'),
  step('spine-wave'),
  step('hips-both-ways'),
  ...work,
  step('three-sweeps'),
  step('hands-on-the-belly', { count: 12 }),
  step('settle', { count: 300 }),
]

describe("a teacher's glance", () => {
  it('finds nothing in a careful routine, nor in the shipped ones', () => {
    expect(kinds(input(whole(step('hold-up-the-sky'))))).toEqual([])
    for (const routine of SHIPPED_ROUTINES) expect(kinds({ ...input([]), routine }), routine.name).toEqual([])
    expect(kinds(input([]))).toEqual([])
  })

  it('sees that there is no closing, or too little, and mends it', () => {
    const none = input([step('spine-wave'), step('hold-up-the-sky')])
    expect(kinds(none)).toContain('noClosing')
    const closed = mended(none, only(none, 'noClosing'))
    expect(kinds(closed)).not.toContain('noClosing')
    expect(kinds(closed)).not.toContain('shortClosing')

    const short = input([step('spine-wave'), step('cloud-hands', { count: 18 }), step('settle', { count: 30 })])
    const finding = only(short, 'shortClosing')
    const totals = totalsOf(compileTimeline(short))
    expect(finding.seconds).toBeCloseTo(0.3 * totals.movingSeconds - totals.closingSeconds, 9)
    expect(kinds(mended(short, finding))).not.toContain('shortClosing')
  })

  it('sees uneven sides and evens them', () => {
    const uneven = input(whole(step('cloud-hands', { count: 7 })))
    const finding = only(uneven, 'unevenSides')
    expect(finding.names).toEqual(['Cloud hands'])
    expect(stepsOf(mended(uneven, finding).routine).find(({ id }) => id === 'cloud-hands')!.count).toBe(8)
  })

  it('sees deep work before the body is loose, and puts loosening first', () => {
    const cold = input([step('sway-head-and-tail'), step('three-sweeps'), step('settle', { count: 300 })])
    expect(kinds(cold)).toContain('coldStart')
    const warmed = mended(cold, only(cold, 'coldStart'))
    expect(stepsOf(warmed.routine)[0]!.part).toBe('loosen')
  })

  it('compares a stillness with what this person has held so far', () => {
    const long = input(whole(step('post-at-the-heart', { count: 420 })))
    expect(kinds(long)).toContain('longStillness')
    expect(kinds(long, { ...UNKNOWN_PERSON, longestStillSeconds: 400 })).not.toContain('longStillness')
    expect(kinds(mended(long, only(long, 'longStillness')))).not.toContain('longStillness')
  })

  it('sees leg work piled up, and breaths too quick or too long', () => {
    const legs = input(whole(step('short-form-24', { count: 2 }), step('part-the-mane')))
    expect(kinds(legs)).toContain('legLoad')
    const quick = input(whole(step('rise-and-sink', { count: 40 })), { pace: steadyPace(1, 1) })
    expect(kinds(quick)).toContain('quickBreath')
    const slow = input(whole(step('rise-and-sink')), { pace: steadyPace(12, 14) })
    expect(only(slow, 'longBreath')).toMatchObject({ seconds: 26 })
  })

  it('points out cautions for my own conditions until the milder version is my way', () => {
    const given = input(whole(step('hold-up-the-sky')))
    const person = { ...UNKNOWN_PERSON, conditions: ['highBloodPressure' as const] }
    expect(only(given, 'caution', person)).toMatchObject({ mend: 'milder', caution: { caution: 'breathHold' } })
    const way = { ...plainWay('w', 'hold-up-the-sky'), choices: { topHold: 'leaveOut' as const } }
    expect(kinds({ ...given, ways: [way] }, person)).toEqual([])
    const folding = input(whole(step('hands-to-the-feet')))
    expect(checkRoutine(folding, person).every((finding) => finding.mend === null)).toBe(true)
  })

  it('sees a form not yet learned in a flow, and takes it out', () => {
    const flow = input(whole(groupFor('rounds', 'g', 'Flow', [step('rise-and-sink'), step('cloud-hands')])))
    const person: KnownPerson = { ...UNKNOWN_PERSON, stageOf: (id) => (id === 'cloud-hands' ? 'handsOnly' : null) }
    expect(kinds(flow)).not.toContain('notLearned')
    const finding = only(flow, 'notLearned', person)
    expect(finding.names).toEqual(['Cloud hands'])
    expect(finding.mend).toBe('takeOutOfFlow')
    // It is still new, but no longer in the midst of others.
    expect(only(mended(flow, finding), 'notLearned', person).mend).toBeNull()
  })

  it('is silent where it was silenced, for this routine alone', () => {
    const none = input([step('spine-wave')])
    const { key } = only(none, 'noClosing')
    expect(kinds({ ...none, routine: { ...none.routine, silenced: [key] } })).not.toContain('noClosing')
  })
})

describe('the figures of a routine', () => {
  it('add up to the Timeline', () => {
    for (const routine of SHIPPED_ROUTINES) {
      const given = { ...input([]), routine }
      const figures = routineSummary(given)
      const timeline = compileTimeline(given)
      expect(figures.totalSeconds).toBe(timeline.totalSeconds)
      expect(Object.values(figures.byPart).reduce((sum, seconds) => sum + seconds, 0)).toBeCloseTo(
        timeline.totalSeconds,
        6,
      )
    }
    const still = routineSummary(input([step('post-at-the-heart', { count: 180 }), step('rise-and-sink')]))
    expect(still.stillSeconds).toBe(180)
    const form: Form = aForm({ areas: ['hips', 'legs'] })
    const two = routineSummary({ ...input([stepFor(form, 's')]), forms: [form] })
    expect(two.byArea).toEqual({ hips: 40, legs: 40 })
  })
  it('follow a changed count', () => {
    const given = input([step('rise-and-sink')])
    const more = { ...given, routine: changeStep(given.routine, 'rise-and-sink', { count: 7 }) }
    expect(routineSummary(more).totalSeconds - routineSummary(given).totalSeconds).toBeCloseTo(10, 9)
  })
})

describe('what stands in a wrong place', () => {
  const end = [step('three-sweeps'), step('hands-on-the-belly', { count: 12 }), step('settle', { count: 300 })]
  it.each<[string, FindingKind, Entry[], Entry[]]>([
    [
      'quick breath at the opening',
      'quickOpening',
      [step('quick-release'), step('spine-wave')],
      [step('spine-wave'), step('quick-release')],
    ],
    [
      'four pieces of balance in a row',
      'balanceInRow',
      [step('stork-on-one-leg'), step('toe-clock'), step('slow-low-kick'), step('heel-to-toe-stand')],
      [
        step('stork-on-one-leg'),
        step('toe-clock'),
        step('rise-and-sink'),
        step('slow-low-kick'),
        step('heel-to-toe-stand'),
      ],
    ],
    [
      'hard work of the shoulders for more than eight minutes',
      'shoulderLoad',
      [step('hold-up-the-sky', { count: 30 }), step('lift-the-basin', { count: 20 })],
      [
        step('hold-up-the-sky', { count: 30 }),
        step('pour-left-and-right', { part: 'work' }),
        step('lift-the-basin', { count: 20 }),
      ],
    ],
    [
      'a low head before something fast',
      'quickRise',
      [step('spine-wave'), step('hands-to-the-feet'), step('bounce')],
      [step('spine-wave'), step('hands-to-the-feet'), step('rise-and-sink'), step('bounce')],
    ],
    [
      'a fold that nothing answers',
      'foldUnanswered',
      [step('hands-to-the-feet'), step('ten-quiet-breaths')],
      [step('hands-to-the-feet'), step('rise-and-sink')],
    ],
    [
      'sitting down and standing up again',
      'hopping',
      [step('rise-and-sink'), step('seated-row'), step('lift-the-basin')],
      [step('seated-row'), step('seated-cloud-hands')],
    ],
    [
      'stirring after the gathering',
      'stirsLate',
      [step('three-sweeps', { id: 'early' }), step('shake')],
      [step('shake'), step('three-sweeps', { id: 'early' })],
    ],
    [
      'four of the eight pieces',
      'setBroken',
      ['hold-up-the-sky', 'draw-the-bow', 'raise-one-hand', 'look-behind'].map((id) => step(id)),
      ['hold-up-the-sky', 'draw-the-bow'].map((id) => step(id)),
    ],
    [
      'pieces of two schools',
      'setBroken',
      [step('hold-up-the-sky'), step('south-draw-the-bow')],
      [step('hold-up-the-sky')],
    ],
    [
      'one movement under two names',
      'doubled',
      [step('look-behind'), step('south-look-behind')],
      [step('look-behind')],
    ],
  ])('%s', (_, kind, entries, better) => {
    expect(kinds(input([...entries, ...(kind === 'foldUnanswered' ? [] : end)]))).toContain(kind)
    expect(kinds(input([...better, ...(kind === 'foldUnanswered' ? [] : end)]))).not.toContain(kind)
  })
  it('loosening of other parts than the work needs, and loosens those', () => {
    const wrists = input([
      step('wrist-circles', { count: 32 }),
      step('shoulder-rolls'),
      step('sway-head-and-tail'),
      ...end,
    ])
    expect(kinds(wrists)).toContain('unfitLoosening')
    expect(kinds(mended(wrists, only(wrists, 'unfitLoosening')))).not.toContain('unfitLoosening')
    const hips = input([step('hips-both-ways'), step('knee-circles'), step('sway-head-and-tail'), ...end])
    expect(kinds(hips)).not.toContain('unfitLoosening')
  })
  it('a form that is still being learned, wherever it stands', () => {
    const person: KnownPerson = { ...UNKNOWN_PERSON, stageOf: (id) => (id === 'cloud-hands' ? 'handsOnly' : null) }
    expect(only(input(whole(step('cloud-hands'))), 'notLearned', person)).toMatchObject({ mend: null })
  })
  it('what stirs in the evening, by what the routine is called or for', () => {
    const given = (name: string, purpose = '') => {
      const asked = input(whole(step('shake')))
      return { ...asked, routine: { ...asked.routine, name, purpose } }
    }
    expect(kinds(given('Late hours', 'Before bed'))).toContain('stirsEvening')
    expect(kinds(given('An evening by the stove'))).toContain('stirsEvening')
    expect(kinds(given('Before the workshop opens'))).not.toContain('stirsEvening')
  })
  it('a chair or room to lie down that must be at hand', () => {
    expect(only(input(whole(step('chair-side-legs'))), 'needsChair').names).toEqual(['Leg to the side at the chair'])
    const unsteady: KnownPerson = { ...UNKNOWN_PERSON, conditions: ['poorBalance'] }
    expect(kinds(input(whole(step('chair-side-legs'))), unsteady)).not.toContain('needsChair')
    expect(kinds(input(whole(step('rise-and-sink'))))).not.toContain('needsChair')
    const seated = ['seated-row', 'seated-cloud-hands'].map((id) => step(id))
    expect(kinds(input(seated))).not.toContain('needsChair')
    expect(kinds(input([...whole(step('rise-and-sink')), step('lie-down-and-listen')]))).toContain('needsFloor')
  })
  it('the five phases in another order than this house has, and puts them in it', () => {
    const phases = CATALOGUE.filter(({ set }) => set?.name === 'Five-phase series').sort(
      (one, other) => one.set!.place - other.set!.place,
    )
    const pieces = phases.map(({ id }) => step(id))
    const inOrder = input(whole(...pieces))
    expect(kinds(inOrder)).not.toContain('phaseOrder')
    const metalFirst = { ...inOrder, rules: { ...USUAL_HOUSE_RULES, firstPhase: 'metal' as const } }
    const finding = only(metalFirst, 'phaseOrder')
    const { routine } = mended(metalFirst, finding)
    expect(kinds({ ...metalFirst, routine })).not.toContain('phaseOrder')
    expect(stepsOf(routine).filter(({ id }) => finding.stepIds.includes(id))[0]!.formId).toBe(phases[3]!.id)
    expect(kinds(input(whole(...pieces.toReversed())))).toContain('phaseOrder')
    expect(kinds(input(whole(...pieces.slice(1))))).not.toContain('phaseOrder')
  })
  it('a bow that is not the end', () => {
    const bow = step('close-with-a-bow')
    expect(kinds(input([...whole(step('rise-and-sink')), bow]))).not.toContain('notLast')
    const early = input([step('rise-and-sink'), bow, ...end])
    expect(kinds(early)).toContain('notLast')
    expect(kinds(mended(early, only(early, 'notLast')))).not.toContain('notLast')
  })
  it('what a layer makes of a form that is done mildly at first', () => {
    const person: KnownPerson = { ...UNKNOWN_PERSON, conditions: ['seatedOnly'] }
    const seated = step('rise-and-sink', { manner: { version: 'seated', choices: {} } })
    const of = (given: Step) => checkRoutine(input([given]), person).filter(({ kind }) => kind === 'caution').length
    const rising = { ...seated, layers: [{ from: { repetition: 3 }, so: { version: 'plain' as const } }] }
    expect(of(rising)).toBeGreaterThan(of(seated))
    const found = only(input([rising]), 'caution', person)
    expect(stepsOf(mended(input([rising]), found).routine)[0]).not.toHaveProperty('layers.0')
  })
  it('out-breaths of more than ten seconds, and posts that are long together', () => {
    const long = input([step('long-lip-breath')], { pace: steadyPace(4, 12) })
    expect(only(long, 'longOutBreath')).toMatchObject({ seconds: 12, against: 10 })
    expect(kinds(input([step('long-lip-breath')]))).not.toContain('longOutBreath')
    // Two phases that together are twice an out-breath are led within the ten seconds, each with its share.
    expect(kinds(input([step('south-hold-up-the-sky')], { pace: steadyPace(4, 6) }))).not.toContain('longOutBreath')
    expect(kinds(input([step('south-hold-up-the-sky')], { pace: steadyPace(4, 12) }))).toContain('longOutBreath')
    const posts = [step('post-at-the-heart', { count: 180, restBreaths: 0 }), step('post-at-the-belly', { count: 14 })]
    const together = only(input(posts), 'longStillness')
    expect(together.stepIds).toEqual(['post-at-the-heart', 'post-at-the-belly'])
    const apart = [posts[0]!, step('rise-and-sink'), posts[1]!]
    expect(kinds(input(apart))).not.toContain('longStillness')
    expect(kinds(input([step('circle-walk', { count: 600 })]))).not.toContain('longStillness')
  })
})
