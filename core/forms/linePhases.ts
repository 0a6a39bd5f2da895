import { readDirection, readFacing } from './directions'
import { MOST_TIMES } from './counts'
import { stanceOf } from './lineWords'
import type { Word } from './lineItems'
import {
  BREATH_KINDS,
  FIVE_PHASES,
  type BreathKind,
  type FivePhase,
  type Move,
  type Phase,
  type PhaseUnit,
} from './types'

/** What a hold lasts of which nothing is said, in in-breaths. */
export const HOLD_LENGTH = 0.25

export const emptyMove = (name: string): Move => ({
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
export function phasesBy(words: readonly Word[]): Phase[] | null {
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

/** "at most 8 s", at the end of a phase. */
function ceilingOf(words: readonly Word[]): { words: readonly Word[]; mostSeconds?: number } | null {
  const at = words.findIndex((word, index) => isOneOf(word, ['at']) && isOneOf(words[index + 1], ['most']))
  if (at < 0) return { words }
  const [figure, unit, ...more] = words.slice(at + 2)
  const seconds = Number(/^(\d+(?:\.\d+)?)s?$/.exec(figure?.text ?? '')?.[1])
  const isUnit = /s$/.test(figure?.text ?? '') ? unit === undefined : isOneOf(unit, SECONDS)
  return isUnit && more.length === 0 && seconds >= 0.5 && seconds <= 60
    ? { words: words.slice(0, at), mostSeconds: seconds }
    : null
}
const SECONDS = ['s', 'sec', 'second', 'seconds']

/**
 * One phase: a cue, perhaps a number, and "in", "out", "hold" or "free" ("rise 4 in", "rise 5 s in", "×1.5 out"); or the number behind it
 * ("hold 2", "sink out 6", "breathe in for 4 counts", "out for 6 seconds"); and perhaps how long it lasts at most.
 */
function phaseBy(all: readonly Word[]): Phase | null {
  const ceiling = ceilingOf(all)
  if (!ceiling) return null
  let rest = [...ceiling.words]
  let unit = 'counts' as PhaseUnit
  const takeUnit = () => {
    if (isOneOf(rest.at(-1), SECONDS)) unit = 'seconds'
    if (isOneOf(rest.at(-1), [...SECONDS, 'counts', 'count']) && numberOf(rest.at(-2))) rest.pop()
  }
  if (kindOf(rest.at(-1)) === null) {
    takeUnit()
    const behind = rest.at(-1)
    if (numberOf(behind) === null) return null
    rest.pop()
    if (isOneOf(rest.at(-1), ['for'])) rest.pop()
    const kind = rest.at(-1)
    if (kindOf(kind) === null || numberOf(rest.at(-2)) !== null) return null
    rest = [...rest.slice(0, -1), behind!, kind!]
  }
  const breath = kindOf(rest.pop())!
  takeUnit()
  const read = numberOf(rest.at(-1))
  if (read) rest.pop()
  // A kind of breath beside a number ("rise 4 in and 6 out", "rise in 4 out") is another phase rather than part of a cue.
  const isOther = (word: Word) => kindOf(word) !== null && kindOf(word) !== breath
  const beside = (index: number) => numberOf(rest[index - 1]) ?? numberOf(rest[index + 1])
  if (rest.some((word, index) => isOther(word) && (beside(index) || (read && index > 0 && index === rest.length - 1))))
    return null
  const text = rest.map((word) => word.text).join(' ')
  const cue = rest.some(({ quoted }) => quoted) ? text : text.charAt(0).toUpperCase() + text.slice(1)
  const most = ceiling.mostSeconds === undefined ? {} : { mostSeconds: ceiling.mostSeconds }
  if (!read) return { breath, length: breath === 'hold' ? HOLD_LENGTH : 1, cue, ...most }
  const value = Number(read[2])
  if (!(value > 0)) return null
  // "hold 30 s" is a whole practice, not a phase of one.
  if (breath === 'hold' && cue === '' && unit === 'seconds') return null
  return { breath, length: value, cue, ...(read[1] ? {} : { unit }), ...most }
}

/** What is said of one move alone: "here wide stance", "here x3", "to the left corner", "facing 9 o'clock", "phase of wood". */
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
  const directionDegrees = readDirection(plain)
  if (directionDegrees !== null) return { directionDegrees }
  const facingDegrees = readFacing(plain)
  if (facingDegrees !== null) return { facingDegrees }
  const phase = /^phase of (.+)$/.exec(plain)
  return phase && FIVE_PHASES.includes(phase[1] as FivePhase) ? { phaseOfFive: phase[1] as FivePhase } : null
}

/** Whether nothing breathes in or out: a hold that is counted is then no phase of a breath. */
export const breathesNot = (moves: readonly Move[]): boolean =>
  !moves.some(({ phases }) => phases.some(({ breath }) => breath === 'in' || breath === 'out'))
