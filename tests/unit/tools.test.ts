import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { TOOLS, toolNamed } from '#core/tools'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE } from '#data'
import { aForm, aRoutine, aStep } from '../helpers'

const input = {
  routine: aRoutine([aStep('s', 'a-form', { count: 4 })]),
  forms: [aForm()],
  ways: [],
  pace: steadyPace(4, 6),
  rules: USUAL_HOUSE_RULES,
}
const ask = (name: string, body: unknown) => toolNamed(name)!.answer(body)

describe('the tools', () => {
  it('are each there by name, once', () => {
    expect(TOOLS.map(({ name }) => name)).toEqual(['timeline', 'fit', 'check', 'propose'])
    expect(toolNamed('nothing')).toBeUndefined()
  })
  it('answer what the core answers', () => {
    const timeline = compileTimeline(input)
    expect(ask('timeline', input)).toEqual({ ok: true, value: { timeline, totals: totalsOf(timeline) } })
    const fit = ask('fit', { ...input, targetSeconds: 88, toleranceSeconds: 1 })
    expect(fit).toMatchObject({ ok: true, value: { seconds: 88, bindings: [{ kind: 'noClosing' }] } })
    const known = { conditions: [], stages: [{ formId: 'a-form', stage: 'watch' }], longestStillSeconds: null }
    expect(ask('check', { ...input, ...known })).toMatchObject({
      ok: true,
      value: { findings: [{ kind: 'noClosing' }, { kind: 'notLearned' }] },
    })
  })
  it('propose as the core does, the same for the same question', () => {
    const { routine, ...setting } = input
    void routine
    const asked = {
      ...setting,
      forms: CATALOGUE,
      purpose: 'morning',
      minutes: 12,
      states: [],
      conditions: ['poorBalance'],
      stages: [],
      days: [],
      longestStillSeconds: null,
      seed: 1,
      another: 0,
    }
    const answer = ask('propose', asked)
    expect(answer).toMatchObject({ ok: true, value: { fit: { met: true }, posture: 'standing', empty: false } })
    expect(ask('propose', asked)).toEqual(answer)
    expect(ask('propose', { ...asked, minutes: 2 })).toEqual({
      ok: false,
      faults: [{ path: 'minutes', message: 'minutes must be at least 3.' }],
    })
  })
  it('name the field at fault, and the step that cannot be compiled', () => {
    expect(ask('timeline', { ...input, rules: { ...input.rules, closingShare: 2 } })).toEqual({
      ok: false,
      faults: [{ path: 'rules.closingShare', message: 'rules.closingShare must be at most 0.5.' }],
    })
    expect(ask('timeline', { ...input, forms: [] })).toMatchObject({
      ok: false,
      faults: [{ path: 'routine step s', message: expect.stringContaining('a-form, which is not known') }],
    })
    expect(ask('fit', input)).toMatchObject({ ok: false })
    expect(ask('check', { ...input, conditions: ['sore thumb'], stages: [], longestStillSeconds: null })).toMatchObject(
      {
        ok: false,
      },
    )
    expect(ask('timeline', null)).toMatchObject({ ok: false, faults: [{ path: 'body' }] })
  })
  it('fit no more entries than can be searched', () => {
    const entries = Array.from({ length: 61 }, (_, index) => aStep(`s${index}`, 'a-form'))
    const asked = { ...input, routine: aRoutine(entries), targetSeconds: 900, toleranceSeconds: null }
    expect(ask('fit', asked)).toMatchObject({
      ok: false,
      faults: [{ message: expect.stringContaining('at most 60 entries') }],
    })
  })
})
