import { describe, expect, it } from 'vitest'
import { createFileParts } from '~/features/carry/fileParts'

describe('a file that grows bit by bit', () => {
  it('has every byte in its order, though its parts are folded away and the encoder uses its memory again', async () => {
    const parts = createFileParts()
    const memory = new Uint8Array(1_000_003)
    for (let piece = 0; piece < 9; piece += 1) {
      memory.fill(piece)
      parts.add(memory)
    }
    expect(parts.bytes()).toBe(9 * memory.length)
    const file = parts.whole([Uint8Array.of(100)], [Uint8Array.of(101)], 'audio/wav')
    expect(file.type).toBe('audio/wav')
    const bytes = new Uint8Array(await file.arrayBuffer())
    expect(bytes).toHaveLength(9 * memory.length + 2)
    expect([bytes[0], bytes.at(-1)]).toEqual([100, 101])
    for (let piece = 0; piece < 9; piece += 1) {
      const own = bytes.subarray(1 + piece * memory.length, 1 + (piece + 1) * memory.length)
      expect(own.every((each) => each === piece)).toBe(true)
    }
  })
})
