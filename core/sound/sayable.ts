/** Words that the voice cannot read otherwise: typographic signs, and what other letters are called. */
const INSTEAD: [RegExp, string][] = [
  [/[’‘´`]/g, "'"],
  [/[“”„«»"]/g, ' '],
  [/[–—−]/g, ', '],
  [/…/g, ', '],
  [/&/g, ' and '],
  [/×/g, ' times '],
  [/ß/g, 'ss'],
  [/[æÆ]/g, 'ae'],
  [/[øØ]/g, 'o'],
]

/**
 * A text as the voice can read it: plain letters without marks above or below (it knows English only), one space between words. Empty
 * where nothing is left that could be said.
 */
export function sayableText(text: string): string {
  const plain = INSTEAD.reduce((changed, [from, to]) => changed.replace(from, to), text)
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[^\x20-\x7e]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
  return /[a-z0-9]/i.test(plain) ? plain : ''
}
