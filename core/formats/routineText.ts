import { idSchema } from '../basics'
import { readLayers, STAGE_NAMES, writeLayer, type ReadLayers } from './layerText'
import {
  CHOICE_NAMES,
  CHOICES,
  VERSION_KINDS,
  WEIGHT_KG,
  type Manner,
  ARC_PARTS,
  COUNT_UNITS,
  plainSpelling,
  type ArcPart,
  type CountingKind,
  type Form,
} from '../forms'
import {
  LIMITS,
  BUILD_STAGES,
  emptyRoutine,
  groupFor,
  PATTERNS,
  stepFor,
  stepsOf,
  type Between,
  type BuildStage,
  type Entry,
  type Group,
  type Pattern,
  type Routine,
  type Step,
} from '../routine'

/** What patterns are called in text. */
export const PATTERN_NAMES: Record<Pattern, string> = {
  rounds: 'rounds',
  ladder: 'ladder',
  link: 'link',
  buildUp: 'build up',
  directions: 'one direction then the other',
  release: 'release, build, circulate',
  post: 'positions of a stand',
}
/** What was read of a routine, and the lines that could not be. */
export interface ReadRoutine {
  routine: Routine
  notUnderstood: string[]
}

/**
 * A routine as Markdown that a person can read and write: a heading, what it is for, and under a heading for each part a list of its
 * steps. Reading it again gives the same routine, ids and silenced findings apart. See docs/formats.md.
 */
export function writeRoutineText(routine: Routine, forms: readonly Form[]): string {
  const lines = [`# ${oneLine(routine.name)}`]
  if (routine.purpose) lines.push('', ...routine.purpose.split('\n').map((line) => `> ${line}`))
  if (routine.closingShare !== undefined) {
    lines.push('', `closing at least ${Math.round(routine.closingShare * 10_000) / 100}%`)
  }
  const { ratio, between } = routine
  if (ratio) lines.push('', `breath ${ratio.inCounts} in ${ratio.outCounts} out`)
  if (between) lines.push('', betweenWords(between, forms))
  let part: ArcPart | null = null
  for (const entry of routine.entries) {
    const here: ArcPart = entry.kind === 'step' ? entry.part : (entry.steps[0]?.part ?? part ?? 'work')
    if (here !== part) lines.push('', `## ${here}`, '')
    part = here
    if (entry.kind === 'step') lines.push(...stepLines(entry, forms, here, ''))
    else lines.push(groupLine(entry, forms), ...entry.steps.flatMap((step) => stepLines(step, forms, here, '  ')))
  }
  return `${lines.join('\n')}\n`
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ')
const MARKS = ['optional', 'pinned', 'byHand', 'off'] as const
const MARK_NAMES = { optional: 'optional', pinned: 'pinned', byHand: 'set by hand', off: 'left out' }
const marksOf = (entry: Entry) => MARKS.filter((mark) => entry[mark]).map((mark) => MARK_NAMES[mark])

/** A step, and under it what is so from somewhere on. */
const stepLines = (step: Step, forms: readonly Form[], part: ArcPart, indent: string): string[] => [
  stepLine(step, forms, part, indent),
  ...(step.layers ?? []).map((layer) => `${indent}  - ${writeLayer(layer)}`),
]

/** Two forms of one name are told apart by their ids, and so is a form that is not here. */
function nameInText(formId: string, forms: readonly Form[]): string {
  const form = forms.find(({ id }) => id === formId)
  const same = forms.filter(({ name }) => name === form?.name)
  return form && same.length === 1 && !/[:{};]/.test(form.name) ? form.name : `{${formId}}`
}

function betweenWords(between: Between, forms: readonly Form[]): string {
  switch (between.by) {
    case 'form':
      return `between: ${nameInText(between.formId, forms)} x${between.count}`
    case 'rest':
      return `between: rest ${between.breaths}`
    case 'flow':
      return 'between: no stop'
  }
}

/** What lies between pieces, from "between: ..."; null where nothing of the kind is said. */
function readBetween(text: string, forms: readonly Form[]): Between | null {
  const said = /^between: *(.+)$/i.exec(text)?.[1]
  if (!said) return null
  if (/^no stop$/i.test(said)) return { by: 'flow' }
  const aBreath = /^an? (?:resting )?breath$/i.test(said) ? '1' : undefined
  const breaths = /^rest (\d+)$/i.exec(said)?.[1] ?? aBreath
  if (breaths) return isWithin(Number(breaths), LIMITS.restBreaths) ? { by: 'rest', breaths: Number(breaths) } : null
  const [, name, times] = /^(.+?)(?: [x×](\d+))?$/.exec(said)!
  const form = formNamed(name!, forms)
  const count = Number(times ?? form?.counts.least)
  return form && isWithin(count, LIMITS.count) ? { by: 'form', formId: form.id, count } : null
}

/** A form by its name, however that is spelled, or by its id in braces. */
function formNamed(text: string, forms: readonly Form[]): Form | undefined {
  const byId = /^\{(.+)\}$/.exec(text)
  if (byId) return forms.find(({ id }) => id === byId[1])
  return (
    forms.find(({ name }) => name === text) ?? forms.find(({ name }) => plainSpelling(name) === plainSpelling(text))
  )
}

function stepLine(step: Step, forms: readonly Form[], part: ArcPart, indent: string): string {
  const form = forms.find(({ id }) => id === step.formId)
  const name = nameInText(step.formId, forms)
  const details = [
    form ? countWords(form, step.count) : String(step.count),
    `rest ${step.restBreaths}`,
    step.part === part ? '' : `in ${step.part}`,
    step.wayId ? `way ${step.wayId}` : '',
    ...mannerWords(step.manner),
    ...marksOf(step),
  ]
  return `${indent}- ${name}: ${details.filter(Boolean).join(', ')}`
}

/** How a step is done here: the version by its word, each choice as `name=value`. */
function mannerWords(manner: Manner | undefined): string[] {
  if (!manner) return []
  const chosen = Object.entries(manner.choices).map(([name, value]) => `${name}=${value}`)
  const weight = manner.weightKg === undefined ? [] : [`weights of ${manner.weightKg} kg`]
  return [...(manner.version ? [manner.version] : []), ...weight, ...chosen]
}

/** A step with one such word read into its manner; null where it is none. */
function withMannerWord(step: Step, word: string): Step | null {
  const manner: Manner = step.manner ?? { version: null, choices: {} }
  const { choices } = manner
  const weight = Number(/^weights of (\d+(?:\.\d+)?) kg$/.exec(word)?.[1])
  if (isWithin(weight, WEIGHT_KG)) return { ...step, manner: { ...manner, weightKg: weight } }
  const kind = [...VERSION_KINDS, 'plain' as const].find((each) => each === word)
  if (kind) return { ...step, manner: { ...manner, version: kind } }
  const [name, value] = word.split('=')
  const choice = CHOICE_NAMES.find((each) => each === name)
  if (!choice || !(CHOICES[choice] as readonly string[]).includes(value ?? '')) return null
  return { ...step, manner: { ...manner, choices: { ...choices, [choice]: value } } }
}

const UNIT_WORDS: Record<ReturnType<typeof unitOf>, string> = {
  repetitions: 'times',
  breaths: 'breaths',
  seconds: 'seconds',
  beats: 'beats',
}
const unitOf = (by: CountingKind) => COUNT_UNITS[by]

/** "8 times, each side" without its comma: what is counted and what it is meant for. */
function countWords(form: Form, count: number): string {
  const scope =
    form.sides === 'none'
      ? ''
      : form.countScope === 'inAll'
        ? ' in all'
        : form.sides === 'bothDirections'
          ? ' each way'
          : ' each side'
  return `${count} ${UNIT_WORDS[unitOf(form.counting.by)]}${scope}`
}

function groupLine(group: Group, forms: readonly Form[]): string {
  const details = [
    PATTERN_NAMES[group.pattern],
    `${group.rounds} times`,
    `rest ${group.restBreaths}`,
    ...group.stages.map((stage) => STAGE_NAMES[stage]),
    group.between ? betweenWords(group.between, forms) : '',
    ...marksOf(group),
  ].filter(Boolean)
  return `- **${oneLine(group.name).replaceAll('*', '∗')}**: ${details.join('; ')}`
}

/** Read a routine from Markdown. Nothing is guessed: lines that say nothing known are given back. `newId` makes the ids of its steps. */
export function readRoutineText(text: string, forms: readonly Form[], newId: () => string): ReadRoutine {
  const routine = emptyRoutine(newId(), '')
  const notUnderstood: string[] = []
  const purpose: string[] = []
  let part: ArcPart = 'work'
  let group: Group | null = null
  let last: { step: Step; indent: number } | null = null

  for (const line of text.split('\n')) {
    if (line.trim() === '') continue
    const title = /^# +(.+)$/.exec(line)
    const heading = /^## +(.+?) *$/.exec(line)
    const quote = /^> ?(.*)$/.exec(line)
    const share = /^closing at least (\d+(?:\.\d+)?)%$/i.exec(line.trim())
    const ratio = /^breath (\d+(?:\.\d+)?) in (\d+(?:\.\d+)?) out$/i.exec(line.trim())
    const between = readBetween(line.trim(), forms)
    const item = /^( *)[-*] +(.+)$/.exec(line)
    const layers = item && last && item[1]!.length > last.indent ? readLayers(item[2]!) : null
    if (title && !routine.name) routine.name = title[1]!.trim().slice(0, 120).trim()
    else if (heading && ARC_PARTS.includes(heading[1]!.toLowerCase() as ArcPart)) {
      part = heading[1]!.toLowerCase() as ArcPart
      group = null
    } else if (share && Number(share[1]) <= MOST_CLOSING_PERCENT) routine.closingShare = Number(share[1]) / 100
    else if (ratio && isRatio(ratio)) routine.ratio = { inCounts: Number(ratio[1]), outCounts: Number(ratio[2]) }
    else if (between) routine.between = between
    else if (quote) purpose.push(quote[1]!)
    else if (last && layers && canTake(last.step, layers)) {
      last.step.layers = [...(last.step.layers ?? []), ...layers.layers]
      last.step.count = layers.count ?? last.step.count
    } else if (item) {
      const opened = readGroup(item[2]!, forms, newId)
      const step = opened ? null : readStep(item[2]!, forms, part, newId)
      last = step && { step, indent: item[1]!.length }
      const hasRoom = routine.entries.length < LIMITS.entries
      const inGroup: boolean = group !== null && item[1]!.length > 0
      if (opened && hasRoom) {
        group = opened
        routine.entries.push(opened)
      } else if (step && group && inGroup && group.steps.length < LIMITS.stepsInGroup) group.steps.push(step)
      else if (step && !inGroup && hasRoom) {
        group = null
        routine.entries.push(step)
      } else notUnderstood.push(line.trim())
    } else notUnderstood.push(line.trim())
  }
  routine.purpose = purpose.join('\n')
  routine.name ||= 'A routine'
  return { routine, notUnderstood }
}

const isRatio = ([, ...counts]: RegExpExecArray) => counts.every((each) => isWithin(Number(each), LIMITS.ratioCounts))
const canTake = (step: Step, { layers, notUnderstood }: ReadLayers) =>
  layers.length > 0 && notUnderstood.length === 0 && (step.layers?.length ?? 0) + layers.length <= LIMITS.layers
/** As the house rules have it. */
const MOST_CLOSING_PERCENT = 50
const isWithin = (value: number, { least, most }: { least: number; most: number }) => value >= least && value <= most

function readGroup(text: string, forms: readonly Form[], newId: () => string): Group | null {
  const read = /^\*\*(.+?)\*\*: *(.+)$/.exec(text)
  if (!read) return null
  const details = read[2]!.split(';').map((detail) => detail.trim())
  const pattern = PATTERNS.find((each) => PATTERN_NAMES[each] === details[0])
  if (!pattern) return null
  const group = { ...groupFor(pattern, newId(), read[1]!.trim().slice(0, 120).trim(), []), stages: [] as BuildStage[] }
  for (const detail of details.slice(1)) {
    const rounds = /^(\d+) times?$/.exec(detail)
    const rest = /^rest (\d+)$/.exec(detail)
    const stage = BUILD_STAGES.find((each) => STAGE_NAMES[each] === detail)
    const mark = MARKS.find((each) => MARK_NAMES[each] === detail)
    const between = readBetween(detail, forms)
    if (between) group.between = between
    else if (rounds && isWithin(Number(rounds[1]), LIMITS.rounds)) group.rounds = Number(rounds[1])
    else if (rest && isWithin(Number(rest[1]), LIMITS.restBreaths)) group.restBreaths = Number(rest[1])
    else if (stage) group.stages.push(stage)
    else if (mark) group[mark] = true
    else return null
  }
  return group
}

function readStep(text: string, forms: readonly Form[], part: ArcPart, newId: () => string): Step | null {
  const read = /^(\{[^}]+\}|[^:]+?)(?:: *(.+))?$/.exec(text)
  if (!read) return null
  const form = formNamed(read[1]!, forms)
  if (!form) return null
  let step: Step = { ...stepFor(form, newId()), part }
  for (const detail of (read[2] ?? '').split(',').map((each) => each.trim())) {
    const count = /^(\d+)(?: (?:times?|breaths?|seconds?|beats?)(?: (?:each side|each way|in all))?)?$/.exec(detail)
    const rest = /^rest (\d+)$/.exec(detail)
    const inPart = /^in (\w+)$/.exec(detail)
    const way = /^way ([\w-]+)$/.exec(detail)
    const mark = MARKS.find((each) => MARK_NAMES[each] === detail)
    if (count && isWithin(Number(count[1]), LIMITS.count)) step.count = Number(count[1])
    else if (rest && isWithin(Number(rest[1]), LIMITS.restBreaths)) step.restBreaths = Number(rest[1])
    else if (inPart && ARC_PARTS.includes(inPart[1] as ArcPart)) step.part = inPart[1] as ArcPart
    else if (way && idSchema.isValidSync(way[1])) step.wayId = way[1]!
    else if (mark) step[mark] = true
    else if (detail) {
      const mannered = withMannerWord(step, detail)
      if (!mannered) return null
      step = mannered
    }
  }
  return step
}

/** The routine without its ids, to tell whether two say the same. */
export function contentOf(routine: Routine): unknown {
  const step = ({ id, ...rest }: Step) => (void id, rest)
  return {
    name: routine.name,
    purpose: routine.purpose,
    closingShare: routine.closingShare ?? null,
    between: routine.between ?? null,
    ratio: routine.ratio ?? null,
    steps: stepsOf(routine).length,
    entries: routine.entries.map((entry) => {
      if (entry.kind === 'step') return step(entry)
      const { id, steps, ...rest } = entry
      return (void id, { ...rest, steps: steps.map(step) })
    }),
  }
}
