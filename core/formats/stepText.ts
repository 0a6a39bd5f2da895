import { idSchema } from '../basics'
import {
  ARC_PARTS,
  CHOICE_NAMES,
  CHOICES,
  COUNT_UNITS,
  plainSpelling,
  VERSION_KINDS,
  WEIGHT_KG,
  type ArcPart,
  type CountingKind,
  type Form,
  type Manner,
} from '../forms'
import { LIMITS, stepFor, type Between, type Entry, type Step } from '../routine'
import { countOf, type ReadingFor } from './countText'
import { guessForm } from './guessForm'
import { writeLayer } from './layerText'

export const isWithin = (value: number, { least, most }: { least: number; most: number }) =>
  value >= least && value <= most
export const MARKS = ['optional', 'pinned', 'byHand', 'off'] as const
export const MARK_NAMES = { optional: 'optional', pinned: 'pinned', byHand: 'set by hand', off: 'left out' }
export const marksOf = (entry: Entry) => MARKS.filter((mark) => entry[mark]).map((mark) => MARK_NAMES[mark])

/** A step, and under it what is so from somewhere on. */
export const stepLines = (step: Step, forms: readonly Form[], part: ArcPart, indent: string): string[] => [
  stepLine(step, forms, part, indent),
  ...(step.layers ?? []).map((layer) => `${indent}  - ${writeLayer(layer)}`),
]

/** Whether another name goes on after this one as a count would: then only the id is sure. (Few have such a letter there: they alone are spelled.) */
const begins = ({ name }: Form, forms: readonly Form[]) =>
  forms.some(
    (other) =>
      /^[:,\s]/.test(other.name.slice(name.length)) &&
      plainSpelling(other.name.slice(0, name.length)) === plainSpelling(name),
  )

/** Two forms of one name are told apart by their ids, and so is a form that is not here. */
function nameInText(formId: string, forms: readonly Form[]): string {
  const form = forms.find(({ id }) => id === formId)
  const same = forms.filter(({ name }) => name === form?.name)
  return form && same.length === 1 && !/[{};]/.test(form.name) && !begins(form, forms) ? form.name : `{${formId}}`
}

export function betweenWords(between: Between, forms: readonly Form[]): string {
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
export function readBetween(text: string, forms: readonly Form[]): Between | null {
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

/** A step as a line said it, and what was guessed where its name is no form's. */
export interface ReadStep {
  step: Step
  /** Other forms that may be meant; null where nothing was guessed. */
  others: Form[] | null
  /** How sure the form is, 0 to 1. */
  share: number
}

/** "Cloud hands: 8 times", "2. cloud hands x8", "{cloud-hands}": the form of a line, and what is said of it. */
function formAndRest(text: string, forms: readonly Form[]) {
  const byId = /^\{([^}]+)\}(.*)$/.exec(text)
  if (byId) {
    const form = forms.find(({ id }) => id === byId[1])
    return form ? { form, rest: byId[2]!, others: null, share: 1 } : null
  }
  const isNamed = ({ name }: Form) =>
    plainSpelling(text.slice(0, name.length)) === plainSpelling(name) &&
    /^(?:$|[:,]|\s+[x×\d])/i.test(text.slice(name.length))
  const sure = forms.filter(isNamed).sort((one, other) => other.name.length - one.name.length)[0]
  if (sure)
    return {
      form: forms.find(({ name }) => name === sure.name)!,
      rest: text.slice(sure.name.length),
      others: null,
      share: 1,
    }
  const [, head, rest] = /^(.+?)((?::.*)|(?:,? +[x×] ?\d.*)|(?:,? +\d.*))?$/i.exec(text) ?? []
  const guess = head ? guessForm(head, forms) : null
  return guess ? { ...guess, rest: rest ?? '' } : null
}

/** A step from a line; null where it names no form, or says something of it that is not understood. */
export function readStep(
  line: string,
  forms: readonly Form[],
  part: ArcPart | null,
  newId: () => string,
  reading?: ReadingFor,
): ReadStep | null {
  const found = formAndRest(line.replace(/^\d+[.)] +/, ''), forms)
  if (!found) return null
  const { form, rest, others, share } = found
  let step: Step = stepFor(form, newId())
  if (part) step.part = part
  for (const detail of rest
    .split(/[:,]/)
    .map((each) => each.trim())
    .filter(Boolean)) {
    const said = withDetail(step, detail, form, reading)
    if (!said) return null
    step = said
  }
  return { step, others, share }
}

function withDetail(step: Step, detail: string, form: Form, reading?: ReadingFor): Step | null {
  const count = countOf(detail, form, reading)
  const rest = /^rest (\d+)$/.exec(detail)
  const inPart = /^in (\w+)$/.exec(detail)
  const way = /^way ([\w-]+)$/.exec(detail)
  const mark = MARKS.find((each) => MARK_NAMES[each] === detail)
  if (count !== null) return { ...step, count }
  if (rest && isWithin(Number(rest[1]), LIMITS.restBreaths)) return { ...step, restBreaths: Number(rest[1]) }
  if (inPart && ARC_PARTS.includes(inPart[1] as ArcPart)) return { ...step, part: inPart[1] as ArcPart }
  if (way && idSchema.isValidSync(way[1])) return { ...step, wayId: way[1]! }
  if (mark) return { ...step, [mark]: true }
  return withMannerWord(step, detail)
}
