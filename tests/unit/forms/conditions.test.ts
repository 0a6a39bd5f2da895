import { describe, expect, it } from 'vitest'
import { cautionsForMe, CAUTIONS, CONDITIONS, formMyWay, milderWay, USUAL_HOUSE_RULES, plainWay } from '#core/forms'
import { CATALOGUE } from '#data'
import { aForm } from '../../helpers'

const form = (name: string) => CATALOGUE.find((each) => each.name === name)!

describe('cautions for my own conditions', () => {
  it('are only those that concern me, with the condition named', () => {
    expect(cautionsForMe(form('Hands to the feet'), ['soreLowBack', 'soreKnees'])).toEqual([
      { caution: 'deepFold', because: ['soreLowBack'] },
    ])
    expect(cautionsForMe(form('Hands to the feet'), [])).toEqual([])
    expect(cautionsForMe(form('Settle'), [...CONDITIONS])).toEqual([])
  })
  it('every caution concerns somebody, and every condition something', () => {
    for (const caution of CAUTIONS) {
      expect(cautionsForMe({ cautions: [caution] }, CONDITIONS), caution).toHaveLength(1)
    }
    for (const condition of CONDITIONS) {
      expect(cautionsForMe({ cautions: [...CAUTIONS] }, [condition]).length, condition).toBeGreaterThan(0)
    }
  })
})

describe('the milder version', () => {
  it('leaves the hold out, or sits where that can be', () => {
    const sky = form('Hold up the sky')
    const way = plainWay('w', sky.id)
    const milder = formMyWay(sky, { ...way, ...milderWay(sky, 'breathHold') }, USUAL_HOUSE_RULES)
    expect(milder.form.moves[0]!.phases.map(({ breath }) => breath)).toEqual(['in', 'out'])
    expect(milderWay(form('Draw the bow'), 'deepKnees')).toEqual({ version: 'seated' })
    expect(milderWay(aForm({ versions: [] }), 'deepKnees')).toBeNull()
    expect(milderWay(sky, 'deepFold')).toBeNull()
  })
})
