import * as yup from 'yup'
import {
  instantSchema,
  MOST_FAULTS,
  oneOf,
  optionally,
  shortFault,
  strictList,
  strictObject,
  validate,
  type Fault,
} from '../basics'
import { formIdsOf, stepsOf } from '../routine'
import { upgraded } from './migrations'
import { ofMark, type Mark } from './marks'
import { markSchema, MOST_MARKS } from './markSchema'
import { PERSON_LISTS, type ListName, type PersonData } from './person'
import { checkItem, LISTS, personSchema } from './personSchema'

export const ARCHIVE_FORMAT = 'pebblebrook-archive'
export const ARCHIVE_VERSION = 7

/** All of a person's data in one open JSON file. See docs/formats.md. */
export interface Archive {
  format: typeof ARCHIVE_FORMAT
  version: typeof ARCHIVE_VERSION
  /** ISO 8601 instant in UTC. */
  exportedAt: string
  person: PersonData
  /** What is noted of changes, for merging; none where it is left out. */
  marks?: Mark[]
}

const archiveSchema = strictObject<Archive>({
  format: oneOf([ARCHIVE_FORMAT]),
  version: yup
    .number<typeof ARCHIVE_VERSION>()
    .required('${path} is missing')
    .oneOf([ARCHIVE_VERSION], `\${path} must be ${ARCHIVE_VERSION}, the version that this Pebblebrook reads`),
  exportedAt: instantSchema,
  person: personSchema,
  marks: optionally(strictList(markSchema, MOST_MARKS)),
})

/** Put a person's data into an archive; lists in the order of their ids, so that the same data are the same text. */
export function toArchive(person: PersonData, exportedAt: string, marks: readonly Mark[] = []): Archive {
  const lists = Object.fromEntries(PERSON_LISTS.map((list) => [list, [...person[list]].sort(byId)]))
  const noted = marks.length > 0 ? { marks: [...marks].sort(byId) } : {}
  return { format: ARCHIVE_FORMAT, version: ARCHIVE_VERSION, exportedAt, person: { ...person, ...lists }, ...noted }
}
const byId = (one: { id: string }, other: { id: string }) => (one.id < other.id ? -1 : one.id > other.id ? 1 : 0)

/** The archive as text, indented for people. */
export function writeArchive(archive: Archive): string {
  return `${JSON.stringify(archive, null, 2)}\n`
}

/** A longer file is no archive: years of sessions are some 20 MB, and 2000 recordings may be 4 GB, which no browser reads as one text. */
const LONGEST_TEXT = 400_000_000

/** An archive that was read, and what it names but does not hold: such steps and ways stay, and are shown as gone. */
export type ReadArchive = { ok: true; value: Archive; notes: string[] } | { ok: false; faults: Fault[] }

export interface ReadOptions {
  /** The forms that routines may name besides the person's own. */
  shippedFormIds: Iterable<string>
  /** The routines that series may name besides the person's own. */
  shippedRoutineIds: Iterable<string>
  /** Told now and then how much of it has been checked, from 0 to 1. */
  onProgress?: (share: number) => void
}

/** Read an archive strictly. Either all of it is good, or the faults say which fields are not, and nothing is taken. Never throws. */
export function readArchive(text: string, options: ReadOptions): ReadArchive {
  if (text.length > LONGEST_TEXT) return refused('The file is larger than any archive.')
  try {
    return readValue(upgraded(JSON.parse(text), ARCHIVE_FORMAT, ARCHIVE_VERSION), options)
  } catch (error) {
    if (error instanceof SyntaxError) return refused('The file is not JSON, so nothing in it could be read.')
    return refused(`The file could not be read: ${error instanceof Error ? error.message : String(error)}.`)
  }
}
const refused = (message: string): ReadArchive => ({ ok: false, faults: [shortFault({ path: 'the file', message })] })

function readValue(value: unknown, { onProgress, ...shipped }: ReadOptions): ReadArchive {
  const framed = validate(archiveSchema, frameOf(value), 'the archive')
  if (!framed.ok) return framed
  const person = (value as { person: Record<ListName, unknown[]> }).person
  const all = PERSON_LISTS.reduce((sum, list) => sum + person[list].length, 0)
  const faults: Fault[] = []
  let done = 0
  for (const list of PERSON_LISTS) {
    if (person[list].length > LISTS[list].most) {
      faults.push({ path: `person.${list}`, message: `person.${list} must have at most ${LISTS[list].most} entries.` })
      continue
    }
    for (const [index, item] of person[list].entries()) {
      const checked = checkItem(list, item, `person.${list}[${index}]`)
      if (!checked.ok) faults.push(...checked.faults)
      if (faults.length >= MOST_FAULTS) return { ok: false, faults: faults.slice(0, MOST_FAULTS) }
      done += 1
      if (done % 200 === 0) onProgress?.(done / all)
    }
  }
  if (faults.length > 0) return { ok: false, faults }
  // Every part of it has been checked by its schema.
  const archive = value as Archive
  const strange = strangeStates(archive.marks ?? [])
  if (strange.length > 0) return { ok: false, faults: strange.slice(0, MOST_FAULTS) }
  const double = doubleIds(archive.person)
  if (double.length > 0) return { ok: false, faults: double.slice(0, MOST_FAULTS) }
  return { ok: true, value: archive, notes: whatIsGone(archive.person, shipped) }
}

/** The archive with its lists empty, to check what is around them first: whatever is no list stays, to be told. */
function frameOf(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('person' in value)) return value
  const { person } = value
  if (typeof person !== 'object' || person === null) return value
  const emptied = Object.entries(person).map(([field, each]) => [
    field,
    PERSON_LISTS.some((list) => list === field) && Array.isArray(each) ? [] : (each as unknown),
  ])
  return { ...value, person: Object.fromEntries(emptied) as unknown }
}

/** States that stand beside others are items like any: they are checked as strictly. Those of a setting take its place only in a merge. */
function strangeStates(marks: readonly Mark[]): Fault[] {
  return marks.flatMap(({ id, beside = [] }, index) => {
    const { list } = ofMark(id)
    if (list === 'settings') return []
    return beside.flatMap(({ value }, place) => {
      const checked = value === undefined ? null : checkItem(list, value, `marks[${index}].beside[${place}].value`)
      return checked && !checked.ok ? checked.faults : []
    })
  })
}

function doubleIds(person: PersonData): Fault[] {
  return PERSON_LISTS.flatMap((list) => {
    const seen = new Set<string>()
    return person[list].flatMap(({ id }, index) => {
      const path = `person.${list}[${index}].id`
      if (seen.has(id)) return [{ path, message: `${path} repeats the id ${id}.` }]
      seen.add(id)
      return []
    })
  })
}

/** What ways and routines name that is nowhere. A form may have been removed since; what named it is no less one's own. */
function whatIsGone(
  person: PersonData,
  { shippedFormIds, shippedRoutineIds }: Omit<ReadOptions, 'onProgress'>,
): string[] {
  const formIds = new Set([...shippedFormIds, ...person.forms.map(({ id }) => id)])
  const wayIds = new Set(person.ways.map(({ id }) => id))
  const gone = new Set<string>()
  for (const { formId } of person.ways) if (!formIds.has(formId)) gone.add(`A way is of the form ${formId}`)
  const routineIds = new Set([...shippedRoutineIds, ...person.routines.map(({ id }) => id)])
  for (const { name, lessons } of person.series) {
    for (const { routineId } of lessons) {
      if (!routineIds.has(routineId)) gone.add(`“${name}” names the routine ${routineId}`)
    }
  }
  for (const { name, goal } of person.seasons) {
    const formsNamed = goal.kind === 'learn' ? goal.formIds : goal.kind === 'grow' ? [goal.formId] : []
    for (const formId of formsNamed) if (!formIds.has(formId)) gone.add(`“${name}” names the form ${formId}`)
  }
  for (const routine of person.routines) {
    for (const formId of formIdsOf(routine)) {
      if (!formIds.has(formId)) gone.add(`“${routine.name}” names the form ${formId}`)
    }
    for (const { wayId } of stepsOf(routine)) {
      if (wayId && !wayIds.has(wayId)) gone.add(`“${routine.name}” names the way ${wayId}`)
    }
  }
  return [...gone]
    .slice(0, MOST_FAULTS)
    .map((what) => shortFault({ path: '', message: `${what}, which is gone.` }).message)
}
