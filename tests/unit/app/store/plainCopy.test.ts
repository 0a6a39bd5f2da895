import { reactive } from 'vue'
import { expect, it } from 'vitest'
import { plainCopy } from '~/shared/store/plainCopy'

it('a plain copy can be sent and stored, however deep the proxies go, and shares nothing', () => {
  const deep = reactive({ list: [{ words: 'a' }], at: null as null | number })
  const mixed = { outer: deep, plain: 1, bytes: new Uint8Array([1, 2]) }
  const copy = plainCopy(mixed)
  expect(structuredClone(copy)).toEqual({
    outer: { list: [{ words: 'a' }], at: null },
    plain: 1,
    bytes: new Uint8Array([1, 2]),
  })
  deep.list[0]!.words = 'b'
  mixed.bytes[0] = 9
  expect(copy.outer.list[0]!.words).toBe('a')
  expect(copy.bytes[0]).toBe(1)
})
it('refuses what cannot be copied', () => {
  expect(() => plainCopy({ deep: [{ run: () => 1 }] })).toThrow()
})
it('leaves out what is undefined, as JSON does', () => {
  expect(Object.keys(plainCopy({ one: undefined, other: 2 }))).toEqual(['other'])
})
