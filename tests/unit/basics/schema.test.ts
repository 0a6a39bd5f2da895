import { describe, expect, expectTypeOf, it } from 'vitest'
import type { InferType } from 'yup'
import {
  daySchema,
  idSchema,
  numberBetween,
  numberOrNull,
  oneOf,
  oneOfKinds,
  oneOfOrNull,
  strictList,
  strictObject,
  strictObjectOrNull,
  validate,
  wholeBetween,
} from '#core/basics'

interface Stone {
  id: string
  weightGrams: number
  colour: 'grey' | 'brown' | null
}
const stone = strictObject<Stone>({
  id: idSchema,
  weightGrams: numberBetween(1, 5000),
  colour: oneOfOrNull(['grey', 'brown']),
})
const good: Stone = { id: 'a', weightGrams: 20, colour: null }
const faults = (schema: Parameters<typeof validate>[0], value: unknown) => {
  const checked = validate(schema, value, 'it')
  return checked.ok ? [] : checked.faults.map(({ message }) => message)
}

describe('schemas and types', () => {
  it('answer the type that was checked, and no other', () => {
    const checked = validate(stone, good)
    if (!checked.ok) throw new Error('it is good')
    expectTypeOf(checked.value).toEqualTypeOf<Stone>()
    expectTypeOf<InferType<typeof stone>>().toEqualTypeOf<Stone>()
    expect(checked.value).toEqual(good)
  })
  it('do not compile when a field is in one of them only', () => {
    // @ts-expect-error A field of the type has no schema.
    strictObject<Stone>({ id: idSchema, weightGrams: numberBetween(1, 5000) })
    // @ts-expect-error A schema has no field in the type.
    strictObject<{ id: string }>({ id: idSchema, more: idSchema })
    // @ts-expect-error A field is of another kind.
    strictObject<{ id: string }>({ id: numberBetween(1, 2) })
  })
})

describe('a value that is checked', () => {
  it('has every field and no more, of the kind that it says, and is not bent to it', () => {
    expect(faults(stone, { ...good, id: undefined })).toEqual(['id is missing.'])
    expect(faults(stone, { ...good, more: 1 })).toEqual(['it has a field that is not known: more.'])
    expect(faults(stone, { ...good, weightGrams: '20' })).toEqual(['weightGrams must be a number.'])
    expect(faults(stone, null)).toEqual(['it is missing.'])
    expect(faults(stone, { ...good, colour: 'green' })).toEqual(['colour must be one of: grey, brown, null.'])
  })
  it('names every fault, up to twenty', () => {
    const list = strictObject<{ all: number[] }>({ all: strictList(wholeBetween(1, 9), 100) })
    expect(faults(list, { all: Array.from({ length: 30 }, () => 0.5) })).toHaveLength(20)
    expect(faults(list, { all: [1, 10] })).toEqual(['all[1] must be at most 9.'])
    expect(faults(list, { all: Array.from({ length: 101 }, () => 1) })).toEqual(['all must have at most 100 entries.'])
    expect(faults(list, { all: 'one' })[0]).toContain('all')
  })
  it('may be null where that is said', () => {
    const maybe = strictObject<{ stone: Stone | null; degrees: number | null }>({
      stone: strictObjectOrNull<Stone>({
        id: idSchema,
        weightGrams: numberBetween(1, 9),
        colour: oneOfOrNull(['grey']),
      }),
      degrees: numberOrNull(0, 359),
    })
    expect(faults(maybe, { stone: null, degrees: null })).toEqual([])
    expect(faults(maybe, { stone: null })).toEqual(['degrees is missing.'])
    expect(faults(maybe, { degrees: 1 })).toEqual(['stone is missing.'])
    expect(faults(maybe, { stone: { ...good, weightGrams: 10 }, degrees: 360 })).toHaveLength(2)
  })
  it('is one of several kinds, told apart by a word', () => {
    type Thing = { kind: 'pebble'; id: string } | { kind: 'water'; litres: number }
    const thing = oneOfKinds<'kind', Thing>('kind', {
      pebble: strictObject<Extract<Thing, { kind: 'pebble' }>>({ kind: oneOf(['pebble']), id: idSchema }),
      water: strictObject<Extract<Thing, { kind: 'water' }>>({ kind: oneOf(['water']), litres: numberBetween(0, 9) }),
    })
    const box = strictObject<{ thing: Thing }>({ thing })
    expect(faults(box, { thing: { kind: 'pebble', id: 'a' } })).toEqual([])
    expect(faults(box, { thing: { kind: 'water', id: 'a' } })).toContain('thing.litres is missing.')
    expect(faults(box, { thing: { kind: 'sand' } })).toEqual(['thing.kind must be one of: pebble, water.'])
    expect(faults(box, { thing: { kind: 'constructor' } })).toEqual(['thing.kind must be one of: pebble, water.'])
    expect(faults(box, { thing: null })).toEqual(['thing is missing.'])
  })
  it('is a day of the calendar', () => {
    expect(['2026-02-28', '2024-02-29'].every((day) => daySchema.isValidSync(day))).toBe(true)
    expect(['2026-02-29', '2026-2-1', '2026-13-01', 'today'].some((day) => daySchema.isValidSync(day))).toBe(false)
  })
})

describe('what is too much', () => {
  const stones = strictObject<{ stones: Stone[] }>({ stones: strictList(stone, 50) })
  it('of a list that is too long tells only its length', () => {
    expect(faults(stones, { stones: Array.from({ length: 51 }, () => ({})) })).toEqual([
      'stones must have at most 50 entries.',
    ])
  })
  it('of a large value tells only the first fault; of a small one all of them', () => {
    expect(faults(stones, { stones: [{}, {}] }).length).toBeGreaterThan(3)
    const many = strictObject<{ stones: Stone[] }>({ stones: strictList(stone, 5000) })
    expect(faults(many, { stones: Array.from({ length: 5000 }, () => ({})) })).toHaveLength(1)
  })
  it('is nested or large beyond all reason, and is said before it is looked into', () => {
    let deep: unknown = 1
    for (let level = 0; level < 100_000; level += 1) deep = [deep]
    expect(faults(stones, deep)).toEqual(['it is nested more than 24 deep.'])
    expect(faults(stones, { stones: Array.from({ length: 300_000 }, () => 0) })).toEqual([
      'it holds more than 250000 values.',
    ])
  })
  it('is not quoted at length', () => {
    const [fault] = faults(stone, { ...good, ['x'.repeat(10_000)]: 1 })
    expect(fault!.length).toBeLessThanOrEqual(240)
  })
  it('names the place of what stands in something larger', () => {
    const checked = validate(stone, { ...good, weightGrams: 0 }, 'stone', 'stones[3]')
    expect(checked.ok ? [] : checked.faults).toEqual([
      { path: 'stones[3].weightGrams', message: 'stones[3].weightGrams must be at least 1.' },
    ])
  })
})
