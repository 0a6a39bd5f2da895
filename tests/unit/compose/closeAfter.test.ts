import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { closeAfter, closingSecondsAfter } from '#core/compose'
import { isClosingPart, USUAL_HOUSE_RULES } from '#core/forms'
import { activeSteps } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE } from '#data'

const forms = CATALOGUE.filter(({ id }) => ['three-sweeps', 'hands-on-the-belly', 'settle'].includes(id))
const setting = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
const lengthOf = (routine: NonNullable<ReturnType<typeof closeAfter>>, pace = setting.pace) =>
  compileTimeline({ ...setting, pace, routine }).totalSeconds

describe('a closing for what was practised elsewhere', () => {
  it('is at least the share that is wanted, and little more, at any breath', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 30 }), fc.integer({ min: 2, max: 5 }), (minutes, inSeconds) => {
        const pace = steadyPace(inSeconds, inSeconds + 2)
        const routine = closeAfter(minutes * 60, 'gatherAndSettle', { ...setting, pace }, forms)!
        const wanted = closingSecondsAfter(minutes * 60, setting.rules)
        expect(lengthOf(routine, pace)).toBeGreaterThanOrEqual(wanted - 1)
        expect(lengthOf(routine, pace)).toBeLessThan(wanted + 120)
      }),
      { numRuns: 25 },
    )
  })
  it('gathers and settles, or only settles', () => {
    const parts = (kind: 'gatherAndSettle' | 'settleOnly') =>
      new Set(activeSteps(closeAfter(600, kind, setting, forms)!).map(({ part }) => part))
    expect(parts('gatherAndSettle')).toEqual(new Set(['gather', 'settle']))
    expect(parts('settleOnly')).toEqual(new Set(['settle']))
    expect([...parts('gatherAndSettle')].every(isClosingPart)).toBe(true)
  })
  it('is a minute at least, and follows the house rule', () => {
    expect(closingSecondsAfter(60, USUAL_HOUSE_RULES)).toBe(60)
    expect(closingSecondsAfter(600, USUAL_HOUSE_RULES)).toBe(180)
    expect(closingSecondsAfter(600, { ...USUAL_HOUSE_RULES, closingShare: 0.5 })).toBe(300)
  })
  it('is none where no form closes', () => {
    expect(
      closeAfter(
        600,
        'gatherAndSettle',
        setting,
        CATALOGUE.filter(({ part }) => part === 'work'),
      ),
    ).toBeNull()
  })
})
