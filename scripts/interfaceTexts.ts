import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { parse } from '@vue/compiler-sfc'
import ts from 'typescript'

/** A text that a person may read or hear, where it is written. Expressions in it are shown as `{…}`. */
export interface InterfaceText {
  file: string
  line: number
  text: string
}

const ROOT = fileURLToPath(new URL('../', import.meta.url))
/** Attributes whose static value is read, by eye or by a screen reader. */
const READ_ATTRIBUTES = new Set(
  'label title aria-label placeholder header hint alt content summary legend about name-placeholder confirm-label'.split(
    ' ',
  ),
)
/** A string of code is taken for a text if it has two words, or begins a sentence. */
const LOOKS_READ = /\p{L}{2,} \p{L}|^\p{Lu}\p{Ll}{2,}[^A-Z/]*$/u
/** Scripts that a person starts, and that print sentences. */
const PRINTING = /\/(serve|dev|test|generate)\.mjs$/
const NEVER_READ = /^(#|~|\.|\/|@|\w+:)|^[a-z-]+( [a-z-]+)*:|^[\w-]+\.[\w-]+$|[{};]\s|=>|\(\w*\)$|^M\d/

interface TemplateNode {
  type: number
  loc: { start: { line: number } }
  content?: string | TemplateNode
  children?: TemplateNode[]
  props?: (TemplateNode & { name: string; value?: { content: string }; exp?: { content: string } })[]
  branches?: TemplateNode[]
}
const [ELEMENT, TEXT, ATTRIBUTE, DIRECTIVE, INTERPOLATION] = [1, 2, 6, 7, 5] as const

/** All texts of the interface, in the order of files and lines. */
export function interfaceTexts(): InterfaceText[] {
  const files = ['app', 'core', 'data', 'server', 'scripts']
    .flatMap((folder) =>
      readdirSync(`${ROOT}${folder}`, { recursive: true }).map((path) => `${folder}/${String(path)}`),
    )
    .filter((file) => /\.(ts|vue|mjs)$/.test(file) && (!file.startsWith('scripts/') || PRINTING.test(file)))
    .sort()
  return files.flatMap((file) => {
    const source = readFileSync(`${ROOT}${file}`, 'utf8')
    const found = file.endsWith('.vue') ? ofComponent(source) : ofCode(source, 1)
    return found
      .map(({ line, text }) => ({ file, line, text: text.replace(/\s+/g, ' ').trim() }))
      .filter(({ text }) => text !== '' && /\p{L}{2}/u.test(text))
  })
}

type Found = Omit<InterfaceText, 'file'>

function ofComponent(source: string): Found[] {
  const { descriptor } = parse(source)
  const script = descriptor.scriptSetup ?? descriptor.script
  const template = descriptor.template?.ast
  return [
    ...(script ? ofCode(script.content, script.loc.start.line) : []),
    ...(template ? ofTemplate(template as unknown as TemplateNode) : []),
  ].sort((one, other) => one.line - other.line)
}

/** Neighbouring words and expressions of an element are one text, as they are read. */
function ofTemplate(node: TemplateNode): Found[] {
  const found: Found[] = []
  let run: Found | null = null
  const end = () => {
    if (run) found.push(run)
    run = null
  }
  for (const child of node.children ?? []) {
    const { line } = child.loc.start
    if (child.type === TEXT || child.type === INTERPOLATION) {
      run ??= { line, text: '' }
      run.text += child.type === TEXT ? (child.content as string) : '{…}'
      if (child.type === INTERPOLATION)
        found.push(...ofExpression((child.content as TemplateNode).content as string, line))
      continue
    }
    end()
    if (child.type !== ELEMENT) continue
    for (const prop of child.props ?? []) {
      if (prop.type === ATTRIBUTE && prop.value && READ_ATTRIBUTES.has(prop.name))
        found.push({ line: prop.loc.start.line, text: prop.value.content })
      if (prop.type === DIRECTIVE && prop.exp) found.push(...ofExpression(prop.exp.content, prop.loc.start.line))
    }
    found.push(...ofTemplate(child))
  }
  end()
  return found
}

const ofExpression = (code: string, line: number) => ofCode(`(${code})`, line)

function ofCode(source: string, firstLine: number): Found[] {
  const file = ts.createSourceFile('code.ts', source, ts.ScriptTarget.Latest, true)
  const found: Found[] = []
  const take = (node: ts.Node, text: string) => {
    if (LOOKS_READ.test(text) && !NEVER_READ.test(text))
      found.push({ line: firstLine + file.getLineAndCharacterOfPosition(node.getStart()).line, text })
  }
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isStringLiteralLike(node)) take(node, node.text)
    else if (ts.isTemplateExpression(node))
      take(node, node.head.text + node.templateSpans.map(({ literal }) => `{…}${literal.text}`).join(''))
    ts.forEachChild(node, visit)
  }
  visit(file)
  return found
}
