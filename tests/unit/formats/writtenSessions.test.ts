import { describe, expect, it } from 'vitest'
import { formsInText, readRoutineText, writeRoutineText } from '#core/formats'
import { formSchema, type Form } from '#core/forms'
import { stepsOf } from '#core/routine'
import { CATALOGUE } from '#data'

const ids = () => {
  let next = 0
  return () => `new-${(next += 1)}`
}
const read = (text: string, forms: readonly Form[] = CATALOGUE) => readRoutineText(text, forms, ids())

describe('a list of names', () => {
  it('becomes a routine: marks, numbers, counts and minutes as people write them', () => {
    const { routine, notUnderstood, guessed } = read(
      'Stand and arrive\n1. shoulder rolls x5\n2) cloud hands, 12 times\nTiger: claws and reach: x2\n- Settle 2 min\nThree sweeps down 6x',
    )
    expect(notUnderstood).toEqual([])
    expect(guessed).toEqual([])
    expect(stepsOf(routine).map(({ formId, count, part }) => [formId, count, part])).toEqual([
      ['stand-and-arrive', 6, 'arrive'],
      ['shoulder-rolls', 5, 'loosen'],
      ['cloud-hands', 12, 'work'],
      ['animal-tiger', 2, 'work'],
      ['settle', 120, 'settle'],
      ['three-sweeps', 6, 'gather'],
    ])
  })
  it.each([
    ['three sweeps', 'three-sweeps'],
    ['swinging arms x40', 'arm-swing'],
    ['parting the mane', 'part-the-mane'],
    ['the horse stance', 'horse-stance'],
    ['ma bu', 'horse-stance'],
    ['tiger pounce, x3', 'tendon-tiger-pounces'],
  ])('“%s” is guessed, and said to be a guess unless it is the very name', (line, formId) => {
    const { routine, guessed } = read(`- ${line}`)
    expect(stepsOf(routine).map((step) => step.formId)).toEqual([formId])
    for (const guess of guessed) expect(guess.others.map(({ id }) => id)).not.toContain(formId)
  })
  it('what no form is likely to be is given back', () => {
    const { routine, notUnderstood } = read('Tea and toast\n- Bicycle\nDear diary, today was long')
    expect(stepsOf(routine)).toEqual([])
    expect(notUnderstood).toEqual(['Tea and toast', '- Bicycle', 'Dear diary, today was long'])
  })
})

describe('forms of one’s own in the text of a routine', () => {
  const mine = (text: string) => formsInText(text, ids()).forms
  const [wring] = mine(
    '### Wring the cloth\n> Slow, at the sink.\nturn in, wring 8 out at most 7 s, x4 each side, hip width, loosen\nworks on: spine, hips\nwith care: strongTwist\nalso seated: The feet stay.',
  )
  it('are read whole, and are forms', () => {
    expect(wring).toMatchObject({
      name: 'Wring the cloth',
      about: 'Slow, at the sink.',
      part: 'loosen',
      areas: ['spine', 'hips'],
      cautions: ['strongTwist'],
      versions: [{ kind: 'seated', change: 'The feet stay.' }],
    })
    expect(formSchema.isValidSync(wring, { strict: true })).toBe(true)
  })
  it('travel with the routine that uses them, with their cautions, and come only where they are not yet', () => {
    const { routine } = read('- Wring the cloth: 4 times each side\n- Settle', [...CATALOGUE, wring!])
    const other = { ...wring!, id: 'unused', name: 'Unused' }
    const text = writeRoutineText(routine, [...CATALOGUE, wring!], [wring!, other])
    expect(text).toContain('### Wring the cloth')
    expect(text).not.toContain('Unused')
    const elsewhere = read(text)
    expect(elsewhere.notUnderstood).toEqual([])
    const { id: _, ...words } = wring!
    expect(elsewhere.forms).toEqual([{ id: elsewhere.forms[0]!.id, ...words }])
    expect(stepsOf(elsewhere.routine)[0]!.formId).toBe(elsewhere.forms[0]!.id)
    const here = read(text, [...CATALOGUE, wring!])
    expect(here.forms).toEqual([])
    expect(stepsOf(here.routine)[0]!.formId).toBe(wring!.id)
  })
  it('several at once, each under its name; what is not understood is told with it', () => {
    const { forms, notUnderstood } = formsInText(
      'One:\nrise in, sink out, x6\n\nTwo:\nstep left free, 36 beats at 60\nwith care: dragons',
      ids(),
    )
    expect(forms.map(({ name }) => name)).toEqual(['One', 'Two'])
    expect(forms.map(({ counting }) => counting.by)).toEqual(['breathRepetitions', 'beats'])
    expect(notUnderstood).toEqual(['Two: dragons'])
  })
})
