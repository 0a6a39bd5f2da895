import { describe, expect, it } from 'vitest'
import {
  AS_ALWAYS,
  CARE,
  cautionsForMe,
  cautionsOf,
  CAUTIONS,
  concernsOf,
  CONDITIONS,
  formMyWay,
  milderManner,
  milderState,
  plainWay,
  USUAL_HOUSE_RULES,
  wayFor,
  type Caution,
  type HouseRules,
} from '#core/forms'
import { CATALOGUE } from '#data'
import { aForm, aStep } from '../../helpers'

const form = (name: string) => CATALOGUE.find((each) => each.name === name)!
const rules = (change: Partial<HouseRules> = {}): HouseRules => ({ ...USUAL_HOUSE_RULES, ...change })
const asTaught = (name: string) => cautionsOf(form(name), undefined, rules())
const concerns = (...cautions: Caution[]) => new Set(cautions)

describe('cautions that follow from the stance', () => {
  const of = (change: Parameters<typeof aForm>[0]) => cautionsOf(aForm(change), undefined, rules())
  it('are there in forms of one’s own that say nothing of them', () => {
    expect(of({ stance: 'oneLeg' })).toContain('oneLeg')
    expect(of({ stance: 'tandem' })).toContain('heelToToe')
    expect(of({ stance: 'low' })).toContain('deepKnees')
    expect(of({ stance: 'lying' })).toEqual(expect.arrayContaining(['lyingFlat', 'standing']))
    const [move] = aForm().moves
    expect(of({ moves: [move!, { ...move!, name: 'B', stance: 'oneLeg' }] })).toContain('oneLeg')
  })
  it('are not where a chair is held on to, or where one sits', () => {
    expect(of({ stance: 'oneLeg', equipment: ['a chair'] })).not.toContain('oneLeg')
    const seated = { ...plainWay('w', 'a-form'), version: 'seated' as const }
    expect(cautionsOf(aForm({ stance: 'oneLeg' }), seated, rules())).toEqual([])
  })
})

describe('cautions for my own conditions', () => {
  it('are only those that concern me, with the condition and the reason named', () => {
    const found = cautionsForMe(asTaught('Hands to the feet'), ['soreLowBack', 'soreKnees'])
    expect(found.map(({ caution, because }) => [caution, because])).toEqual([
      ['deepFold', ['soreLowBack']],
      ['headDown', ['soreLowBack']],
    ])
    expect(found[0]!.reasons).toEqual([CARE.soreLowBack.deepFold])
    expect(cautionsForMe(asTaught('Hands to the feet'), [])).toEqual([])
    expect(
      cautionsForMe(
        asTaught('Settle'),
        CONDITIONS.filter((each) => each !== 'seatedOnly'),
      ),
    ).toEqual([])
  })
  it('every caution concerns somebody, every condition something, each pair with a sentence', () => {
    for (const caution of CAUTIONS) expect(cautionsForMe([caution], CONDITIONS), caution).toHaveLength(1)
    for (const condition of CONDITIONS) {
      const sentences = Object.values(CARE[condition])
      expect(sentences.length, condition).toBeGreaterThan(0)
      for (const sentence of sentences) expect(sentence).toMatch(/^[A-Z].*\.$/)
    }
  })
})

describe('cautions come from what is really done', () => {
  const plain = aForm()
  it.each([
    ['a hold that the house puts in', plain, undefined, rules({ topHold: 'hold' })],
    [
      'a hold that stays after the out-breath where the breath is swapped',
      form('Hold up the sky'),
      undefined,
      rules({ riseOn: 'out' }),
    ],
    ['the hold of a form that says nothing of it', aForm({ moves: form('Drop the heels').moves }), undefined, rules()],
  ])('%s', (_, given, way, house) => {
    expect(cautionsOf(given, way, house)).toContain('breathHold')
    expect(cautionsOf(given, way, { ...house, topHold: 'leaveOut' })).not.toContain('breathHold')
  })
  it('weights, a belly that is drawn in, standing and sure balance follow from the way', () => {
    const weighted = { ...aForm(), versions: [{ kind: 'weighted' as const, change: '' }] }
    const way = { ...plainWay('w', 'a-form'), version: 'weighted' as const }
    expect(cautionsOf(weighted, way, rules())).toEqual(['wristWeights', 'standing'])
    expect(cautionsOf(aForm(), undefined, rules({ belly: 'reverse' }))).toEqual(['strongBelly', 'standing'])
    const onOneLeg = aForm({ effort: { legs: 1, shoulders: 0, spine: 0, balance: 2 } })
    expect(cautionsOf(onOneLeg, undefined, rules())).toEqual(['standing', 'unsteady'])
    expect(cautionsOf(onOneLeg, { ...plainWay('w', 'a-form'), version: 'seated' }, rules())).toEqual([])
  })
  it('quiet heels ease a heel-drop only where the heels are a choice', () => {
    const quiet = rules({ heels: 'quiet' })
    expect(asTaught('Drop the heels')).toContain('heelDrop')
    expect(cautionsOf(form('Drop the heels'), undefined, quiet)).not.toContain('heelDrop')
    expect(cautionsOf(aForm({ cautions: ['heelDrop'] }), undefined, quiet)).toContain('heelDrop')
  })
  it('a version that a form does not have eases nothing', () => {
    const bare = aForm({ cautions: ['deepKnees'], versions: [] })
    expect(cautionsOf(bare, { ...plainWay('w', 'a-form'), version: 'seated' }, rules())).toEqual([
      'deepKnees',
      'standing',
    ])
  })
})

describe('the milder version', () => {
  it('is the least that leaves nothing to mind', () => {
    const sky = form('Hold up the sky')
    const unheld = milderManner(sky, undefined, rules(), concerns('breathHold'))!
    expect(unheld).toEqual({ version: null, choices: { topHold: 'leaveOut' } })
    const way = wayFor({ ...aStep('s', sky.id), manner: unheld }, [])
    expect(formMyWay(sky, way, rules()).form.moves[0]!.phases.map(({ breath }) => breath)).toEqual(['in', 'out'])
    expect(milderManner(form('Draw the bow'), undefined, rules(), concerns('deepKnees'))!.version).toBe('higher')
    expect(milderManner(form('Stork on one leg'), undefined, rules(), concerns('oneLeg', 'unsteady'))!.version).toBe(
      'supported',
    )
    expect(milderManner(form('Draw the bow'), undefined, rules(), concerns('standing'))!.version).toBe('seated')
    expect(milderManner(sky, undefined, rules(), concerns('deepFold'))).toBe(AS_ALWAYS)
  })
  it('is the one that changes least of several that would do: higher, then supported, then imagined, then seated', () => {
    const kinds = ['seated', 'imagined', 'supported', 'higher'] as const
    const versions = kinds.map((kind) => ({ kind, about: '' }))
    // One leg: supported and seated leave nothing to mind; both arms up: imagined and seated.
    const oneLeg = aForm({ stance: 'oneLeg', versions: [...versions] as never })
    expect(milderManner(oneLeg, undefined, rules(), concerns('oneLeg'))!.version).toBe('supported')
    const deep = aForm({ cautions: ['deepKnees'], versions: [...versions] as never })
    expect(milderManner(deep, undefined, rules(), concerns('deepKnees'))!.version).toBe('higher')
    const arms = aForm({ cautions: ['armsOverhead'], versions: [...versions] as never })
    expect(milderManner(arms, undefined, rules(), concerns('armsOverhead'))!.version).toBe('imagined')
  })
  it('is not to be had where no version is enough', () => {
    expect(
      milderManner(aForm({ cautions: ['deepKnees'], versions: [] }), undefined, rules(), concerns('deepKnees')),
    ).toBeNull()
    expect(milderManner(form('Hands to the feet'), undefined, rules(), concerns('deepFold'))).toBeNull()
  })
  it('takes back weights that my way has', () => {
    const basin = form('Lift the basin')
    const weighted = { ...plainWay('w', basin.id), version: 'weighted' as const }
    const manner = milderManner(basin, weighted, rules(), concerns('wristWeights'))!
    expect(manner.version).toBe('plain')
    expect(wayFor({ ...aStep('s', basin.id), manner }, [weighted])!.version).toBeNull()
  })
  it('says whether it is done, can be, or is not to be had', () => {
    const bow = form('Draw the bow')
    expect(milderState(bow, 'deepKnees', undefined, rules())).toBe('possible')
    expect(milderState(bow, 'deepKnees', { ...plainWay('w', bow.id), version: 'higher' }, rules())).toBe('done')
    expect(milderState(form('Hands to the feet'), 'deepFold', undefined, rules())).toBe('none')
  })
  it('every form of one leg has a chair or a seat, and steps have none', () => {
    for (const each of CATALOGUE) {
      const kinds = each.versions.map(({ kind }) => kind)
      if (each.stance === 'oneLeg' && each.cautions.includes('oneLeg')) expect(kinds, each.name).toContain('supported')
      if (each.school === 'walking') expect(kinds, each.name).not.toContain('supported')
      expect(concernsOf(['soreKnees']).has('deepKnees')).toBe(true)
    }
  })
})
