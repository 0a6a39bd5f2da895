import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sayableText } from '#core/sound'

describe('a text as the voice reads it', () => {
  it.each([
    ['Qì gōng, the sparrow’s tail', "Qi gong, the sparrow's tail"],
    ['Rub – 36 × “warm”', 'Rub , 36 times warm'],
    ['  Moon \t over\nthe well ', 'Moon over the well'],
    ['Straße & Bäume', 'Strasse and Baume'],
    ['気功', ''],
    ['…', ''],
    ['', ''],
  ])('%s', (text, read) => expect(sayableText(text)).toBe(read))
  it('is plain letters only, and reads the same again', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 120 }), (text) => {
        const read = sayableText(text)
        expect(read).toMatch(/^[\x20-\x7e]*$/)
        expect(sayableText(read.replaceAll('"', ' '))).toBe(read.replaceAll('"', ' ').trim())
      }),
    )
  })
})
