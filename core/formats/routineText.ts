import { ARC_PARTS, writeFormWords, type ArcPart, type Form } from '../forms'
import {
  LIMITS,
  BUILD_STAGES,
  emptyRoutine,
  groupFor,
  PATTERNS,
  formIdsOf,
  stepsOf,
  type BuildStage,
  type Group,
  type Pattern,
  type Routine,
  type Step,
} from '../routine'
import type { Checked } from '../basics'
import { formsInText, ownFormsText } from './formsText'
import type { ReadingFor } from './countText'
import { checkItem } from './personSchema'
import { readLayers, STAGE_NAMES, type ReadLayers } from './layerText'
import { betweenWords, isWithin, MARK_NAMES, MARKS, marksOf, readBetween, readStep, stepLines } from './stepText'

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
  /** Forms that the text describes itself and that are not here yet. */
  forms: Form[]
  /** Lines whose form was guessed, with the other forms that may be meant. */
  guessed: { line: string; step: Step; others: Form[] }[]
}

/** Why a text cannot be stored as it was read: the first fault of each form and of the routine, in words; none where it can. */
export function faultsOfText({ forms, routine }: { forms: readonly Form[]; routine?: Routine }): string[] {
  const faultOf = (name: string, checked: Checked<unknown>) =>
    checked.ok ? [] : [`${name}: ${checked.faults[0]!.message}`]
  return [
    ...forms.flatMap((form) => faultOf(form.name, checkItem('forms', form))),
    ...(routine ? faultOf(routine.name || 'The routine', checkItem('routines', routine)) : []),
  ]
}

/**
 * A routine as Markdown that a person can read and write: a heading, what it is for, and under a heading for each part a list of its
 * steps. Reading it again gives the same routine, ids and silenced findings apart. Of the forms that are one's `own`, those that it
 * uses are described at its end. See docs/formats.md.
 */
export function writeRoutineText(routine: Routine, forms: readonly Form[], own: readonly Form[] = []): string {
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
  const described = ownFormsText(own.filter(({ id }) => formIdsOf(routine).has(id)))
  if (described) lines.push('', described)
  return `${lines.join('\n')}\n`
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ')
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

/** A bare line is a step only where its form is as sure as this. Our choice. */
const SURE_SHARE = 0.6

/**
 * Read a routine from Markdown, or from a list of names. Lines that say nothing known are given back; where a name is no form's, the one
 * that it most likely means is taken, and that is told. `newId` makes the ids of its steps and forms; `reading` turns times into counts.
 */
export function readRoutineText(
  text: string,
  known: readonly Form[],
  newId: () => string,
  reading?: ReadingFor,
): ReadRoutine {
  const routine = emptyRoutine(newId(), '')
  const [steps, described] = partsOfText(text)
  const own = formsInText(described, newId)
  const added = own.forms.filter((form) => !isKnown(form, known))
  const forms = [...added, ...known]
  const notUnderstood = [...own.notUnderstood]
  const guessed: ReadRoutine['guessed'] = []
  const purpose: string[] = []
  let part: ArcPart | null = null
  let group: Group | null = null
  let last: { step: Step; indent: number } | null = null

  for (const line of steps.split('\n')) {
    if (line.trim() === '') continue
    const title = /^# +(.+)$/.exec(line)
    const heading = /^## +(.+?) *$/.exec(line)
    const quote = /^> ?(.*)$/.exec(line)
    const share = /^closing at least (\d+(?:\.\d+)?)%$/i.exec(line.trim())
    const ratio = /^breath (\d+(?:\.\d+)?) in (\d+(?:\.\d+)?) out$/i.exec(line.trim())
    const between = readBetween(line.trim(), forms)
    const item = /^( *)(?:[-*]|\d+[.)]) +(.+)$/.exec(line) ?? bareItem(line, forms, reading)
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
      const read = opened ? null : readStep(item[2]!, forms, part, newId, reading)
      const step = read?.step ?? null
      if (read?.others) guessed.push({ line: line.trim(), step: read.step, others: read.others })
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
  return { routine, notUnderstood, forms: added.filter(({ id }) => formIdsOf(routine).has(id)), guessed }
}

/** The steps of a text, and what stands under its heading for forms. */
function partsOfText(text: string): [steps: string, forms: string] {
  const lines = text.split('\n')
  const at = lines.findIndex((line) => /^## +forms *$/i.test(line))
  if (at < 0) return [text, '']
  // A step that is added at the very end is one all the same.
  const after = lines.slice(at + 1)
  const isStep = (line: string) => /^ *[-*] /.test(line)
  const steps = [...lines.slice(0, at), ...after.filter(isStep)]
  return [steps.join('\n'), after.filter((line) => !isStep(line)).join('\n')]
}

/** Whether a described form is one that is here already, said the same way. */
const isKnown = (form: Form, known: readonly Form[]) =>
  known.some((other) => other.name === form.name && writeFormWords(other) === writeFormWords(form))

/** A line without a mark that names a form surely enough to be a step; the shape of a marked one. */
function bareItem(line: string, forms: readonly Form[], reading?: ReadingFor): [string, string, string] | null {
  const read = /^[#>]/.test(line) ? null : readStep(line.trim(), forms, null, () => 'bare', reading)
  return read && read.share >= SURE_SHARE ? [line, '', line.trim()] : null
}

const isRatio = ([, ...counts]: RegExpExecArray) => counts.every((each) => isWithin(Number(each), LIMITS.ratioCounts))
const canTake = (step: Step, { layers, notUnderstood }: ReadLayers) =>
  layers.length > 0 && notUnderstood.length === 0 && (step.layers?.length ?? 0) + layers.length <= LIMITS.layers
/** As the house rules have it. */
const MOST_CLOSING_PERCENT = 50

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
