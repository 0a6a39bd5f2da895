import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  chosenWords,
  formMyWay,
  plainMove,
  plainWay,
  USUAL_HOUSE_RULES,
  type Choices,
  type Form,
  type Way,
} from '#core/forms'
import { CATALOGUE } from '#data'
import { aForm, choicesArbitrary } from '../../helpers'

const way = (change: Partial<Way> = {}): Way => ({ ...plainWay('w', 'a-form'), ...change })
const house = (choices: Partial<Choices>) => ({ ...USUAL_HOUSE_RULES, ...choices })
const withHold = aForm({
  moves: [
    plainMove('Lift', [
      { breath: 'in', length: 1, cue: 'Rise' },
      { breath: 'hold', length: 0.25, cue: 'Stay' },
      { breath: 'out', length: 1, cue: 'Sink' },
      { breath: 'hold', length: 0.5, cue: 'Wait' },
    ]),
  ],
})
const breaths = (form: Form) => form.moves.flatMap(({ phases }) => phases.map(({ breath }) => breath))
const shipped = (name: string) => CATALOGUE.find((form) => form.name === name)!

describe('doing a form my way', () => {
  it('leaves a form alone when nothing is chosen', () => {
    expect(formMyWay(withHold, undefined, USUAL_HOUSE_RULES)).toMatchObject({ form: withHold, spokenNotes: [] })
  })

  it('leaves out every hold, after the in-breath and after the out-breath', () => {
    expect(breaths(formMyWay(withHold, undefined, house({ topHold: 'leaveOut' })).form)).toEqual(['in', 'out'])
  })

  it('holds at a top that has no hold, and not twice at one that has', () => {
    expect(breaths(formMyWay(aForm(), undefined, house({ topHold: 'hold' })).form)).toEqual(['in', 'hold', 'out'])
    expect(formMyWay(withHold, undefined, house({ topHold: 'hold' })).form).toEqual(withHold)
  })

  it('lets the way of one form overrule the house', () => {
    const mine = formMyWay(
      withHold,
      way({ choices: { topHold: 'asTaught', firstSide: 'right' } }),
      house({ topHold: 'leaveOut', firstSide: 'left' }),
    )
    expect(breaths(mine.form)).toEqual(['in', 'hold', 'out', 'hold'])
    expect(mine.choices.firstSide).toBe('right')
  })

  it('swaps the breath first, so that the top is where my in-breath ends', () => {
    const plain = aForm()
    const { form } = formMyWay(plain, way({ swapBreath: true, choices: { topHold: 'hold' } }), USUAL_HOUSE_RULES)
    expect(breaths(form)).toEqual(['out', 'in'])
    const left = formMyWay(withHold, way({ swapBreath: true, choices: { topHold: 'leaveOut' } }), USUAL_HOUSE_RULES)
    expect(breaths(left.form)).toEqual(['out', 'in'])
  })

  it('strikes, rises or rounds on the breath that the house says, where the form does so on the other', () => {
    const fists = shipped('Clench the fists')
    const taught = breaths(fists)
    expect(breaths(formMyWay(fists, undefined, house({ strikeOn: 'out' })).form)).toEqual(taught)
    const swapped = taught.map((breath) => (breath === 'in' ? 'out' : 'in'))
    expect(breaths(formMyWay(fists, undefined, house({ strikeOn: 'in' })).form)).toEqual(swapped)
    expect(breaths(formMyWay(fists, undefined, house({ riseOn: 'out' })).form)).toEqual(taught)
    // The way of one form has the last word.
    expect(breaths(formMyWay(fists, way({ swapBreath: false }), house({ strikeOn: 'in' })).form)).toEqual(taught)
  })

  it('begins the five phases where my school begins them, and touches no other chain', () => {
    const names = (choices: Partial<Choices>, form: Form) =>
      formMyWay(form, undefined, house(choices)).form.moves.map(({ phaseOfFive }) => phaseOfFive)
    const round = shipped('The five phases in a round')
    expect(names({}, round)).toEqual(['wood', 'fire', 'earth', 'metal', 'water'])
    expect(names({ firstPhase: 'metal' }, round)).toEqual(['metal', 'water', 'wood', 'fire', 'earth'])
    const chain = shipped('The short form of twenty-four')
    expect(formMyWay(chain, undefined, house({ firstPhase: 'metal' })).form).toEqual(chain)
  })

  it('sits only for forms that can be done sitting, and says what that changes', () => {
    const versions = [{ kind: 'seated' as const, change: 'On the front half of a chair.' }]
    const form = aForm({ versions, effort: { legs: 2, shoulders: 1, spine: 0, balance: 2 } })
    const seated = formMyWay(form, way({ version: 'seated' }), USUAL_HOUSE_RULES)
    expect(seated.form).toMatchObject({ stance: 'seated', effort: { legs: 0, shoulders: 1, balance: 0 } })
    expect(seated.spokenNotes).toEqual(['On the front half of a chair.'])
    const cannot = formMyWay({ ...form, versions: [] }, way({ version: 'seated' }), USUAL_HOUSE_RULES)
    expect(cannot).toMatchObject({ form: { stance: 'shoulderWidth' }, spokenNotes: [] })
  })
})

describe('the words of a way', () => {
  it('stand in cues and descriptions', () => {
    const cues = (name: string, choices: Partial<Choices>) =>
      formMyWay(shipped(name), undefined, house(choices)).form.moves.flatMap(({ phases }) =>
        phases.map(({ cue }) => cue),
      )
    expect(cues('Drop the heels', {})).toContain('Drop')
    expect(cues('Drop the heels', { heels: 'quiet' })).toContain('Lower softly')
    expect(cues('Circles on the belly', { massageUp: 'left' })).toEqual(['Up the left', 'Down the right'])
    expect(cues('Breath to the front', { belly: 'reverse' })).toEqual(['Belly draws in', 'Belly lets go'])
    expect(chosenWords('the {hand} hand, {unknown}', USUAL_HOUSE_RULES)).toBe('the left hand, {unknown}')
  })

  it('say how the air goes only where a breath is led, and close no eyes on one leg', () => {
    const said = (name: string) =>
      formMyWay(shipped(name), undefined, house({ airway: 'noseMouth', eyes: 'closed' })).spokenNotes
    expect(said('Rise and sink')).toEqual(['In by the nose, out by the mouth', 'Eyes closed'])
    expect(said('Shake')).toEqual(['Eyes closed'])
    expect(said('Golden rooster')).toEqual(['In by the nose, out by the mouth', 'Eyes open'])
  })

  it('never lose a phase, a move or a side, whatever is chosen', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CATALOGUE), choicesArbitrary, (form, choices) => {
        const mine = formMyWay(form, undefined, house(choices)).form
        expect(mine.moves.map(({ name }) => name).sort()).toEqual(form.moves.map(({ name }) => name).sort())
        const paced = (one: Form) => breaths(one).filter((breath) => breath !== 'hold').length
        expect(paced(mine)).toBe(paced(form))
        expect(mine.sides).toBe(form.sides)
        expect(JSON.stringify(mine.moves)).not.toContain('{hand}')
      }),
    )
  })
})

describe('where the eyes go', () => {
  const form = aForm({ gaze: 'far', reminders: ['Crown lifted'] })
  const reminders = (eyes: Choices['eyes']) => formMyWay(form, undefined, house({ eyes })).form.reminders
  it('is one of the things to be reminded of while they are open, and not when they are lowered or closed', () => {
    expect(reminders('asTaught')).toEqual(['Crown lifted', 'Look far away'])
    expect(reminders('open')).toEqual(['Crown lifted', 'Look far away'])
    expect(reminders('lowered')).toEqual(['Crown lifted'])
    expect(reminders('closed')).toEqual(['Crown lifted'])
  })
})
