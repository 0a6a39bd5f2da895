import {
  AREAS,
  blankForm,
  FORM_CAUTIONS,
  readFormWords,
  VERSION_KINDS,
  writeFormWords,
  type Area,
  type Form,
  type FormCaution,
} from '../forms'

/** Forms that a text describes, and the lines of it that could not be read. */
export interface ReadForms {
  forms: Form[]
  notUnderstood: string[]
}

/** A form in plain lines under its name, with what a person says of it. */
function formBlock(form: Form): string[] {
  const { name, about, areas, cautions, versions } = form
  return [
    `### ${name}`,
    '',
    ...(about ? about.split('\n').map((line) => `> ${line}`) : []),
    ...writeFormWords(form).split('\n'),
    ...(areas.length > 0 ? [`works on: ${areas.join(', ')}`] : []),
    ...(cautions.length > 0 ? [`with care: ${cautions.join(', ')}`] : []),
    ...versions.map(({ kind, change }) => `also ${kind}: ${change.replaceAll('\n', ' ')}`),
  ]
}

/** The forms that a text should bring along, under a heading of their own; empty without any. */
export function ownFormsText(forms: readonly Form[]): string {
  return forms.length === 0 ? '' : ['## forms', ...forms.flatMap((form) => ['', ...formBlock(form)])].join('\n')
}

/**
 * The forms that a text describes, each under its name: "### Name" or a line that ends with a colon. Nothing is guessed: lines that are
 * not understood are given back.
 */
export function formsInText(text: string, newId: () => string): ReadForms {
  const read: ReadForms = { forms: [], notUnderstood: [] }
  const blocks: { name: string; lines: string[] }[] = []
  for (const line of text.split('\n')) {
    const name = /^### +(.+)$/.exec(line)?.[1] ?? /^([^>"\s][^":]*):$/.exec(line.trim())?.[1]
    // A form that was written out says its name once more.
    if (name && name === blocks.at(-1)?.name) continue
    if (name) blocks.push({ name: name.trim().slice(0, 120).trim(), lines: [] })
    else if (blocks.length > 0) blocks.at(-1)!.lines.push(line)
    else if (line.trim() !== '') read.notUnderstood.push(line.trim())
  }
  for (const { name, lines } of blocks) {
    const { form, notUnderstood } = formOf(name, lines, newId)
    read.forms.push(form)
    read.notUnderstood.push(...notUnderstood.map((line) => `${name}: ${line}`))
  }
  return read
}

function formOf(name: string, lines: readonly string[], newId: () => string): { form: Form; notUnderstood: string[] } {
  const form = blankForm(newId(), name)
  const about: string[] = []
  const words: string[] = []
  const notUnderstood: string[] = []
  for (const line of lines) {
    const said = /^> ?(.*)$/.exec(line)
    const areas = /^works on: (.+)$/i.exec(line.trim())
    const care = /^with care: (.+)$/i.exec(line.trim())
    const also = /^also (\w+): ?(.*)$/i.exec(line.trim())
    const kind = VERSION_KINDS.find((each) => each === also?.[1])
    if (said) about.push(said[1]!)
    else if (areas) form.areas = known(areas[1]!, AREAS, notUnderstood) as Area[]
    else if (care) form.cautions = known(care[1]!, FORM_CAUTIONS, notUnderstood) as FormCaution[]
    else if (also && kind)
      form.versions = [...form.versions.filter((each) => each.kind !== kind), { kind, change: also[2]! }]
    else words.push(line)
  }
  const read = readFormWords(words.join('\n'))
  const moves = read.fields.moves?.map((move) => ({ ...move, name: move.name === 'Move' ? name : move.name }))
  const made = { ...form, ...read.fields, ...(moves && { moves }), name, about: about.join('\n') }
  return { form: made, notUnderstood: [...notUnderstood, ...read.notUnderstood] }
}

/** Those of some words that are among the known ones; the others are noted. */
function known(text: string, words: readonly string[], notUnderstood: string[]): string[] {
  const said = text.split(',').map((word) => word.trim())
  notUnderstood.push(...said.filter((word) => !words.includes(word)))
  return said.filter((word) => words.includes(word))
}
