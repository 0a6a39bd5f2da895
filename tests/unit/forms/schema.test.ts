import { validate } from '#core/basics'
import { describe, expect, it } from 'vitest'
import { formDraftSchema, formSchema, plainMove, type Phase } from '#core/forms'
import { aForm, FREE_MOVE } from '../../helpers'

function faultsOf(change: Record<string, unknown>) {
  const checked = validate(formSchema, { ...aForm(), ...change }, 'form')
  return checked.ok ? [] : checked.faults.map(({ path, message }) => `${path} | ${message}`)
}

describe('a form', () => {
  it('passes when all of it is there', () => expect(faultsOf({})).toEqual([]))

  it.each([
    [{ name: '' }, 'name | name is missing.'],
    [{ name: 7 }, 'name | '],
    [{ name: 'x'.repeat(121) }, 'name | name must have at most 120 characters.'],
    [{ part: 'lunch' }, 'part | part must be one of: arrive'],
    [{ counts: { least: 4, usual: 2, most: 9, step: 1 } }, 'counts | counts: least, usual and most must rise'],
    [{ counts: { least: 1, usual: 2.5, most: 9, step: 1 } }, 'counts.usual | counts.usual must be a whole number.'],
    [{ effort: { legs: 9, shoulders: 0, spine: 0, balance: 0 } }, 'effort.legs | effort.legs must be at most 3.'],
    [{ moves: [] }, 'moves | moves must have at least 1 entries.'],
    [{ moves: FREE_MOVE }, 'moves | moves must have at least one in- or out-breath'],
    [{ counting: { by: 'time' } }, 'moves | moves must breathe freely in every phase'],
    [{ counting: { by: 'beats' } }, 'counting.beatsPerMinute | counting.beatsPerMinute is missing.'],
    [{ counting: { by: 'breathHold' }, sides: 'alternate' }, 'sides | sides can alternate only where'],
    [{ colour: 'blue' }, 'form | form has a field that is not known: colour.'],
  ])('names the field at fault: %j', (change, fault) => {
    expect(faultsOf(change).some((found) => found.startsWith(fault))).toBe(true)
  })

  it('refuses a phase of no length and thousands of phases', () => {
    const phase = { breath: 'in', length: 0, cue: '' }
    expect(faultsOf({ moves: [plainMove('Move', [phase as Phase])] })[0]).toContain(
      'moves[0].phases[0].length must be at least',
    )
    const many = Array.from({ length: 10_000 }, () => ({ ...phase, length: 1 }))
    expect(faultsOf({ moves: [plainMove('Move', many as Phase[])] })[0]).toContain(
      'moves[0].phases must have at most 24',
    )
  })
})

describe('a form that is still being written', () => {
  const isDraft = (change: object) => validate(formDraftSchema, { ...aForm(), ...change }, 'draft').ok
  const [move] = aForm().moves

  it.each([
    { name: '' },
    { counts: { least: null, usual: 4, most: 2, step: null } },
    { counting: { by: 'beats', beatsPerMinute: null } },
    { tradition: [{ kind: 'phase', words: '' }] },
    { moves: [{ ...move, name: '' }] },
    { moves: [] },
    { counting: { by: 'breathHold' }, sides: 'alternate' },
  ])('may lack what a form needs: %j', (change) => {
    expect(isDraft(change)).toBe(true)
    expect(validate(formSchema, { ...aForm(), ...change }, 'form').ok).toBe(false)
  })
  it.each([
    { name: 7 },
    { moves: 'none' },
    { moves: [{ ...move, phases: [{ breath: 'sideways', length: 1, cue: '' }] }] },
    { counts: null },
    { counting: { by: 'moons' } },
    { areas: undefined },
    { colour: 'blue' },
  ])('is none where it could not stand in the editor: %j', (change) => expect(isDraft(change)).toBe(false))
})
