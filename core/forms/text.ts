import {
  ARC_PARTS,
  BREATH_KINDS,
  type AllowedCounts,
  type ArcPart,
  type BreathKind,
  type Counting,
  FIVE_PHASES,
  type FivePhase,
  type Form,
  type Move,
  type Phase,
  type SideOrder,
  type Stance,
} from './types'

/** What plain lines can say of a form. */
export type FormInWords = Pick<
  Form,
  'name' | 'part' | 'stance' | 'counting' | 'sides' | 'countScope' | 'counts' | 'moves' | 'levels' | 'levelOrder'
>

/** What was read: the fields that were said, in what words, and what could not be read. */
export interface ReadWords {
  fields: Partial<FormInWords>
  understood: string[]
  notUnderstood: string[]
}

/** What stances are called, in lines and on the screen. */
export const STANCE_NAMES: Record<Stance, string> = {
  together: 'feet together',
  hipWidth: 'hip width',
  shoulderWidth: 'shoulder width',
  wide: 'wide stance',
  diagonalStep: 'diagonal step',
  oneLeg: 'one leg',
  seated: 'seated',
}
const SIDE_NAMES: Record<SideOrder, string> = {
  none: 'no sides',
  alternate: 'alternating',
  oneThenOther: 'one side then the other',
  bothDirections: 'both ways',
}
/** Other words for the same. */
const ALSO = new Map(
  Object.entries({
    wide: 'wide stance',
    horse: 'wide stance',
    'horse stance': 'wide stance',
    together: 'feet together',
    sitting: 'seated',
    'alternating sides': 'alternating',
    'both directions': 'both ways',
  }),
)
const HOLD_LENGTH = 0.25
const SCOPES = { 'each side': 'perSide', 'each way': 'perSide', 'in all': 'inAll' } as const

/** A word or a text in quotes. */
type Word = { text: string; quoted: boolean }
/** What stands between commas or line ends, and the name before a colon that it follows. */
interface Item {
  words: Word[]
  /** The line begins with a name and a colon. */
  heading: string | null
  /** Its words as they were written. */
  raw: string
}

/** Split the text into items; quotes keep commas, colons and line ends. */
function itemsOf(text: string): Item[] {
  const items: Item[] = []
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
    else if (piece === ':') {
      heading = words.map((word) => word.text).join(' ')
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

const unescaped = (text: string) => text.replace(/\\(.)/g, (_, letter: string) => (letter === 'n' ? '\n' : letter))

/**
 * Read a form from plain lines such as "rise 4 in, sink 6 out, x8 each side, shoulder width". The grammar is in docs/formats.md.
 * Nothing is guessed: what is not understood is given back.
 */
export function readFormWords(text: string): ReadWords {
  const fields: Partial<FormInWords> = {}
  const understood: string[] = []
  const notUnderstood: string[] = []
  const moves: ReadMove[] = []
  let counts: Partial<AllowedCounts> = {}

  for (const item of itemsOf(text)) {
    if (item.heading !== null) {
      if (item.words.length === 0 && fields.name === undefined && moves.length === 0) {
        fields.name = item.heading
        understood.push(`name: ${item.heading}`)
        continue
      }
      moves.push(emptyMove(item.heading))
      if (item.words.length === 0) continue
    }
    const phase = phaseOf(item.words)
    const plain = item.words
      .map((word) => word.text)
      .join(' ')
      .toLowerCase()
    const ofMove = phase ? null : moveItem(plain)
    const said = phase || ofMove ? null : plainItem(plain, item, fields)
    if (phase) {
      if (moves.length === 0) moves.push(emptyMove(''))
      moves.at(-1)!.phases.push(phase)
      understood.push(`phase ${phase.cue ? `"${phase.cue}"` : ''} ${phase.breath}`.replace('  ', ' '))
    } else if (ofMove) {
      if (moves.length === 0) moves.push(emptyMove(''))
      Object.assign(moves.at(-1)!, ofMove)
      understood.push(plain)
    } else if (said) {
      counts = { ...counts, ...said.counts }
      understood.push(said.what)
    } else if (item.raw) notUnderstood.push(item.raw)
  }

  const filled = moves.filter(({ phases }) => phases.length > 0)
  if (filled.length > 0) fields.moves = inOwnBreaths(filled, fields.name ?? 'Move')
  if (Object.keys(counts).length > 0) fields.counts = wholeCounts(counts)
  return { fields, understood, notUnderstood }
}

/** A move as it is read: lengths may still be counts. */
type ReadMove = Omit<Move, 'phases'> & { phases: (Phase & { counts: number | null })[] }
const emptyMove = (name: string): ReadMove => ({
  name,
  phases: [],
  stance: null,
  directionDegrees: null,
  phaseOfFive: null,
})

/** What is said of one move alone: "here wide stance", "toward 60 degrees", "toward 2 o'clock", "phase of wood". */
function moveItem(plain: string): Partial<Pick<Move, 'stance' | 'directionDegrees' | 'phaseOfFive'>> | null {
  const here = /^here (.+)$/.exec(plain)
  if (here) {
    const name = ALSO.get(here[1]!) ?? here[1]!
    const stance = (Object.keys(STANCE_NAMES) as Stance[]).find((key) => STANCE_NAMES[key] === name)
    return stance ? { stance } : null
  }
  const toward = /^toward (\d+(?:\.\d+)?) (degrees|o['’]clock)$/.exec(plain)
  if (toward) {
    const value = Number(toward[1])
    const degrees = toward[2] === 'degrees' ? value : (value % 12) * 30
    return degrees < 360 ? { directionDegrees: degrees } : null
  }
  const phase = /^phase of (.+)$/.exec(plain)
  return phase && FIVE_PHASES.includes(phase[1] as FivePhase) ? { phaseOfFive: phase[1] as FivePhase } : null
}

/** A phase is a cue, perhaps a number, and in the end "in", "out", "hold" or "free". */
function phaseOf(words: readonly Word[]): (Phase & { counts: number | null }) | null {
  const last = words.at(-1)
  if (!last || last.quoted || !BREATH_KINDS.includes(last.text.toLowerCase() as BreathKind)) return null
  const breath = last.text.toLowerCase() as BreathKind
  const rest = words.slice(0, -1)
  const number = rest.at(-1)
  const read = number && !number.quoted ? /^(×|x)?(\d+(?:\.\d+)?)$/i.exec(number.text) : null
  const cueWords = read ? rest.slice(0, -1) : rest
  const cue = cueWords.map(({ text }) => text).join(' ')
  const capital = cueWords.some(({ quoted }) => quoted) ? cue : cue.charAt(0).toUpperCase() + cue.slice(1)
  const plain = breath === 'hold' ? HOLD_LENGTH : 1
  if (!read) return { breath, length: plain, cue: capital, counts: null }
  const value = Number(read[2])
  if (!(value > 0)) return null
  return read[1]
    ? { breath, length: value, cue: capital, counts: null }
    : { breath, length: plain, cue: capital, counts: value }
}

/**
 * Counts become shares of my own breath: the first in-breath that is counted is one of mine, and so is the first out-breath;
 * the others, and holds, follow in proportion.
 */
function inOwnBreaths(moves: readonly ReadMove[], name: string): Move[] {
  const all = moves.flatMap(({ phases }) => phases)
  const first = (kind: BreathKind) =>
    all.find(({ breath, counts }) => breath === kind && counts !== null)?.counts ?? null
  const ins = first('in')
  const outs = first('out')
  const unit: Record<BreathKind, number | null> = {
    in: ins,
    out: outs,
    hold: ins ?? outs,
    free: ins !== null && outs !== null ? ins + outs : first('free'),
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

/** Everything that is not a phase. Sets the field and says what was understood, or null. */
function plainItem(
  given: string,
  item: Item,
  fields: Partial<FormInWords>,
): { what: string; counts?: Partial<AllowedCounts> } | null {
  const plain = ALSO.get(given) ?? given
  const keyOf = <K extends string>(names: Record<K, string>) =>
    (Object.keys(names) as K[]).find((key) => names[key] === plain)
  const stance = keyOf(STANCE_NAMES)
  if (stance) return ((fields.stance = stance), { what: plain })
  const sides = keyOf(SIDE_NAMES)
  if (sides) return ((fields.sides = sides), { what: plain })
  if (ARC_PARTS.includes(plain as ArcPart)) return ((fields.part = plain as ArcPart), { what: `part: ${plain}` })
  if (plain === 'up' || plain === 'up and down') {
    return ((fields.levelOrder = plain === 'up' ? 'up' : 'upAndDown'), { what: `levels ${plain}` })
  }
  if (plain.startsWith('levels ')) {
    fields.levels = levelsOf(item.words.slice(1))
    return { what: `levels: ${fields.levels.join(', ')}` }
  }
  const counting = countingOf(plain)
  if (counting) return ((fields.counting = counting.counting), { what: plain, counts: counting.counts })
  const usual = /^x ?(\d+)(?: (each side|each way|in all))?$/.exec(plain)
  if (usual) {
    const scope = usual[2] as keyof typeof SCOPES | undefined
    if (scope) {
      fields.countScope = SCOPES[scope]
      fields.sides ??= scope === 'each way' ? 'bothDirections' : 'alternate'
    }
    return { what: plain, counts: { usual: Number(usual[1]) } }
  }
  const range = /^from (\d+) to (\d+)(?: by (\d+))?$/.exec(plain)
  if (range) {
    const step = range[3] ? { step: Number(range[3]) } : {}
    return { what: plain, counts: { least: Number(range[1]), most: Number(range[2]), ...step } }
  }
  return null
}

/** Levels stand between strokes; quoted ones may hold strokes themselves. */
function levelsOf(words: readonly Word[]): string[] {
  const levels: string[][] = [[]]
  for (const { text, quoted } of words) {
    if (!quoted && text === '/') levels.push([])
    else levels.at(-1)!.push(text)
  }
  return levels.map((level) => level.join(' ')).filter(Boolean)
}

function countingOf(plain: string): { counting: Counting; counts?: Partial<AllowedCounts> } | null {
  const with_ = (number: string | undefined) => (number ? { counts: { usual: Number(number) } } : {})
  const beats = /^(?:(\d+) )?beats at (\d+(?:\.\d+)?)$/.exec(plain)
  if (beats) return { counting: { by: 'beats', beatsPerMinute: Number(beats[2]) }, ...with_(beats[1]) }
  const time = /^(?:for seconds|(\d+) (?:s|seconds))$/.exec(plain)
  if (time) return { counting: { by: 'time' }, ...with_(time[1]) }
  const held = /^(?:held in breaths|hold (\d+) breaths)$/.exec(plain)
  if (held) return { counting: { by: 'breathHold' }, ...with_(held[1]) }
  if (plain === 'in repetitions') return { counting: { by: 'breathRepetitions' } }
  return plain === 'open' ? { counting: { by: 'open' } } : null
}

/** A count without a range may be half and may be twice as much. */
function wholeCounts(said: Partial<AllowedCounts>): AllowedCounts {
  const usual = said.usual ?? said.least ?? 1
  const least = said.least ?? Math.max(1, Math.floor(usual / 2))
  const most = said.most ?? usual * 2
  return { least: Math.min(least, usual), usual, most: Math.max(most, usual), step: said.step ?? 1 }
}

const KEYWORDS = /(^|\s)(in|out|hold|free|(×|x)?\d+(\.\d+)?)$/i
/** Texts that could be read otherwise stand in quotes. */
function quoted(text: string): string {
  const plain = /^\p{Lu}[\p{L}’'-]*( [\p{L}\p{N}’'-]+)*$/u.test(text) && !KEYWORDS.test(text) && !/ {2}/.test(text)
  return plain ? text : `"${text.replace(/[\\"]/g, '\\$&').replaceAll('\n', '\\n')}"`
}

/** A form in plain lines, so that reading them gives the same fields again. */
export function writeFormWords(form: FormInWords): string {
  const phase = ({ breath, length, cue }: Phase) => {
    const usual = length === (breath === 'hold' ? HOLD_LENGTH : 1)
    return [cue === '' ? '' : quoted(cue), usual ? '' : `×${length}`, breath].filter(Boolean).join(' ')
  }
  const line = ({ name, phases, stance, directionDegrees, phaseOfFive }: Move) => {
    const own = [
      stance === null ? '' : `here ${STANCE_NAMES[stance]}`,
      directionDegrees === null ? '' : `toward ${directionDegrees} degrees`,
      phaseOfFive === null ? '' : `phase of ${phaseOfFive}`,
    ].filter(Boolean)
    return `${quoted(name)}: ${[...own, ...phases.map(phase)].join(', ')}`
  }
  const scope = form.countScope === 'inAll' ? 'in all' : form.sides === 'bothDirections' ? 'each way' : 'each side'
  const { counting, counts } = form
  const countings: Record<Counting['by'], string> = {
    breathRepetitions: 'in repetitions',
    breathHold: 'held in breaths',
    time: 'for seconds',
    beats: counting.by === 'beats' ? `beats at ${counting.beatsPerMinute}` : '',
    open: 'open',
  }
  const levels =
    form.levels.length > 0
      ? [
          `levels ${form.levels.map((level) => quoted(level)).join(' / ')}, ${form.levelOrder === 'up' ? 'up' : 'up and down'}`,
        ]
      : []
  return [
    `${quoted(form.name)}:`,
    ...form.moves.map(line),
    `x${counts.usual} ${scope}, from ${counts.least} to ${counts.most} by ${counts.step}, ${countings[counting.by]}`,
    [SIDE_NAMES[form.sides], STANCE_NAMES[form.stance], form.part].join(', '),
    ...levels,
  ].join('\n')
}
