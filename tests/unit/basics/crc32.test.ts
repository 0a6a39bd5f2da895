import { crc32 as zlibCrc32 } from 'node:zlib'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { crc32 } from '#core/basics'

it('is the checksum that zlib has', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 2000 }), (some) => {
      expect(crc32(some)).toBe(zlibCrc32(some))
    }),
  )
})
