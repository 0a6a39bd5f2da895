import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EXACT_ENTRIES, ORDER_RULES, ORDER_WEIGHTS, stepFor, suggestOrder, type OrderFaults } from '#core/routine'
import { CATALOGUE } from '#data'
import { aForm, aRoutine, aStep } from '../../helpers'

const idsOf = (routine: ReturnType<typeof aRoutine>) => routine.entries.map(({ id }) => id)
const named = (...ids: string[]) =>
  aRoutine(
    ids.map((id) => ({
      ...stepFor(
        CATALOGUE.find((form) => form.id === id)!,
        id,
      ),
      id,
    })),
  )
const WEIGHED: Partial<OrderFaults> = ORDER_WEIGHTS
const weigh = (faults: OrderFaults) => ORDER_RULES.reduce((sum, rule) => sum + faults[rule] * (WEIGHED[rule] ?? 0), 0)

describe('a suggested order', () => {
  it('puts the parts in the order of the arc', () => {
    const { routine, before, after } = suggestOrder(named('settle', 'shake', 'stand-and-arrive'), CATALOGUE)
    expect(idsOf(routine)).toEqual(['stand-and-arrive', 'shake', 'settle'])
    expect(before.partsInOrder).toBe(3)
    expect(after.partsInOrder).toBe(0)
  })

  it('keeps a set in its order, heel drops late and small joints before large', () => {
    const pieces = ['drop-the-heels', 'raise-one-hand', 'hold-up-the-sky', 'look-behind']
    expect(idsOf(suggestOrder(named(...pieces), CATALOGUE).routine)).toEqual([
      'hold-up-the-sky',
      'raise-one-hand',
      'look-behind',
      'drop-the-heels',
    ])
    expect(idsOf(suggestOrder(named('spine-wave', 'wrist-circles'), CATALOGUE).routine)).toEqual([
      'wrist-circles',
      'spine-wave',
    ])
  })

  it('keeps one stance while it can', () => {
    const forms = (['wide', 'shoulderWidth', 'wide', 'shoulderWidth'] as const).map((stance, at) =>
      aForm({ id: `f${at}`, stance }),
    )
    const { routine, before, after } = suggestOrder(aRoutine(forms.map(({ id }) => aStep(id, id))), forms)
    expect(idsOf(routine)).toEqual(['f0', 'f2', 'f1', 'f3'])
    expect([before.stanceChanges, after.stanceChanges]).toEqual([3, 1])
  })

  it('leaves a good order as it is, and what is left out at the end of its part', () => {
    const given = named('hold-up-the-sky', 'raise-one-hand', 'look-behind')
    expect(suggestOrder(given, CATALOGUE).routine).toEqual(given)
    const withOff = { ...given, entries: given.entries.map((entry, at) => ({ ...entry, off: at === 0 })) }
    expect(idsOf(suggestOrder(withOff, CATALOGUE).routine)).toEqual([
      'raise-one-hand',
      'look-behind',
      'hold-up-the-sky',
    ])
  })

  it('is no worse than any other order, tried one by one', () => {
    const work = CATALOGUE.filter(({ part }) => part === 'work')
    const some = fc.uniqueArray(fc.nat(work.length - 1), { minLength: 2, maxLength: 6 })
    fc.assert(
      fc.property(some, (places) => {
        const routine = aRoutine(places.map((index) => ({ ...stepFor(work[index]!, `s${index}`) })))
        const { after, exact } = suggestOrder(routine, CATALOGUE)
        expect(exact).toBe(true)
        for (const entries of permutations(routine.entries)) {
          expect(weigh(after)).toBeLessThanOrEqual(weigh(suggestOrder({ ...routine, entries }, CATALOGUE).before))
        }
      }),
      { numRuns: 15 },
    )
  })

  it('loses nothing and doubles nothing, in parts longer than can be searched through too', () => {
    const many = CATALOGUE.filter(({ part }) => part === 'work').slice(0, EXACT_ENTRIES + 5)
    const routine = aRoutine(many.map((form) => stepFor(form, form.id)))
    const { routine: ordered, exact, before, after } = suggestOrder(routine, CATALOGUE)
    expect(exact).toBe(false)
    expect(idsOf(ordered).sort()).toEqual(idsOf(routine).sort())
    expect(weigh(after)).toBeLessThanOrEqual(weigh(before))
  })
})

function permutations<T>(list: readonly T[]): T[][] {
  if (list.length < 2) return [[...list]]
  return list.flatMap((item, at) => permutations(list.toSpliced(at, 1)).map((rest) => [item, ...rest]))
}
