import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { closeAfter, closeNow, easeRoutine, fitRoutine, ledPlan, refitRemainder, unadjusted } from '#core/compose'
import { CONDITIONS, concernsOf, LEARNING_STAGES, USUAL_HOUSE_RULES, type Caution, type Form } from '#core/forms'
import {
  asLearned,
  emptyRoutine,
  groupFor,
  inStage,
  inVersionToday,
  LED_STAGES,
  routineOfOne,
  stepFor,
  stepsOf,
  withEachStep,
  type Routine,
} from '#core/routine'
import { outcomeOf, readyRunner, reduce, tick, type SessionPlan } from '#core/runner'
import { recordOf, sessionSchema } from '#core/journal'
import { validate } from '#core/basics'
import { compileTimeline, TooLongError, type Timeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES, SPARE_CLOSING } from '#data'
import { aForm, aRoutine, aStep, choicesArbitrary, NO_WAITING } from '../../helpers'
import { entryArbitrary } from '../../routineArbitrary'

const byId = new Map(CATALOGUE.map((form) => [form.id, form]))
const closing = SPARE_CLOSING.map((id) => ({ ...stepFor(byId.get(id)!, `closing-${id}`), restBreaths: 0 }))
const conditionsArbitrary = fc.uniqueArray(fc.constantFrom(...CONDITIONS), { minLength: 1, maxLength: 4 })

/** What a version takes away, written down here anew from the trade: common practice, no source. */
const TAKEN_AWAY: Record<string, readonly Caution[]> = {
  seated: ['oneLeg', 'longStanding', 'deepKnees', 'onToes', 'heelToToe', 'steppingBack', 'crossSteps', 'lyingFlat'],
  seatedToo: ['turningCircles', 'heelDrop', 'kneeTwist'],
  supported: ['oneLeg', 'onToes', 'heelToToe'],
  higher: ['deepKnees'],
  imagined: ['armsOverhead', 'armSwing'],
}

/** A slow reading of all that a Timeline leads: every segment against what is forbidden. Faults in words; none where all is well. */
function forbiddenIn(
  { segments, occurrences }: Timeline,
  concerns: ReadonlySet<Caution>,
  formOf: (id: string) => Form | undefined,
  { inSeconds, outSeconds }: { inSeconds: number; outSeconds: number },
): string[] {
  const faults = new Set<string>()
  const breathFrom = new Map<string, number>()
  for (const [at, segment] of segments.entries()) {
    if (segment.kind !== 'phase' && segment.kind !== 'hold' && segment.kind !== 'settle') continue
    const occurrence = occurrences[segment.occurrence]!
    const form = formOf(occurrence.formId)
    const fault = (what: string) => faults.add(`${occurrence.formId}: ${what}`)
    if (segment.breath === 'hold' && concerns.has('breathHold')) fault('a held breath')
    const version = segment.version ?? ''
    if (version === 'weighted' && concerns.has('wristWeights')) fault('weights')
    const stance = segment.stance ?? occurrence.stance
    if (stance !== 'seated' && concerns.has('standing')) fault(`stands (${stance})`)
    if (
      stance === 'oneLeg' &&
      concerns.has('oneLeg') &&
      version !== 'supported' &&
      !form?.equipment.includes('a chair')
    )
      fault('on one leg')
    if (stance === 'lying' && concerns.has('lyingFlat')) fault('lies')
    const taken = [...(TAKEN_AWAY[version] ?? []), ...(version === 'seated' ? TAKEN_AWAY.seatedToo! : [])]
    for (const caution of form?.cautions ?? []) {
      const isChosenAway = caution === 'breathHold' || caution === 'heelDrop'
      if (concerns.has(caution) && !isChosenAway && !taken.includes(caution)) fault(caution)
    }
    // From one in-breath to the next: a led breath that is much shorter than my own is a hurried one.
    if (!concerns.has('quickBreathing') || form?.cautions.includes('quickBreathing')) continue
    const isLed = form?.moves.every(({ phases }) => phases.every(({ unit, length }) => !unit && length >= 1))
    const next = segments[at + 1]
    if (isLed && segment.breath === 'in' && next?.breath === 'out' && next.occurrence === segment.occurrence) {
      const seconds = segment.lengthSeconds + next.lengthSeconds
      if (seconds < (inSeconds + outSeconds) * 0.79) breathFrom.set(occurrence.formId, seconds)
    }
  }
  for (const [formId, seconds] of breathFrom) faults.add(`${formId}: a breath of ${seconds} s`)
  return [...faults]
}

const pace = steadyPace(4, 5)
const planOf = (routine: Routine, change: Partial<SessionPlan> = {}): SessionPlan => ({
  routine,
  forms: CATALOGUE,
  ways: [],
  pace,
  rules: USUAL_HOUSE_RULES,
  closing,
  ...change,
})
const checkLed = (plan: SessionPlan, concerns: ReadonlySet<Caution>) => {
  const timeline = compileTimeline(plan)
  expect(forbiddenIn(timeline, concerns, (id) => byId.get(id), pace.start)).toEqual([])
  return timeline
}

/** Every way in which a session comes to be: as it stands, as far as it is learned, as a lesson, in a version of today, one form alone. */
const WAYS_IN: Record<string, (routine: Routine, pick: number) => Routine> = {
  'the list, the editor, the week, a link, a second screen, a card, a file': (routine) => routine,
  'each form as far as it is learned': (routine, pick) =>
    asLearned(routine, () => LEARNING_STAGES[pick % LEARNING_STAGES.length]!),
  'a lesson of a series': (routine, pick) => inStage(routine, LED_STAGES[pick % LED_STAGES.length]!),
  'with weights today': (routine) => inVersionToday(routine, { forms: CATALOGUE, ways: [] }, 'weighted', 1),
  'holding a chair today': (routine) => inVersionToday(routine, { forms: CATALOGUE, ways: [] }, 'supported'),
  'one form alone': (routine, pick) => {
    const steps = stepsOf(routine)
    return routineOfOne(byId.get(steps[pick % steps.length]!.formId)!)
  },
}

describe('the plan that a session is led from', () => {
  it.each(Object.keys(WAYS_IN))('forbids what a condition forbids, by %s', (way) => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SHIPPED_ROUTINES),
        conditionsArbitrary,
        fc.nat(99),
        (routine, conditions, pick) => {
          const concerns = concernsOf(conditions)
          const { plan, adjusted } = ledPlan(planOf(WAYS_IN[way]!(routine, pick)), concerns)
          checkLed(plan, concerns)
          // What was adjusted already stays as it is.
          expect(ledPlan(plan, concerns).adjusted).toEqual({ ...adjusted, milder: [], leftOut: [], asksFirst: null })
        },
      ),
      { numRuns: 200 },
    )
  })

  it('forbids it in any routine that can be written, with any house rules', () => {
    const short = (routine: Routine) =>
      withEachStep(routine, (step) => ({ ...step, count: 1 + (step.count % 6), restBreaths: step.restBreaths % 3 }))
    fc.assert(
      fc.property(
        fc.array(entryArbitrary, { minLength: 1, maxLength: 4 }),
        choicesArbitrary,
        conditionsArbitrary,
        (entries, choices, conditions) => {
          const named = entries.map((entry, at): typeof entry =>
            entry.kind === 'step'
              ? { ...entry, id: `s${at}` }
              : {
                  ...entry,
                  id: `g${at}`,
                  rounds: 1 + (entry.rounds % 3),
                  steps: entry.steps.map((step, inside) => ({ ...step, id: `s${at}-${inside}` })),
                },
          )
          const routine = short({ ...emptyRoutine('any', 'Any'), entries: named })
          const rules = { ...NO_WAITING, ...choices }
          const concerns = concernsOf(conditions)
          try {
            checkLed(ledPlan(planOf(routine, { rules }), concerns).plan, concerns)
          } catch (error) {
            if (!(error instanceof TooLongError)) throw error
          }
        },
      ),
      { numRuns: 400 },
    )
  })

  it('forbids it to the end when the session is cut short and closed, brought to a few minutes, sat down or shaken out in', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SHIPPED_ROUTINES),
        conditionsArbitrary,
        fc.integer({ min: 10, max: 200 }),
        (routine, conditions, after) => {
          const concerns = concernsOf(conditions)
          const { plan } = ledPlan(planOf(routine), concerns)
          const begun = tick(reduce(readyRunner(plan), 'start', 0), after * 1000)
          for (const remainder of [closeNow(begun), refitRemainder(begun, 120), 'sitDown', 'shakeOut'] as const) {
            const changed = remainder ? reduce(begun, remainder, after * 1000) : begun
            expect(forbiddenIn(changed.timeline, concerns, (id) => byId.get(id), pace.start)).toEqual([])
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  it('forbids it in a closing of what was practised elsewhere', () => {
    for (const condition of CONDITIONS) {
      const concerns = concernsOf([condition])
      const { closing: _, ...setting } = planOf(emptyRoutine('x', 'x'))
      const forms = CATALOGUE.filter(({ part }) => part === 'gather' || part === 'settle').slice(0, 6)
      const made = closeAfter(1200, 'gatherAndSettle', { ...setting, forms }, forms)!
      checkLed(ledPlan(planOf(made), concerns).plan, concerns)
    }
  })

  it('is as written where the person chose so this time, and the record says it', () => {
    const hold = aForm({
      id: 'hold',
      name: 'Rise and stay',
      moves: [
        {
          ...aForm().moves[0]!,
          phases: [
            { breath: 'in', length: 1, cue: 'Rise' },
            { breath: 'hold', length: 0.25, cue: 'Stay' },
            { breath: 'out', length: 1, cue: 'Sink' },
          ],
        },
      ],
    })
    const routine = aRoutine([aStep('s1', 'hold'), aStep('s2', 'a-form')])
    const plan = planOf(routine, { forms: [hold, aForm()], closing: undefined })
    const concerns = concernsOf(['highBloodPressure'])
    const holds = (led: SessionPlan) => compileTimeline(led).segments.filter(({ breath }) => breath === 'hold').length
    const gentler = ledPlan(plan, concerns).plan
    const written = ledPlan(plan, concerns, true).plan
    expect([holds(gentler), holds(written)]).toEqual([0, 4])
    expect(gentler.health).toEqual({ asWritten: false, milder: ['Rise and stay'], leftOut: [] })
    expect(written.health).toEqual({ asWritten: true, milder: ['Rise and stay'], leftOut: [] })
    expect(ledPlan(plan, new Set()).plan.health).toBeUndefined()
    const state = reduce(tick(reduce(readyRunner(written), 'start', 0), 30_000), 'endNow', 30_000)
    const about = { id: 'a', routineId: 'a-routine', title: 'A', timeZone: 'Europe/Vienna', health: written.health }
    const record = recordOf(outcomeOf(state)!, about)
    expect(record.health).toEqual(written.health)
    expect(validate(sessionSchema, record, 'session').ok).toBe(true)
  })

  it('asks first where hardly anything is left, or no closing, and leads all the same where that was chosen', () => {
    const fold = aForm({ id: 'fold', cautions: ['deepFold'], versions: [] })
    const lies = aForm({ id: 'lies', part: 'settle', stance: 'lying', versions: [] })
    const forms = [fold, lies, aForm()]
    const concerns = new Set<Caution>(['deepFold', 'standing'])
    const asked = (routine: Routine, asWritten = false) =>
      ledPlan(planOf(routine, { forms, closing: undefined }), concerns, asWritten).asksFirst
    expect(asked(aRoutine([aStep('s1', 'fold')]))).toBe('nothingLeft')
    expect(asked(aRoutine([aStep('s1', 'a-form'), aStep('s2', 'lies', { part: 'settle' })]))).toBe('unclosed')
    expect(asked(aRoutine([aStep('s1', 'fold')]), true)).toBeNull()
    // A closing by itself is measured by itself: most of it is left.
    const settles = aForm({ id: 'settles', part: 'settle' })
    const still = aRoutine([
      aStep('s1', 'settles', { part: 'settle', count: 12 }),
      aStep('s2', 'lies', { part: 'settle', count: 1 }),
    ])
    expect(ledPlan(planOf(still, { forms: [settles, lies], closing: undefined }), concerns).asksFirst).toBeNull()
  })

  it('hurries nobody who is spared quick breathing: no release, no quick layer, no short ratio', () => {
    const form = aForm()
    const release = groupFor('release', 'g', 'Let go', [aStep('s1', 'a-form'), aStep('s2', 'a-form')])
    const layered = aStep('s3', 'a-form', {
      layers: [{ from: { repetition: 2 }, so: { paceScale: 0.5, target: 'brow' } }],
    })
    const routine = { ...aRoutine([release, layered]), ratio: { inCounts: 2, outCounts: 2 } }
    const lengthsOf = (concerns: ReadonlySet<Caution>) => {
      const { plan } = ledPlan(planOf(routine, { forms: [form], rules: NO_WAITING, closing: undefined }), concerns)
      return compileTimeline(plan)
        .segments.filter(({ breath }) => breath === 'in')
        .map((each) => each.lengthSeconds)
    }
    expect(Math.min(...lengthsOf(new Set()))).toBeLessThan(2)
    expect(Math.min(...lengthsOf(new Set(['quickBreathing'])))).toBe(pace.start.inSeconds)
    const { plan } = ledPlan(planOf(routine, { forms: [form], closing: undefined }), new Set(['quickBreathing']))
    expect(stepsOf(plan.routine).at(-1)!.layers).toEqual([{ from: { repetition: 2 }, so: { target: 'brow' } }])
    expect(plan.health!.milder).toEqual([form.name])
  })
})

describe('a proposal that was adjusted already', () => {
  it('is the stored routine again, so that its session is noted and offered as written', () => {
    let adjustedOnes = 0
    for (const condition of CONDITIONS) {
      const concerns = concernsOf([condition])
      for (const stored of SHIPPED_ROUTINES) {
        const input = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES, routine: stored }
        const { routine } = easeRoutine(input, concerns)
        const written = unadjusted({ ...input, routine }, stored, concerns)
        expect(written, `${stored.id}, ${condition}`).toEqual(stored)
        if (routine !== stored) adjustedOnes += 1
        const plan = (of: Routine): SessionPlan => ({ ...input, routine: of, closing })
        expect(ledPlan(plan(written), concerns).plan).toEqual(ledPlan(plan(stored), concerns).plan)
      }
    }
    expect(adjustedOnes).toBeGreaterThan(20)
  })
  it('leads what was proposed, fitted to a time, with the same steps and counts', () => {
    for (const stored of SHIPPED_ROUTINES) {
      const concerns = concernsOf(['highBloodPressure'])
      const input = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES, routine: stored }
      const adjusted = easeRoutine(input, concerns).routine
      const fitted = fitRoutine({ ...input, routine: adjusted, targetSeconds: 600, toleranceSeconds: null }).routine
      const written = unadjusted({ ...input, routine: fitted }, stored, concerns)
      expect(easeRoutine({ ...input, routine: written }, concerns).routine, stored.id).toEqual(fitted)
    }
  })
  it('stays as it is where nothing of it was adjusted, or where it was changed otherwise', () => {
    const stored = SHIPPED_ROUTINES.find(
      ({ id }) => stepsOf(SHIPPED_ROUTINES.find((each) => each.id === id)!).length > 2,
    )!
    const input = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES, routine: stored }
    const seated = inVersionToday(stored, input, 'seated')
    expect(unadjusted({ ...input, routine: seated }, stored, concernsOf([]))).toBe(seated)
  })
})
