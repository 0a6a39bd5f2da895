import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { contentOf, faultsOfText, readRoutineText, writeRoutineText } from '#core/formats'
import { routineSchema, stepsOf, type Entry, type Routine } from '#core/routine'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { aRoutine, aStep, ratioArbitrary } from '../../helpers'
import { betweenArbitrary, entryArbitrary } from '../../routineArbitrary'

const ids = () => {
  let next = 0
  return () => `new-${(next += 1)}`
}
const again = (routine: Routine) => readRoutineText(writeRoutineText(routine, CATALOGUE), CATALOGUE, ids())

describe('a routine as Markdown', () => {
  it('is what a person would write', () => {
    const text =
      '# Low and slow\n\n> For a stiff back.\n\n## arrive\n\n- Stand and arrive: 6 breaths, rest 1\n\n## work\n\n' +
      '- **Flow**: rounds; 4 times; rest 1\n  - Cloud hands: 8 times in all, rest 0\n- rise and SINK\n\n## settle\n\n- Settle: 90 seconds, rest 0, optional\n'
    const { routine, notUnderstood } = readRoutineText(text, CATALOGUE, ids())
    expect(notUnderstood).toEqual([])
    expect(routine).toMatchObject({
      name: 'Low and slow',
      purpose: 'For a stiff back.',
      entries: [
        { formId: 'stand-and-arrive', count: 6, part: 'arrive' },
        { pattern: 'rounds', rounds: 4, steps: [{ formId: 'cloud-hands', count: 8, restBreaths: 0 }] },
        { formId: 'rise-and-sink', count: 6, part: 'work' },
        { formId: 'settle', count: 90, optional: true },
      ],
    })
  })

  it('gives back what it does not understand, and takes the rest', () => {
    const text =
      'Hello\n# A\n- Bicycle: 3 times\n- Cloud hands: 8 moons\n- Cloud hands: 8 times\n- **x**: spiral; 2 times'
    const { routine, notUnderstood } = readRoutineText(text, CATALOGUE, ids())
    expect(notUnderstood).toEqual(['Hello', '- Bicycle: 3 times', '- Cloud hands: 8 moons', '- **x**: spiral; 2 times'])
    expect(routine.entries).toHaveLength(1)
    expect(readRoutineText('', CATALOGUE, ids()).routine).toMatchObject({ name: 'A routine', entries: [] })
  })

  it.each(SHIPPED_ROUTINES.map((routine) => [routine.name, routine] as const))(
    '%s comes back the same',
    (_, routine) => {
      const read = again(routine)
      expect(read.notUnderstood).toEqual([])
      expect(contentOf(read.routine)).toEqual(contentOf(routine))
    },
  )

  it('comes back the same, whatever the steps, patterns and marks', () => {
    const whole = fc.record({ between: betweenArbitrary, ratio: ratioArbitrary }, { requiredKeys: [] })
    const purpose = fc.constantFrom('', 'For mornings.', 'Two\nlines')
    fc.assert(
      fc.property(
        fc.array(entryArbitrary, { maxLength: 8 }),
        purpose,
        fc.nat(50),
        whole,
        (entries, why, percent, said) => {
          const share = percent > 0 ? { closingShare: percent / 100 } : {}
          const routine = { ...aRoutine(entries as Entry[]), purpose: why, ...share, ...said }
          for (const layer of stepsOf(routine).flatMap(({ layers }) => layers ?? [])) {
            const one = aRoutine([aStep('s', 'f', { layers: [layer] })])
            expect(routineSchema.isValidSync(one, { strict: true })).toBe(true)
          }
          const read = again(routine)
          expect(read.notUnderstood).toEqual([])
          expect(contentOf(read.routine)).toEqual(contentOf(routine))
        },
      ),
    )
  })
  it.each([
    ['a hold longer than an hour', 'hold 20000 s'],
    ['a count that no form may have', 'rise 4 in, sink 6 out, x9000'],
    ['breaths that are never counted', 'breathe free, x8'],
    ['a post without positions', 'a post: 3 positions'],
    ['a phase that is too long', 'rise 70 in, sink 6 out, x8'],
  ])('that brings along a form with %s says so before anything is stored', (_, lines) => {
    const read = readRoutineText(`# T\n\n- Lift the basin\n\n## Forms\n\nLift the basin:\n${lines}\n`, CATALOGUE, ids())
    expect([read.forms.length, faultsOfText(read)[0]]).toEqual([
      1,
      expect.stringMatching(/^Lift the basin: forms\..* must /),
    ])
  })
  it('has no faults where it can be stored, as every shipped routine can', () => {
    for (const routine of SHIPPED_ROUTINES) expect(faultsOfText(again(routine)), routine.id).toEqual([])
  })
})
