import { describe, expect, it } from 'vitest'
import { mannerChange, plainWay, USUAL_HOUSE_RULES, type Way } from '#core/forms'
import { CATALOGUE } from '#data'
import { mannerChangePhrase } from '~/shared/words/practice'

const change = (id: string, way: Partial<Way>) => {
  const form = CATALOGUE.find((each) => each.id === id)!
  return mannerChange(form, undefined, { ...plainWay('w', id), ...way }, USUAL_HOUSE_RULES)
}

describe('what a version changes', () => {
  it('is said: the stance, the cautions that fall away, and phases', () => {
    const seated = change('draw-the-bow', { version: 'seated' })
    expect(seated).toMatchObject({ stance: { from: 'wide', to: 'seated' }, phasesFewer: 0 })
    expect(seated.eased).toEqual(expect.arrayContaining(['deepKnees', 'standing']))
    expect(mannerChangePhrase(seated)).toMatch(/^Seated instead of wide stance\. No .*deep knees/)
    expect(change('draw-the-bow', { version: 'higher' })).toEqual({
      stance: null,
      eased: ['deepKnees'],
      added: [],
      phasesFewer: 0,
    })
    const unheld = change('hold-up-the-sky', { choices: { topHold: 'leaveOut' } })
    expect(mannerChangePhrase(unheld)).toBe('No breath hold. 1 phase fewer in each repetition.')
    expect(mannerChangePhrase(change('rise-and-sink', { choices: { topHold: 'hold' } }))).toBe(
      'With breath hold. 1 phase more in each repetition.',
    )
    expect(mannerChangePhrase(change('rise-and-sink', {}))).toBe('')
  })
  it('is never nothing for a version of the catalogue that is there to make it milder', () => {
    for (const form of CATALOGUE) {
      for (const { kind } of form.versions) {
        if (kind === 'weighted' || (kind === 'seated' && form.stance === 'seated')) continue
        const { stance, eased } = change(form.id, { version: kind })
        if (kind === 'seated') expect(stance, form.name).not.toBeNull()
        if (kind === 'higher') expect(eased, form.name).toContain('deepKnees')
      }
    }
  })
})
