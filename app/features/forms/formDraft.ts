import { formDraftSchema, type Form } from '#core/forms'
import { readDraft } from '~/shared/store/drafts'
import type { Workspace } from '~/shared/store/database'

/** By what the draft of a form is known: the form that is changed, or a new one, and what it started from. */
export const draftOf = (form: Form | undefined, from = '') => (form ? `form.${form.id}` : `new-form.${from}`)

/** A form that was begun and not kept; null where there is none, or what lies there could not stand in the editor. */
export function begunForm(workspace: Workspace, of: string): Form | null {
  const text = readDraft(workspace, of)
  if (!text) return null
  try {
    const read: unknown = JSON.parse(text)
    return formDraftSchema.isValidSync(read, { strict: true }) ? (read as Form) : null
  } catch {
    return null
  }
}
