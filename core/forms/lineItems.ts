/** A word or a text in quotes. */
export type Word = { text: string; quoted: boolean }
/** What stands between commas or line ends, and the name before a colon that it follows. */
export interface Item {
  words: Word[]
  /** The line begins with a name and a colon. */
  heading: string | null
  /** Its words as they were written. */
  raw: string
}

/** The words of an item as one text in small letters. */
export const plainOf = (words: readonly Word[]) =>
  words
    .map(({ text }) => text)
    .join(' ')
    .toLowerCase()

const unescaped = (text: string) => text.replace(/\\(.)/g, (_, letter: string) => (letter === 'n' ? '\n' : letter))

/**
 * Split plain lines into items; quotes keep commas, colons and line ends. What stands before the first colon of a line is a name, commas
 * and all ("Wave hands, like clouds:"), unless something there is understood (`isSaid`): then the name begins after the last comma.
 */
export function itemsOf(text: string, isSaid: (words: readonly Word[]) => boolean): Item[] {
  const items: Item[] = []
  /** Where in the items the present line begins, and whether it has no colon yet. */
  let line = { first: 0, isPlain: true }
  let words: Word[] = []
  let heading: string | null = null
  /** Where the words of the item begin and end in the text. */
  let span: [number, number] | null = null
  const close = () => {
    if (words.length > 0 || heading !== null) items.push({ words, heading, raw: span ? text.slice(...span) : '' })
    words = []
    heading = null
    span = null
  }
  for (const match of text.matchAll(/"((?:[^"\\]|\\.)*)"|[,\n:]|[^\s,:"]+|"/g)) {
    const [piece, quoted] = match
    if (piece === ',' || piece === '\n') close()
    if (piece === '\n') line = { first: items.length, isPlain: true }
    if (piece === ',' || piece === '\n') continue
    if (piece === ':') {
      const before = items.slice(line.first)
      const isName = line.isPlain && before.length > 0 && !before.some((item) => isSaid(item.words))
      if (isName) items.length = line.first
      const parts = [...(isName ? before.map((item) => item.words) : []), words]
      heading = parts.map((part) => part.map((word) => word.text).join(' ')).join(', ')
      line = { ...line, isPlain: false }
      words = []
      span = null
    } else {
      words.push(quoted === undefined ? { text: piece, quoted: false } : { text: unescaped(quoted), quoted: true })
      span = [span ? span[0] : match.index, match.index + piece.length]
    }
  }
  close()
  return items
}
