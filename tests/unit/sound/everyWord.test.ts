import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import {
  CHOICE_NAMES,
  CHOICES,
  plainWay,
  USUAL_HOUSE_RULES,
  type Choices,
  type HouseRules,
  type Way,
} from '#core/forms'
import { stepFor } from '#core/routine'
import { wordsOf } from '#core/sound'
import { COMPANION_VERSIONS, compileTimeline, type Companion } from '#core/timeline'
import { CATALOGUE } from '#data'
import index from '../../../public/voice/index.json'
import { aRoutine } from '../../helpers'

const CLIPS = new Set(Object.values(index).flatMap((pack) => Object.keys(pack)))

/** Every text that is said when a form is followed alone; time enough for each of them. */
function saidOf(formId: string, way: Partial<Way>, rules: HouseRules, companions: readonly Companion[] = []): string[] {
  const form = CATALOGUE.find(({ id }) => id === formId)!
  const routine = aRoutine([{ ...stepFor(form, 's'), count: form.counts.least * (form.sides === 'none' ? 1 : 2) }])
  const ways = [{ ...plainWay('w', formId), ...way }]
  const timeline = compileTimeline({ routine, forms: [form], ways, pace: steadyPace(4, 6), rules, companions })
  return wordsOf(timeline).map(({ text }) => text)
}
const missing = (texts: string[]) =>
  [...new Set(texts.map((text) => text.trim().toLowerCase()))].filter((text) => !CLIPS.has(text))

describe('there is a clip for every word', () => {
  it.each(CATALOGUE.map(({ id, name }) => [name, id] as const))(
    'of %s, in each version and with each choice',
    (_, id) => {
      const { versions } = CATALOGUE.find((form) => form.id === id)!
      const said = [
        ...versions.flatMap(({ kind }) => saidOf(id, { version: kind }, USUAL_HOUSE_RULES)),
        ...CHOICE_NAMES.flatMap((name) =>
          CHOICES[name].flatMap((value) =>
            saidOf(id, {}, { ...USUAL_HOUSE_RULES, [name]: value } as HouseRules & Choices),
          ),
        ),
      ]
      expect(said.length).toBeGreaterThan(CHOICE_NAMES.length)
      expect(missing(said)).toEqual([])
    },
  )
  it('also of what its versions change, said to whoever practises beside me', () => {
    const said = CATALOGUE.flatMap(({ id }) =>
      COMPANION_VERSIONS.flatMap((version) => saidOf(id, {}, USUAL_HOUSE_RULES, [{ name: 'Mira', version }])),
    )
    expect(said).toContain('One hand on the back of a chair.')
    expect(missing(said)).toEqual(['mira'])
  })
  it('says where a form climbs, the moves of a chain, the version and the eyes', () => {
    expect(saidOf('ladder-of-circles', {}, USUAL_HOUSE_RULES)).toContain(
      CATALOGUE.find(({ id }) => id === 'ladder-of-circles')!.levels[0],
    )
    expect(saidOf('short-form-part-1', {}, USUAL_HOUSE_RULES)).toContain("Part the wild horse's mane")
    expect(saidOf('stork-on-one-leg', { version: 'supported' }, USUAL_HOUSE_RULES)).toContain('hold on to the chair')
    expect(saidOf('settle', {}, { ...USUAL_HOUSE_RULES, eyes: 'closed' })).toContain('Eyes closed')
    expect(saidOf('hold-up-the-sky', { version: 'seated' }, USUAL_HOUSE_RULES)).toContain('sitting')
  })
})
