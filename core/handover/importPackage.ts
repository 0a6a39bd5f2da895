import { dequal } from 'dequal/lite'
import { nameWith } from '../basics'
import { plainSpelling, wayFor, type Form, type Way } from '../forms'
import { formIdsOf, withEachStep, type Between, type Routine } from '../routine'
import { withNewIds, type SharePackage } from './sharePackage'

/** What is here already. */
export interface Here {
  /** All that are known: shipped and one's own. */
  forms: readonly Form[]
  ways: readonly Way[]
  routines: readonly Routine[]
}

/** A form that comes along, and what of it is here: the same one, or one that it resembles. */
export interface ImportedForm {
  form: Form
  same: Form | null
  resembles: Form | null
}

/** What would come in with a routine, before anything is taken. */
export interface ImportPreview {
  forms: ImportedForm[]
  /** How its forms are done by who handed it over, where that is not how I do them. */
  ways: { way: Way; form: Form | null }[]
  /** The routine here that is the same but for its ids; null where there is none. */
  same: Routine | null
  /** Routines here with its name, or with most of its forms. */
  resembles: Routine[]
}

/** From this share of forms in common on, of all that either has, routines are said to resemble each other. Our choice. */
const ALIKE_SHARE = 0.7

/** Look at what was handed over beside what is here. */
export function previewImport({ routine, forms, ways }: SharePackage, here: Here): ImportPreview {
  const all = [...forms, ...here.forms]
  return {
    forms: forms.map((form) => ({
      form,
      same: here.forms.find((each) => dequal(each, form)) ?? null,
      resembles: resembling(form, here.forms),
    })),
    ways: ways
      .filter((way) => !isHowIDoIt(way, here.ways))
      .map((way) => ({ way, form: all.find(({ id }) => id === way.formId) ?? null })),
    same: here.routines.find((each) => isSameRoutine(each, routine)) ?? null,
    resembles: here.routines.filter((each) => isAlike(each, routine)),
  }
}

/** The form here that another resembles: of the same id, of the same name, or with the same movements. */
function resembling(form: Form, forms: readonly Form[]): Form | null {
  const name = plainSpelling(form.name)
  return (
    forms.find(({ id }) => id === form.id) ??
    forms.find((each) => plainSpelling(each.name) === name) ??
    forms.find((each) => dequal(each.moves, form.moves)) ??
    null
  )
}

/** What a way says of doing, without what it is called and where it is from. */
const doing = ({ choices, swapBreath, version, weightKg }: Way) => ({ choices, swapBreath, version, weightKg })
const isHowIDoIt = (way: Way, mine: readonly Way[]) => {
  const usual = wayFor({ formId: way.formId }, mine)
  return usual ? dequal(doing(usual), doing(way)) : isAsTaught(way)
}
const isAsTaught = ({ choices, swapBreath, version, weightKg }: Way) =>
  Object.keys(choices).length === 0 && swapBreath === null && version === null && weightKg === undefined

const withoutIds = (routine: Routine) => {
  const { name: _name, purpose: _purpose, ...rest } = withNewIds(routine, () => 'x')
  const plain = withEachStep(rest as Routine, (step) => ({ ...step, wayId: null }))
  return { ...plain, id: '', silenced: [] }
}
const isSameRoutine = (one: Routine, other: Routine) =>
  one.name === other.name && one.purpose === other.purpose && dequal(withoutIds(one), withoutIds(other))

function isAlike(one: Routine, other: Routine): boolean {
  if (plainSpelling(one.name) === plainSpelling(other.name)) return true
  const mine = formIdsOf(one)
  const theirs = formIdsOf(other)
  const common = [...theirs].filter((formId) => mine.has(formId)).length
  const all = new Set([...mine, ...theirs]).size
  return all > 0 && common / all >= ALIKE_SHARE
}

/** What is chosen of what comes. */
export interface ImportChoice {
  /** Its forms are done as who handed it over does them; else as I do them. */
  theirWays: boolean
  /** Forms of mine that are done, as I do them, in place of those that come, by the id of the one that comes. */
  instead: Readonly<Record<string, string>>
}

/** All that is to be kept: the forms and ways before the routine that names them. */
export interface ImportResult {
  forms: Form[]
  ways: Way[]
  routine: Routine
}

/**
 * What is kept of what was handed over, under new ids wherever something else has them, and under another name where there is a routine or a form
 * of that name. Their ways hold only in this routine: no form is done otherwise than before anywhere else.
 */
export function importPackage(
  handed: SharePackage,
  here: Here,
  choice: ImportChoice,
  newId: () => string,
): ImportResult {
  const coming = previewImport(handed, here)
  const formIds = new Map<string, string>()
  const forms: Form[] = []
  for (const { form, same } of coming.forms) {
    const instead = choice.instead[form.id]
    if (instead !== undefined || same) formIds.set(form.id, instead ?? same!.id)
    else {
      const isTaken = here.forms.some(({ id }) => id === form.id)
      const kept = { ...form, id: isTaken ? newId() : form.id, name: freeName(form.name, here.forms) }
      formIds.set(form.id, kept.id)
      forms.push(kept)
    }
  }
  const formIdOf = (formId: string) => formIds.get(formId) ?? formId
  const ways = new Map<string, Way>()
  if (choice.theirWays) {
    for (const { way } of coming.ways) {
      if (choice.instead[way.formId] !== undefined) continue
      const kept = { ...way, formId: formIdOf(way.formId), id: newId(), onlyWhereNamed: true }
      // What is here word for word already, from having taken it before, is named again.
      const known = here.ways.find((each) => dequal({ ...each, id: '' }, { ...kept, id: '' }))
      ways.set(way.id, known ?? kept)
    }
  }
  const named = withEachStep(handed.routine, (step) => ({
    ...step,
    formId: formIdOf(step.formId),
    wayId: (step.wayId && ways.get(step.wayId)?.id) || null,
  }))
  const routine = withNewIds(withBetween(named, formIdOf), newId)
  const isNew = ({ id }: Way) => !here.ways.some((each) => each.id === id)
  return {
    forms,
    ways: [...ways.values()].filter(isNew),
    routine: { ...routine, id: newId(), name: freeName(routine.name, here.routines) },
  }
}

function withBetween(routine: Routine, formIdOf: (formId: string) => string): Routine {
  const changed = (between: Between | undefined) =>
    between?.by === 'form' ? { between: { ...between, formId: formIdOf(between.formId) } } : {}
  const entries = routine.entries.map((entry) =>
    entry.kind === 'group' ? { ...entry, ...changed(entry.between) } : entry,
  )
  return { ...routine, entries, ...changed(routine.between) }
}

/** A name that nothing here has: itself, or "…, shared", "…, shared 2" and so on. */
function freeName(name: string, known: readonly { name: string }[]): string {
  const names = new Set(known.map((each) => each.name))
  let free = name
  for (let number = 1; names.has(free); number += 1) {
    free = nameWith(name, number === 1 ? ', shared' : `, shared ${number}`)
  }
  return free
}
