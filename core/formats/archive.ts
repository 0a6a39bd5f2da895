import * as yup from 'yup'
import { instantSchema, oneOf, strictObject, validate, type Checked, type Fault } from '../basics'
import { stepsOf } from '../routine'
import { upgraded } from './migrations'
import { PERSON_LISTS, personSchema, type PersonData } from './person'

export const ARCHIVE_FORMAT = 'pebblebrook-archive'
export const ARCHIVE_VERSION = 2

/** All of a person's data in one open JSON file. See docs/formats.md. */
export interface Archive {
  format: typeof ARCHIVE_FORMAT
  version: typeof ARCHIVE_VERSION
  /** ISO 8601 instant in UTC. */
  exportedAt: string
  person: PersonData
}

const archiveSchema = strictObject<Archive>({
  format: oneOf([ARCHIVE_FORMAT]),
  version: yup
    .number<typeof ARCHIVE_VERSION>()
    .required('${path} is missing')
    .oneOf([ARCHIVE_VERSION], `\${path} must be ${ARCHIVE_VERSION}, the version that this Pebblebrook reads`),
  exportedAt: instantSchema,
  person: personSchema,
})

/** Put a person's data into an archive. */
export function toArchive(person: PersonData, exportedAt: string): Archive {
  return { format: ARCHIVE_FORMAT, version: ARCHIVE_VERSION, exportedAt, person }
}

/** The archive as text, indented for people. */
export function writeArchive(archive: Archive): string {
  return `${JSON.stringify(archive, null, 2)}\n`
}

/**
 * Read an archive strictly. `shippedFormIds` are the forms that routines may name besides the person's own. Either all
 * of it is good, or the faults say which fields are not, and nothing is taken.
 */
export function readArchive(text: string, shippedFormIds: Iterable<string>): Checked<Archive> {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return {
      ok: false,
      faults: [{ path: 'the file', message: 'The file is not JSON, so nothing in it could be read.' }],
    }
  }
  const checked = validate(archiveSchema, upgraded(value, ARCHIVE_FORMAT, ARCHIVE_VERSION), 'the archive')
  if (!checked.ok) return checked
  const faults = [...doubleIds(checked.value.person), ...danglingReferences(checked.value.person, shippedFormIds)]
  return faults.length > 0 ? { ok: false, faults } : checked
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

function danglingReferences(person: PersonData, shippedFormIds: Iterable<string>): Fault[] {
  const formIds = new Set([...shippedFormIds, ...person.forms.map(({ id }) => id)])
  const wayIds = new Set(person.ways.map(({ id }) => id))
  const inWays = person.ways.flatMap(({ formId }, index) =>
    formIds.has(formId)
      ? []
      : [fault(`person.ways[${index}].formId`, `names the form ${formId}, which is not in the archive`)],
  )
  const inRoutines = person.routines.flatMap((routine, index) =>
    stepsOf(routine).flatMap((step) => {
      const path = `person.routines[${index}] step ${step.id}`
      if (!formIds.has(step.formId)) {
        return [fault(path, `names the form ${step.formId}, which is not in the archive`)]
      }
      return step.wayId && !wayIds.has(step.wayId)
        ? [fault(path, `names the way ${step.wayId}, which is not in the archive`)]
        : []
    }),
  )
  return [...inWays, ...inRoutines]
}

const fault = (path: string, what: string): Fault => ({ path, message: `${path} ${what}.` })
