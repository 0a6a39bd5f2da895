import { itemsOf, plainOf, type Item, type Word } from './lineItems'
import { breathesNot, emptyMove, moveItem, phasesBy } from './linePhases'
import { saidBy, wholeCounts, type FormInWords, type Said } from './lineWords'
import { isPacedCounting } from './counts'
import type { AllowedCounts, Move, SideOrder } from './types'

/** What was read: the fields that were said, in what words, and what could not be read. */
export interface ReadWords {
  fields: Partial<FormInWords>
  understood: string[]
  notUnderstood: string[]
}

/** Whether an item cannot be part of a name: it is a phase with its number, or another thing that is understood. */
function isSaid(words: readonly Word[]): boolean {
  const counted = words.some(({ text, quoted }) => !quoted && /^[x×]?\d/i.test(text))
  return (counted && phasesBy(words) !== null) || saidBy(plainOf(words), words) !== null
}

/** "one side, then the other" is one thing, comma or not. */
function withoutNeedlessCommas(items: readonly Item[]): Item[] {
  return items.flatMap((item, index) => {
    const before = items[index - 1]
    const after = items[index + 1]
    const ends = ({ words }: Item) => /^(and )?then the other( side)?$/.test(plainOf(words))
    const begins = ({ words }: Item) => /^(first )?one side$/.test(plainOf(words))
    if (before && begins(before) && ends(item)) return []
    const words = 'one side then the other'.split(' ').map((text) => ({ text, quoted: false }))
    return after && begins(item) && ends(after) ? [{ ...item, words }] : [item]
  })
}

/**
 * Read a form from plain lines such as "rise 4 in, sink 6 out, x8 each side, shoulder width". The grammar is in docs/formats.md.
 * Nothing is guessed: what is not understood is given back.
 */
export function readFormWords(text: string): ReadWords {
  const fields: Partial<FormInWords> = {}
  const understood: string[] = []
  const notUnderstood: string[] = []
  const moves: Move[] = []
  let counts: Partial<AllowedCounts> = {}
  let sidesOfCount: SideOrder | undefined
  /** The item that says how it is counted, and holds of so many counts: only the whole tells whether they can be meant. */
  let counting: { item: Item; said: Said } | null = null
  const holds: string[] = []

  for (const item of withoutNeedlessCommas(itemsOf(text, isSaid))) {
    if (item.heading !== null) {
      if (item.words.length === 0 && fields.name === undefined && moves.length === 0) {
        fields.name = item.heading
        understood.push(`name: ${item.heading}`)
        continue
      }
      moves.push(emptyMove(item.heading))
      if (item.words.length === 0) continue
    }
    const plain = plainOf(item.words)
    const phases = phasesBy(item.words)
    const ofMove = phases ? null : moveItem(plain)
    const said = phases || ofMove ? null : saidBy(plain, item.words)
    if (phases || ofMove) {
      if (moves.length === 0) moves.push(emptyMove(''))
      for (const phase of phases ?? []) {
        moves.at(-1)!.phases.push(phase)
        understood.push(`phase ${phase.cue ? `"${phase.cue}"` : ''} ${phase.breath}`.replace('  ', ' '))
        if (phase.breath === 'hold' && phase.unit === 'counts') holds.push(item.raw)
      }
      if (ofMove) {
        Object.assign(moves.at(-1)!, ofMove)
        understood.push(plain)
      }
    } else if (said?.fields?.counting) {
      counting = { item, said }
    } else if (said) {
      Object.assign(fields, said.fields)
      counts = { ...counts, ...said.counts }
      sidesOfCount = said.sides ?? sidesOfCount
      understood.push(said.what)
    } else if (item.raw) notUnderstood.push(item.raw)
  }

  if (counting) {
    const { item, said } = counting
    const all = { ...counts, ...said.counts }
    if (!canBeCounted(said, all, moves)) notUnderstood.push(item.raw)
    else {
      fields.counting = said.fields!.counting!
      counts = all
      understood.push(said.what)
      if (fields.counting.by === 'open') counts.usual ??= wholeCounts({}, fields.counting).usual
    }
  }
  if (holds.length > 0 && breathesNot(moves)) {
    for (const move of moves)
      move.phases = move.phases.filter(({ breath, unit }) => breath !== 'hold' || unit !== 'counts')
    notUnderstood.push(...holds)
  }
  if (sidesOfCount) fields.sides ??= sidesOfCount
  const filled = moves.filter(({ phases }) => phases.length > 0)
  if (filled.length > 0) {
    fields.moves = filled.map((move) => ({ ...move, name: move.name || (fields.name ?? 'Move') }))
  }
  if (Object.keys(counts).length > 0) fields.counts = wholeCounts(counts, fields.counting)
  return { fields, understood, notUnderstood }
}

/** What breathes in and out is counted by breath, what has no breath is not; and a time or beats must have their number. */
function canBeCounted(said: Said, counts: Partial<AllowedCounts>, moves: readonly Move[]): boolean {
  const { by } = said.fields!.counting!
  const isLed = moves.some(({ phases }) => phases.some(({ breath }) => breath !== 'free'))
  if (isLed && !isPacedCounting(by)) return false
  return isPacedCounting(by) || by === 'open' || (counts.usual ?? counts.least) !== undefined
}
