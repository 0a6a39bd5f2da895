import { blankForm } from './blank'
import type { FormInWords } from './lineWords'
import { readFormWords } from './text'
import type { Form } from './types'

/**
 * A form as the catalogue's files have it: how it is done in plain lines, and of everything else only what there is to say.
 */
export type CatalogueEntry = Pick<Form, 'id' | 'name' | 'about'> &
  Partial<Omit<Form, keyof FormInWords | 'effort'>> & { lines: string[]; effort?: Partial<Form['effort']> }

/** The whole form. Throws when a line says something that is not understood, as then the catalogue is at fault. */
export function readEntry({ lines, effort, ...entry }: CatalogueEntry): Form {
  const { fields, notUnderstood } = readFormWords(lines.join('\n'))
  if (notUnderstood.length > 0) throw new Error(`${entry.id}: not understood: ${notUnderstood.join('; ')}`)
  const blank = blankForm(entry.id, entry.name)
  const moves = (fields.moves ?? []).map((move) => ({ ...move, name: move.name === 'Move' ? entry.name : move.name }))
  return { ...blank, ...entry, ...fields, name: entry.name, moves, effort: { ...blank.effort, ...effort } }
}
