import { VERSION_KINDS } from '../forms'
import { BUILD_STAGES, LIMITS, type BuildStage, type Layer, type LayerFrom, type LayerSo } from '../routine'

/** What stages are called in text. */
export const STAGE_NAMES: Record<BuildStage, string> = {
  watch: 'watch',
  handsOnly: 'hands only',
  seated: 'seated',
  movement: 'movement only',
  whole: 'whole',
}

/** What was read of the layers of a step: its whole count where the lines give one, and what could not be read. */
export interface ReadLayers {
  layers: Layer[]
  count: number | null
  notUnderstood: string[]
}

/** Slowly and quickly, as times of my breath. Our choice. */
const SLOWLY = 1.5
const QUICKLY = 0.7
const isWithin = (value: number, { least, most }: { least: number; most: number }) => value >= least && value <= most
const number = String.raw`(\d+(?:\.\d+)?)`
const NUMBER_WORDS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']
const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth']
const withFigures = (text: string) =>
  text.replace(new RegExp(`\\b(${NUMBER_WORDS.join('|')})\\b`, 'gi'), (word) =>
    String(NUMBER_WORDS.indexOf(word.toLowerCase()) + 1),
  )

/** What may be said of a place, each with how it is said; what is said is taken out of the words. */
const SAYINGS: [pattern: RegExp, say: (read: RegExpExecArray) => LayerSo | null][] = [
  [
    new RegExp(`\\bpace ${number} to ${number}\\b`, 'i'),
    ([, from, to]) => paced({ paceScale: Number(from), paceScaleAtEnd: Number(to) }),
  ],
  [new RegExp(`\\bpace ${number}\\b`, 'i'), ([, scale]) => paced({ paceScale: Number(scale) })],
  [/\b(very )?slow(ly|er)?\b/i, () => ({ paceScale: SLOWLY })],
  [/\bquick(ly|er)?\b/i, () => ({ paceScale: QUICKLY })],
  [/\bat my pace\b/i, () => ({ paceScale: 1 })],
  [
    new RegExp(`\\b${number} in,? (?:and )?${number} out\\b`, 'i'),
    ([, inCounts, outCounts]) => {
      const ratio = { inCounts: Number(inCounts), outCounts: Number(outCounts) }
      return Object.values(ratio).every((counts) => isWithin(counts, LIMITS.ratioCounts)) ? { ratio } : null
    },
  ],
  [
    /\bh[eo]ld (?:for )?(\d+)(?: breaths?)?\b/i,
    ([, breaths]) => (isWithin(Number(breaths), LIMITS.holdBreaths) ? { holdBreaths: Number(breaths) } : null),
  ],
  [/\b(?:with )?(?:the )?breath as taught\b/i, () => ({ swapBreath: false })],
  [/\b(?:with )?(?:the )?breath swapped\b|\bswapped\b/i, () => ({ swapBreath: true })],
  [/\b(?:only )?watch(?:ed|ing)?\b/i, () => ({ stage: 'watch' })],
  [/\bhands ?only\b/i, () => ({ stage: 'handsOnly' })],
  [/\b(?:seated|sitting)\b/i, () => ({ stage: 'seated' })],
  [/\b(?:only the movement|movement only)\b/i, () => ({ stage: 'movement' })],
  [/\b(?:standing|the whole movement|whole)\b/i, () => ({ stage: 'whole' })],
  [/\bas it is\b/i, () => ({ version: 'plain' })],
  ...VERSION_KINDS.filter((kind) => kind !== 'seated').map((kind): (typeof SAYINGS)[number] => [
    new RegExp(`\\b${kind}\\b`, 'i'),
    () => ({ version: kind }),
  ]),
]
const paced = (so: LayerSo) =>
  Object.values(so).every((scale) => isWithin(scale as number, LIMITS.paceScale)) ? so : null

/** The words of phases, between slashes: "reach up / / turn" leaves the second as it is taught. */
function cuesOf(words: string): string[] {
  const cues = words.split('/').map((cue) => cue.trim())
  return cues.slice(0, cues.findLastIndex(Boolean) + 1)
}
const areWithin = (cues: readonly string[]) =>
  cues.length <= LIMITS.cuesOfLayer && cues.every((cue) => cue.length <= LIMITS.targetLength)

/** What a few words say; null where a number in them cannot be meant. What is left over is where it goes, or what it is called. */
function soOf(text: string): LayerSo | null {
  const so: LayerSo = {}
  const others = text.replace(/\bwords (?:"([^"]*)"|as taught)/i, (_, words?: string) => {
    so.cues = cuesOf(words ?? '')
    return ' '
  })
  if (so.cues && !areWithin(so.cues)) return null
  const quotes = [...others.matchAll(/"([^"]*)"/g)].map(([, inside]) => inside!)
  let rest = withFigures(others.replace(/"[^"]*"/g, ' '))
  for (const [pattern, say] of SAYINGS) {
    const read = pattern.exec(rest)
    if (!read) continue
    const said = say(read)
    if (!said) return null
    Object.assign(so, said)
    rest = rest.replace(pattern, ' ')
  }
  const left = [
    ...quotes,
    rest
      .replace(/^\s*(and|then|with|the same)\b/i, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  ].filter(Boolean)
  if (
    left.length > 1 ||
    (left[0] ?? '').length > LIMITS.targetLength ||
    /\d/.test(quotes.length > 0 ? '' : (left[0] ?? ''))
  )
    return null
  if (quotes.length > 0 || left.length > 0) so.target = left[0] ?? ''
  return so
}

/** "from 3", "round 2", "second side", "stage seated", or several of them; null where it says something else. */
function fromOf(text: string): LayerFrom | null {
  const from: LayerFrom = {}
  let rest = text.replace(new RegExp(`\\b(${ORDINALS.join('|')}) round\\b`, 'i'), (_, word: string) => {
    return `round ${ORDINALS.indexOf(word.toLowerCase()) + 1}`
  })
  const take = (pattern: RegExp, set: (found: string) => void) => {
    const read = pattern.exec(rest)
    if (read) {
      set(read[1] ?? '')
      rest = rest.replace(pattern, ' ')
    }
  }
  take(/\bround (\d+)\b/i, (round) => (from.round = Number(round)))
  take(/\b(?:on )?(?:the )?second side\b/i, () => (from.side = 'second'))
  take(/\bstage (watch|hands only|seated|movement only|whole)\b/i, (name) => {
    from.stage = BUILD_STAGES.find((stage) => STAGE_NAMES[stage] === name.toLowerCase())!
  })
  take(/\bfrom (?:repetition )?(\d+)\b/i, (repetition) => (from.repetition = Number(repetition)))
  if (/^[\s,]*(from)?[\s,]*(the)?[\s,]*(on)?[\s,]*$/i.test(rest) && Object.keys(from).length > 0) {
    const isMeant = isWithin(from.repetition ?? 1, LIMITS.count) && isWithin(from.round ?? 1, LIMITS.rounds)
    return isMeant ? from : null
  }
  return null
}

const COUNT = /(?:^|\s)(?:[x×] ?(\d+)|(\d+) times)\s*$/i
/** What stands between commas outside quotes; "4 in, 8 out" is one thing. */
const partsOf = (text: string) =>
  (text.replace(/(\d in),( \d)/gi, '$1$2').match(/(?:"[^"]*"|[^,"])+/g) ?? [])
    .map((part) => part.trim())
    .filter(Boolean)

/** "rough sketch x2, palms x2, fingers x2": one thing after the other, each so many times; null where a part has no number. */
function runOf(line: string): { layers: Layer[]; count: number } | null {
  const layers: Layer[] = []
  let repetition = 1
  const said = new Set<keyof LayerSo>()
  for (const part of partsOf(line)) {
    const spaced = part.replace(/([x×] ?\d+) (slowly|quickly)$/i, '$2 $1')
    const counted = COUNT.exec(spaced)
    const so = counted && soOf(spaced.slice(0, counted.index))
    if (!so) return null
    // What the one before it said of itself does not hold for this one.
    const usual = Object.fromEntries([...said].map((name) => [name, USUAL[name]]))
    layers.push({ from: repetition === 1 ? {} : { repetition }, so: { ...usual, ...so } })
    for (const name of Object.keys(so) as (keyof LayerSo)[]) if (name in USUAL) said.add(name)
    repetition += Number(counted[1] ?? counted[2])
  }
  const count = repetition - 1
  return layers.length > 1 && isWithin(count, LIMITS.count) ? { layers, count } : null
}
const USUAL: LayerSo = {
  target: '',
  cues: [],
  holdBreaths: 0,
  paceScale: 1,
  swapBreath: false,
  stage: 'whole',
  version: 'plain',
}

/** Read layers from lines such as "from 3: palms, hold 2", "round 2: hold for two breaths" or "hands only x2 slowly, seated x2, whole x3". */
export function readLayers(text: string): ReadLayers {
  const read: ReadLayers = { layers: [], count: null, notUnderstood: [] }
  for (const line of text.split(/[\n;]/).map((each) => each.trim())) {
    if (line === '') continue
    const [, head, body] = /^([^:"]+): *(.+)$/.exec(line) ?? []
    const from = head === undefined ? null : fromOf(head)
    const run = from ? null : runOf(line)
    const layer = from ? layerOf(from, body!) : null
    const hasRoom = read.layers.length + (run?.layers.length ?? 1) <= LIMITS.layers
    if (layer && hasRoom) read.layers.push(layer)
    else if (run && hasRoom) {
      read.layers.push(...run.layers)
      read.count = run.count
    } else read.notUnderstood.push(line)
  }
  return read
}

function layerOf(named: LayerFrom, body: string): Layer | null {
  const { repetition, ...others } = named
  const from: LayerFrom = repetition === undefined || repetition === 1 ? others : named
  const so: LayerSo = {}
  for (const part of partsOf(body)) {
    const counted = COUNT.exec(part)
    if (counted && (from.repetition !== undefined || !isWithin(Number(counted[1] ?? counted[2]), LIMITS.count)))
      return null
    const said = soOf(counted ? part.slice(0, counted.index) : part)
    if (!said || (said.target !== undefined && so.target !== undefined)) return null
    Object.assign(so, said, counted ? { count: Number(counted[1] ?? counted[2]) } : {})
  }
  return { from, so }
}

/** A layer as a line: reading it gives the same again. */
export function writeLayer({ from, so }: Layer): string {
  const { round, side, stage, repetition } = from
  const where = [
    round === undefined ? '' : `round ${round}`,
    side === undefined ? '' : 'second side',
    stage === undefined ? '' : `stage ${STAGE_NAMES[stage]}`,
    repetition === undefined ? '' : `from ${repetition}`,
  ].filter(Boolean)
  const { count, target, cues, holdBreaths, paceScale, paceScaleAtEnd, ratio, swapBreath, version } = so
  const said = [
    count === undefined ? '' : `x${count}`,
    target === undefined ? '' : `"${target}"`,
    cues === undefined ? '' : cues.length === 0 ? 'words as taught' : `words "${cues.join(' / ')}"`,
    holdBreaths === undefined ? '' : `hold ${holdBreaths}`,
    paceScale === undefined ? '' : `pace ${paceScale}${paceScaleAtEnd === undefined ? '' : ` to ${paceScaleAtEnd}`}`,
    ratio ? `${ratio.inCounts} in ${ratio.outCounts} out` : '',
    swapBreath === undefined ? '' : `breath ${swapBreath ? 'swapped' : 'as taught'}`,
    so.stage === undefined ? '' : STAGE_NAMES[so.stage],
    version === undefined ? '' : version === 'plain' ? 'as it is' : version,
  ].filter(Boolean)
  return `${where.join(' ') || 'from 1'}: ${said.join(', ')}`
}

/** All layers of a step, a line each. */
export const writeLayers = (layers: readonly Layer[] = []): string => layers.map(writeLayer).join('\n')
