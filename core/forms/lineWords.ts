import { USUAL_BEATS_PER_MINUTE } from './counts'
import type { Word } from './lineItems'
import {
  ARC_PARTS,
  GAZES,
  GAZE_WORDS,
  STANCE_NAMES,
  type AllowedCounts,
  type ArcPart,
  type Counting,
  type Form,
  type SideOrder,
  type Stance,
} from './types'

/** What plain lines can say of a form. */
export type FormInWords = Pick<
  Form,
  | 'name'
  | 'part'
  | 'stance'
  | 'counting'
  | 'sides'
  | 'countScope'
  | 'counts'
  | 'moves'
  | 'levels'
  | 'levelOrder'
  | 'evenBreath'
  | 'gaze'
>

/** What people call them besides. */
const STANCE_ALSO: Record<string, Stance> = {
  together: 'together',
  closed: 'together',
  hip: 'hipWidth',
  shoulder: 'shoulderWidth',
  horse: 'wide',
  wide: 'wide',
  sit: 'seated',
  sitting: 'seated',
  chair: 'seated',
  bow: 'bow',
  archer: 'bow',
  empty: 'empty',
  cat: 'empty',
  low: 'low',
  crouching: 'low',
  tandem: 'tandem',
  lie: 'lying',
  lying: 'lying',
}
/** "Stand with the feet hip-width apart" and the like come down to the name of the stance. */
export function stanceOf(plain: string): Stance | null {
  const named = (Object.keys(STANCE_NAMES) as Stance[]).find((stance) => STANCE_NAMES[stance] === plain)
  if (named) return named
  const bare = plain
    .replaceAll('-', ' ')
    .replace(/^(?:(?:standing|stand|with|in|on|the|a|feet) )+/, '')
    .replace(/(?: (?:apart|stance|width))+$/, '')
  return (
    STANCE_ALSO[bare] ?? (Object.keys(STANCE_NAMES) as Stance[]).find((stance) => STANCE_NAMES[stance] === bare) ?? null
  )
}

export const SIDE_NAMES: Record<SideOrder, string> = {
  none: 'no sides',
  alternate: 'alternating',
  oneThenOther: 'one side then the other',
  bothDirections: 'both ways',
}
const SIDES_ALSO: Record<string, SideOrder> = {
  alternate: 'alternate',
  alternately: 'alternate',
  'alternate sides': 'alternate',
  'alternating sides': 'alternate',
  'sides alternating': 'alternate',
  'left and right in turn': 'alternate',
  'one side and then the other': 'oneThenOther',
  'first one side then the other': 'oneThenOther',
  'both directions': 'bothDirections',
  'in both directions': 'bothDirections',
}
function sidesOf(plain: string): SideOrder | null {
  const named = (Object.keys(SIDE_NAMES) as SideOrder[]).find((sides) => SIDE_NAMES[sides] === plain)
  return named ?? SIDES_ALSO[plain] ?? null
}

const EVEN = ['even breath', 'even breaths', 'equal breaths', 'in and out equally long']
const SCOPES: Record<string, Form['countScope']> = {
  'each side': 'perSide',
  'on each side': 'perSide',
  'per side': 'perSide',
  'a side': 'perSide',
  'each way': 'perSide',
  'each direction': 'perSide',
  'in all': 'inAll',
  'all in all': 'inAll',
  altogether: 'inAll',
  'in total': 'inAll',
}
const scopeWords = Object.keys(SCOPES).join('|')
const USUAL = [
  new RegExp(`^[x×] ?(\\d+)(?: (${scopeWords}))?$`),
  new RegExp(`^(\\d+) ?(?:[x×]|times|repetitions|reps)(?: (${scopeWords}))?$`),
  new RegExp(`^(\\d+) (${scopeWords})$`),
  new RegExp(`^()(${scopeWords})$`),
]
const RANGE = /^(?:from|[x×]) ?(\d+) ?(?:to|-|–) ?(\d+)(?: times)?(?: by (\d+))?$/

/** What an item that is no phase says. */
export interface Said {
  what: string
  fields?: Partial<FormInWords>
  counts?: Partial<AllowedCounts>
  /** Sides that go with the count, where none are said. */
  sides?: SideOrder
}

/** Everything that is not of a move or a phase; null where it is not understood. */
export function saidBy(plain: string, words: readonly Word[]): Said | null {
  const stance = stanceOf(plain)
  if (stance) return { what: STANCE_NAMES[stance], fields: { stance } }
  const sides = sidesOf(plain)
  if (sides) return { what: SIDE_NAMES[sides], fields: { sides } }
  if (ARC_PARTS.includes(plain as ArcPart)) return { what: `part: ${plain}`, fields: { part: plain as ArcPart } }
  if (EVEN.includes(plain)) return { what: 'in and out equally long', fields: { evenBreath: true } }
  const gaze = GAZES.find((each) => GAZE_WORDS[each] === plain)
  if (gaze) return { what: plain, fields: { gaze } }
  if (plain === 'up') return { what: 'levels up', fields: { levelOrder: 'up' } }
  if (plain === 'in blocks') return { what: 'levels in blocks', fields: { levelOrder: 'blocks' } }
  if (plain === 'up and down') return { what: 'levels up and down', fields: { levelOrder: 'upAndDown' } }
  if (plain.startsWith('levels ')) {
    const levels = levelsOf(words.slice(1))
    return { what: `levels: ${levels.join(', ')}`, fields: { levels } }
  }
  return countingOf(plain) ?? countOf(plain)
}

/** "x8 each side", "8 times", "6 in all", "from 4 to 12 by 2". */
function countOf(plain: string): Said | null {
  const range = RANGE.exec(plain)
  if (range) {
    const step = range[3] ? { step: Number(range[3]) } : {}
    return { what: plain, counts: { least: Number(range[1]), most: Number(range[2]), ...step } }
  }
  const usual = USUAL.map((pattern) => pattern.exec(plain)).find((found) => found !== null)
  if (!usual) return null
  const counts = usual[1] ? { usual: Number(usual[1]) } : {}
  const scope = usual[2] === undefined ? undefined : SCOPES[usual[2]]
  if (!scope) return { what: plain, counts }
  const goesRound = /way|direction/.test(usual[2]!)
  return {
    what: plain,
    counts,
    fields: { countScope: scope },
    // A count for each side needs sides; one in all says nothing of them.
    ...(scope === 'perSide' ? { sides: goesRound ? 'bothDirections' : 'alternate' } : {}),
  }
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

const BEATS = /^(?:(\d+) )?(?:beats|taps|rubs|strokes|knocks|pats|shakes)(?: at (\d+(?:\.\d+)?)(?: a minute)?)?$/
const SECONDS = /^(?:for |hold |hold for )?(\d+) ?(?:s|sec|seconds)$/
const MINUTES = /^(?:for |hold |hold for )?(\d+(?:\.\d+)?|an?|half a) ?(?:min|minutes?)$/
const BREATHS = /^(?:hold |hold for |held for |stay |stay for )(\d+) breaths$|^(\d+) breaths held$/
const OPEN = ['open', 'open end', 'open-ended', 'until enough', 'until it is enough', 'as long as i like']
/** What is expected of an open practice of which nothing is said. */
const OPEN_SECONDS = 60

/** How it is counted, and how often or how long. */
function countingOf(plain: string): Said | null {
  const counted = (what: string, counting: Counting, usual?: number): Said => ({
    what,
    fields: { counting },
    counts: usual === undefined ? {} : { usual },
  })
  const beats = BEATS.exec(plain)
  if (beats) {
    const beatsPerMinute = Number(beats[2] ?? USUAL_BEATS_PER_MINUTE)
    const what = beats[2] ? plain : `${plain} at ${beatsPerMinute}`
    return counted(what, { by: 'beats', beatsPerMinute }, beats[1] ? Number(beats[1]) : undefined)
  }
  if (plain === 'for seconds') return counted(plain, { by: 'time' })
  const seconds = SECONDS.exec(plain)
  if (seconds) return counted(plain, { by: 'time' }, Number(seconds[1]))
  const minutes = MINUTES.exec(plain)
  if (minutes) {
    const number = minutes[1]!.startsWith('a') ? 1 : minutes[1] === 'half a' ? 0.5 : Number(minutes[1])
    return counted(plain, { by: 'time' }, Math.round(number * 60))
  }
  if (plain === 'held in breaths') return counted(plain, { by: 'breathHold' })
  const held = BREATHS.exec(plain)
  if (held) return counted(plain, { by: 'breathHold' }, Number(held[1] ?? held[2]))
  if (plain === 'in repetitions') return counted(plain, { by: 'breathRepetitions' })
  return OPEN.includes(plain) ? counted(plain, { by: 'open' }) : null
}

/** A count without a range may be half and may be twice as much. */
export function wholeCounts(said: Partial<AllowedCounts>, counting: Counting | undefined): AllowedCounts {
  const usual = said.usual ?? said.least ?? (counting?.by === 'open' ? OPEN_SECONDS : 1)
  const least = said.least ?? Math.max(1, Math.floor(usual / 2))
  const most = said.most ?? usual * 2
  return { least: Math.min(least, usual), usual, most: Math.max(most, usual), step: said.step ?? 1 }
}
