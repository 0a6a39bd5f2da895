import { array, mixed, object, string } from 'yup'
import { validate } from '#core/basics'
import { PERSON_LISTS } from '#core/formats'
import type { Change } from './changes'

const itemSchema = object({
  list: string()
    .oneOf([...PERSON_LISTS, 'settings'])
    .required(),
  id: string().required(),
  from: mixed().nullable(),
  to: mixed().nullable(),
})
const changesSchema = array(array(itemSchema).required().min(1)).required()

/** Changes from the text that `writeChanges` made, or from the form of earlier versions, one `{ list, items }`; none where it cannot be read. */
export function readChanges(text: string): Change[] {
  try {
    const value = JSON.parse(text) as Change[] | { list: string; items: object[] }
    const changes = Array.isArray(value) ? value : [value.items.map((item) => ({ list: value.list, ...item }))]
    const checked = validate(changesSchema, changes)
    return checked.ok ? (checked.value as Change[]) : []
  } catch {
    // No JSON, or another shape: there is nothing that could be stored.
    return []
  }
}
