import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Schema } from 'yup'
import { oneOf, quickCheckOf, strictObject, tested, validate } from '#core/basics'
import { LISTS, PERSON_LISTS, type ListName } from '#core/formats'
import { CATALOGUE, SHIPPED_ROUTINES, SHIPPED_SERIES, demoPerson } from '#data'

const { settings: _, ...lists } = demoPerson('2026-03-10', 'Europe/Lisbon')
const items: { [List in ListName]?: readonly object[] } = {
  ...lists,
  forms: CATALOGUE,
  routines: SHIPPED_ROUTINES,
  series: SHIPPED_SERIES,
  routineVersions: [{ id: 'v', routineId: 'r', at: '2026-03-10T08:00:00.000Z', routine: SHIPPED_ROUTINES[0] }],
}
const quickLists = PERSON_LISTS.filter((list) => (items[list]?.length ?? 0) > 0 && list !== 'recordings')

const ODD = fc.oneof(
  fc.constantFrom<unknown>(undefined, null, '', ' x', 'x', 'in', -1, 0, 1, 2.5, 1e9, Number.NaN, [], {}, [null], true),
  fc.constantFrom('2026-02-30T10:00:00.000Z', '2026-02-28T24:00:00Z', '2026-02-28T23:59:59Z', '2026-02-28T23:60:59Z'),
  fc.constantFrom('2026-02-28', '2026-02-30', 'Nowhere', 'UTC', 'europe/lisbon', '+01:00', 'x'.repeat(121)),
  fc.string(),
  fc.double(),
)
/** Every place in a value, as the way to it. */
function placesIn(value: unknown, way: string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return [way]
  return [way, ...Object.entries(value).flatMap(([key, inner]) => placesIn(inner, [...way, key]))]
}
function spoilt(item: object, way: string[], odd: unknown): unknown {
  if (way.length === 0) return { ...item, odd }
  const copy = structuredClone(item) as Record<string, unknown>
  const holder = way.slice(0, -1).reduce((at, key) => at[key] as Record<string, unknown>, copy)
  if (odd === undefined) Reflect.deleteProperty(holder, way.at(-1)!)
  else holder[way.at(-1)!] = odd
  return copy
}

describe('the quick check', () => {
  it('is there for every list that grows with the years', () => {
    expect(quickLists).toEqual(
      expect.arrayContaining(['sessions', 'breathMeasures', 'stages', 'routineVersions', 'forms']),
    )
  })
  it.each(quickLists)('lets the same %s through as their schema, and no others', (list) => {
    const schema = LISTS[list].item as unknown as Schema
    const quick = quickCheckOf(schema)!
    fc.assert(
      fc.property(fc.constantFrom(...items[list]!), fc.nat(), ODD, (item, at, odd) => {
        const places = placesIn(item)
        const value = spoilt(item, places[at % places.length]!, odd)
        expect(quick(value)).toBe(schema.isValidSync(value, { strict: true }))
      }),
      { numRuns: 400 },
    )
    for (const item of items[list]!) expect(quick(item)).toBe(true)
  })
  it('is not inherited by a schema that asks for more, unless it is told how', () => {
    const schema = strictObject<{ a: 'x' | 'y' }>({ a: oneOf(['x', 'y']) })
    expect(quickCheckOf(schema)!({ a: 'x' })).toBe(true)
    expect(quickCheckOf(schema.test('never', 'never', () => false))).toBeUndefined()
    const noX = tested(schema, 'no-x', (value) => value?.a !== 'x', '${path} is x')
    expect(quickCheckOf(noX)!({ a: 'x' })).toBe(false)
    expect(validate(noX, { a: 'x' })).toMatchObject({ ok: false, faults: [{ message: 'the whole is x.' }] })
    expect(validate(noX, { a: 'y' })).toEqual({ ok: true, value: { a: 'y' } })
  })
})
