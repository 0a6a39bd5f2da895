import { stanceOf } from './lineWords'
import type { Word } from './lineItems'
import { BREATH_KINDS, FIVE_PHASES, type BreathKind, type FivePhase, type Move, type Phase } from './types'

/** A move is done so often in a row at most. Our choice. */
export const MOST_TIMES = 36

/** What a hold lasts of which nothing is said, in in-breaths. */
export const HOLD_LENGTH = 0.25

/** A phase as it is read: its length may still be counts, or so many seconds by the clock that it cannot be. */
export type ReadPhase = Phase & { counts: number | null }
/** A move as it is read. */
export type ReadMove = Omit<Move, 'phases'> & { phases: ReadPhase[] }
export const emptyMove = (name: string): ReadMove => ({
  name,
  phases: [],
  stance: null,
  directionDegrees: null,
  phaseOfFive: null,
})

const KIND_WORDS: Record<string, BreathKind> = {
  ...(Object.fromEntries(BREATH_KINDS.map((kind) => [kind, kind])) as Record<BreathKind, BreathKind>),
  inhale: 'in',
  exhale: 'out',
  'in-breath': 'in',
  'out-breath': 'out',
}
const kindOf = (word: Word | undefined) => (word && !word.quoted ? (KIND_WORDS[word.text.toLowerCase()] ?? null) : null)
const NUMBER = /^(×|x)?(\d+(?:\.\d+)?)$/i
const numberOf = (word: Word | undefined) => (word && !word.quoted ? NUMBER.exec(word.text) : null)
const isOneOf = (word: Word | undefined, texts: readonly string[]) =>
  !!word && !word.quoted && texts.includes(word.text.toLowerCase())

/** The phases that an item says, one or several in a row ("in 4 out 6", "rise 4 in sink 6 out"); null where it says none. */
export function phasesBy(words: readonly Word[]): ReadPhase[] | null {
  for (const parts of [cutAfterNumbers(words), cutAfterKinds(words)]) {
    if (parts.length < 2) continue
    const phases = parts.map(phaseBy)
    if (phases.every((phase) => phase !== null)) return phases
  }
  const phase = phaseBy(words)
  return phase && [phase]
}

/** "in 4 out 6": each kind of breath has its number behind it. */
function cutAfterNumbers(words: readonly Word[]): Word[][] {
  const parts: Word[][] = []
  for (let index = 0; index < words.length; index += 2) {
    if (kindOf(words[index]) === null || numberOf(words[index + 1]) === null) return []
    parts.push([words[index]!, words[index + 1]!])
  }
  return parts
}

/** "rise 4 in sink 6 out", "rise in sink out": each part ends with its kind of breath, another than the one before. */
function cutAfterKinds(words: readonly Word[]): Word[][] {
  const parts: Word[][] = [[]]
  for (const word of words) {
    parts.at(-1)!.push(word)
    if (kindOf(word) !== null) parts.push([])
  }
  if (parts.pop()!.length > 0) return []
  const kinds = parts.map((part) => kindOf(part.at(-1)))
  const hasCues = parts.every((part) => part.length > (numberOf(part.at(-2)) ? 2 : 1))
  const counted = parts.every((part) => numberOf(part.at(-2)) !== null)
  const turns = kinds.every((kind, index) => index === 0 || kind !== kinds[index - 1])
  return counted || (hasCues && turns) ? parts : []
}

/**
 * One phase: a cue, perhaps a number, and "in", "out", "hold" or "free" ("rise 4 in", "×1.5 out"); or the number behind it ("hold 2",
 * "sink out 6", "breathe in for 4 counts").
 */
function phaseBy(words: readonly Word[]): ReadPhase | null {
  let rest = [...words]
  if (kindOf(rest.at(-1)) === null) {
    if (isOneOf(rest.at(-1), ['counts', 'count'])) rest.pop()
    const behind = rest.at(-1)
    if (numberOf(behind) === null) return null
    rest.pop()
    if (isOneOf(rest.at(-1), ['for'])) rest.pop()
    const kind = rest.at(-1)
    if (kindOf(kind) === null || numberOf(rest.at(-2)) !== null) return null
    rest = [...rest.slice(0, -1), behind!, kind!]
  }
  const breath = kindOf(rest.pop())!
  const read = numberOf(rest.at(-1))
  if (read) rest.pop()
  // A kind of breath beside a number ("rise 4 in and 6 out", "rise in 4 out") is another phase rather than part of a cue.
  const isOther = (word: Word) => kindOf(word) !== null && kindOf(word) !== breath
  const beside = (index: number) => numberOf(rest[index - 1]) ?? numberOf(rest[index + 1])
  if (rest.some((word, index) => isOther(word) && (beside(index) || (read && index > 0 && index === rest.length - 1))))
    return null
  const text = rest.map((word) => word.text).join(' ')
  const cue = rest.some(({ quoted }) => quoted) ? text : text.charAt(0).toUpperCase() + text.slice(1)
  const plain = breath === 'hold' ? HOLD_LENGTH : 1
  if (!read) return { breath, length: plain, cue, counts: null }
  const value = Number(read[2])
  if (!(value > 0)) return null
  return read[1] ? { breath, length: value, cue, counts: null } : { breath, length: plain, cue, counts: value }
}

/** What is said of one move alone: "here wide stance", "here x3", "toward 60 degrees", "facing 9 o'clock", "phase of wood". */
export function moveItem(plain: string): Partial<Omit<Move, 'name' | 'phases'>> | null {
  const times = /^here (?:[x×] ?(\d+)|(\d+) times)$/.exec(plain)
  if (times) {
    const number = Number(times[1] ?? times[2])
    return number >= 1 && number <= MOST_TIMES ? { times: number } : null
  }
  const here = /^here (.+)$/.exec(plain)
  if (here) {
    const stance = stanceOf(here[1]!)
    return stance ? { stance } : null
  }
  const toward = /^toward (\d+(?:\.\d+)?) (degrees|o['’]clock)$/.exec(plain)
  if (toward) {
    const degrees = degreesOf(toward)
    return degrees < 360 ? { directionDegrees: degrees } : null
  }
  const facing = /^facing (\d+(?:\.\d+)?) (degrees|o['’]clock)$/.exec(plain)
  if (facing) {
    const degrees = degreesOf(facing)
    return degrees < 360 ? { facingDegrees: degrees } : null
  }
  const phase = /^phase of (.+)$/.exec(plain)
  return phase && FIVE_PHASES.includes(phase[1] as FivePhase) ? { phaseOfFive: phase[1] as FivePhase } : null
}

/** A direction said in degrees or as an hour of the clock. */
const degreesOf = ([, number, unit]: RegExpExecArray) =>
  unit === 'degrees' ? Number(number) : (Number(number) % 12) * 30

const firstCounted = (moves: readonly ReadMove[], kind: BreathKind) =>
  moves.flatMap(({ phases }) => phases).find(({ breath, counts }) => breath === kind && counts !== null)?.counts ?? null

/** Whether in- and out-breath are counted alike, as in "4 in, 4 out": then they are equally long, whatever my own breath is. */
export function countsAlike(moves: readonly ReadMove[]): boolean {
  const ins = firstCounted(moves, 'in')
  return ins !== null && ins === firstCounted(moves, 'out')
}

/** Whether a hold is counted where nothing says how long a count is: no in-breath and no out-breath is counted. */
export const countsNothingElse = (moves: readonly ReadMove[]) =>
  firstCounted(moves, 'in') === null && firstCounted(moves, 'out') === null

/**
 * Counts become shares of my own breath: the first in-breath that is counted is one of mine, and so is the first out-breath;
 * the others, and holds, follow in proportion.
 */
export function inOwnBreaths(moves: readonly ReadMove[], name: string): Move[] {
  const ins = firstCounted(moves, 'in')
  const outs = firstCounted(moves, 'out')
  const unit: Record<BreathKind, number | null> = {
    in: ins,
    out: outs,
    hold: ins ?? outs,
    free: ins !== null && outs !== null ? ins + outs : firstCounted(moves, 'free'),
  }
  const round = (length: number) => Math.round(length * 100) / 100
  return moves.map((move) => ({
    ...move,
    name: move.name || name,
    phases: move.phases.map(({ breath, length, cue, counts }) => ({
      breath,
      length: counts === null ? length : round(counts / (unit[breath] ?? counts)),
      cue,
    })),
  }))
}
