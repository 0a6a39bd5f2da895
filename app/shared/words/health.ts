import { mannerChange, wayFor, type Form } from '#core/forms'
import type { HealthAdjusted } from '#core/compose'
import { stepsOf, type Routine } from '#core/routine'
import type { HealthNote } from '#core/runner'
import type { PracticeSetting } from '#core/timeline'
import { listPhrase } from './numbers'
import { mannerChangePhrase } from './practice'

/** Why a routine is not led before the person was asked. */
export const ASKS_FIRST_WORDS = {
  nothingLeft: 'Your health settings leave too little of it to be led.',
  unclosed: 'Your health settings leave nothing of its closing.',
} as const
export const ASK_SOMEBODY = 'Ask your doctor or teacher before you practise it as written.'

/** "Gentler: A. Left out: B.", by the names of the forms; empty without any. */
export function healthPhrase({ milder, leftOut }: Pick<HealthNote, 'milder' | 'leftOut'>): string {
  return [
    milder.length > 0 && `Gentler: ${listPhrase(milder)}.`,
    leftOut.length > 0 && `Left out: ${listPhrase(leftOut)}.`,
  ]
    .filter(Boolean)
    .join(' ')
}

/** The same in the journal. */
export const healthNotePhrase = (note: HealthNote): string =>
  note.asWritten
    ? `As written, though my health settings advised otherwise: ${listPhrase([...new Set([...note.milder, ...note.leftOut])])}.`
    : `For my health settings. ${healthPhrase(note)}`

/** The differences from the written routine, a line for each form: "Pressing up: No breath hold." */
export function healthChanges(
  written: Routine,
  { routine, milder, leftOut }: Omit<HealthAdjusted, 'asksFirst'>,
  { ways, rules }: Pick<PracticeSetting, 'ways' | 'rules'>,
  formsById: ReadonlyMap<string, Form>,
): string[] {
  const before = stepsOf(written)
  const after = new Map(stepsOf(routine).map((step) => [step.id, step]))
  const nameOf = (formId: string) => formsById.get(formId)?.name ?? formId
  const changeOf = (formId: string) => {
    const form = formsById.get(formId)
    const was = before.find((step) => step.formId === formId && !step.off)
    const is = was && after.get(was.id)
    if (!form || !was || !is) return ''
    // A hold that is left out is named already: that a repetition has a phase fewer says the same again.
    return mannerChangePhrase({ ...mannerChange(form, wayFor(was, ways), wayFor(is, ways), rules), phasesFewer: 0 })
  }
  return [
    ...milder.map((formId) => `${nameOf(formId)}: ${changeOf(formId) || 'Gentler in some repetitions.'}`),
    ...leftOut.map((formId) => `${nameOf(formId)}: Left out.`),
  ]
}
