import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { isClosingPart, USUAL_HOUSE_RULES } from '#core/forms'
import { amountsDone, amountsInAll, amountsPlanned, NO_AMOUNTS } from '#core/plan'
import { activeSteps } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'
import { aRoutine, aStep } from '../../helpers'

const setting = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
const forms = new Map(CATALOGUE.map((form) => [form.id, form]))

describe('what practice comes to', () => {
  it('is of a routine what its Timeline leads, and of so many minutes in proportion', () => {
    for (const routine of SHIPPED_ROUTINES.slice(0, 6)) {
      const { totalSeconds, byPart } = totalsOf(compileTimeline({ ...setting, routine }))
      const whole = amountsPlanned(routine, null, setting, forms)
      expect([whole.seconds, whole.standing]).toEqual([totalSeconds, byPart.stand])
      const moving = activeSteps(routine).filter(({ part }) => !isClosingPart(part))
      const areas = new Set(moving.flatMap(({ formId }) => forms.get(formId)!.areas))
      expect(Object.keys(whole.areas).sort()).toEqual([...areas].sort())
      const brief = amountsPlanned(routine, 7, setting, forms)
      expect(brief.seconds).toBe(420)
      expect(brief.legs).toBeCloseTo((whole.legs * 420) / totalSeconds, 6)
      expect(Object.keys(brief.areas)).toEqual(Object.keys(whole.areas))
    }
  })
  it('is nothing of what has a form that is gone', () => {
    expect(amountsPlanned(aRoutine([aStep('s', 'gone')]), 5, setting, forms)).toEqual(NO_AMOUNTS)
  })
  it('is of a session what was done and not skipped, and adds up', () => {
    const [session] = demoPerson('2026-03-01', 'UTC').sessions
    const done = amountsDone(session!, forms)
    expect(done.seconds).toBe(session!.practisedSeconds)
    const skipped = { ...session!, done: session!.done.map((step) => ({ ...step, outcome: 'skipped' as const })) }
    expect(amountsDone(skipped, forms)).toMatchObject({ areas: {}, legs: 0 })
    const twice = amountsInAll([done, done])
    expect(twice.seconds).toBe(done.seconds * 2)
    expect(twice.areas).toEqual(
      Object.fromEntries(Object.entries(done.areas).map(([area, seconds]) => [area, seconds * 2])),
    )
  })
})
