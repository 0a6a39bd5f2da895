import { stepsOf } from '../routine'
import * as yup from 'yup'
import { instantSchema, oneOf, strictObject, USUAL_HOUSE_RULES } from '../forms'
import { FIRST_SETTINGS, personSchema, type PersonData } from './person'
import { check, type Checked, type Fault } from './validate'

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

const archiveSchema = strictObject({
  format: oneOf([ARCHIVE_FORMAT] as const),
  version: yup
    .number()
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
  const checked = check<Archive>(archiveSchema, brought(value), 'the archive')
  if (!checked.ok) return checked
  const faults = [...doubleIds(checked.value.person), ...danglingReferences(checked.value.person, shippedFormIds)]
  return faults.length > 0 ? { ok: false, faults } : checked
}

/** A form as version 1 had it, with nothing said of what it could not say. */
export function formOfVersion1({ seatedToo, ...form }: Record<string, unknown>): object {
  const versions = seatedToo === true ? [{ kind: 'seated', change: '' }] : []
  const moves = Array.isArray(form.moves)
    ? form.moves.map((move: object) => ({ stance: null, directionDegrees: null, phaseOfFive: null, ...move }))
    : form.moves
  const added = { levels: [], levelOrder: 'up', diagonalDegrees: null, tradition: [], equipment: [] }
  return { ...form, ...added, versions, moves, school: '', meets: null }
}

/** A way as version 1 had it. */
export function wayOfVersion1({ seated, firstSide, topHold, swapBreath, ...way }: Record<string, unknown>): object {
  const choices = Object.fromEntries(Object.entries({ firstSide, topHold }).filter(([, value]) => value))
  const version = seated === true ? 'seated' : null
  return { ...way, choices, swapBreath: swapBreath === true ? true : null, version, learnedFrom: '', notes: '' }
}

/** A routine as version 1 had it: its groups were all rounds, and nothing was optional, pinned or left out. */
export function routineOfVersion1({ entries, ...routine }: Record<string, unknown>): object {
  const usual = { optional: false, pinned: false, off: false }
  const stepOf = (step: object) => ({ ...usual, ...step })
  const entryOf = (entry: { kind?: unknown; steps?: unknown }) =>
    entry?.kind === 'group' && Array.isArray(entry.steps)
      ? { pattern: 'rounds', stages: [], ...usual, ...entry, steps: entry.steps.map(stepOf) }
      : stepOf(entry)
  return { silenced: [], ...routine, entries: Array.isArray(entries) ? entries.map(entryOf) : entries }
}

/** A session as version 1 kept it: nothing was noted of changes of mind, versions and real breaths. */
export function sessionOfVersion1({ done, ...session }: Record<string, unknown>): object {
  const steps = Array.isArray(done) ? done.map((step: object) => ({ version: null, breath: null, ...step })) : done
  return { asides: [], ...session, done: steps }
}

/** Settings as version 1 had them, with the usual choice wherever it knew none. */
export function settingsOfVersion1(settings: Record<string, unknown>): object {
  const rules = { ...USUAL_HOUSE_RULES, ...(settings.rules as object | undefined) }
  const { sound, voice, viewing, remote } = FIRST_SETTINGS
  return {
    voice,
    viewing,
    remote,
    ...settings,
    sound: { ...sound, ...(settings.sound as object) },
    rules,
    conditions: [],
  }
}

/** An archive of an earlier version, with what has come since added; anything else as it is, for the check to judge. */
function brought(value: unknown): unknown {
  const archive = value as { format?: unknown; version?: unknown; person?: { settings?: object } } | null
  if (archive?.format !== ARCHIVE_FORMAT || archive.version !== 1 || typeof archive.person !== 'object') return value
  const { person } = archive as { person: { settings?: object; forms?: unknown; ways?: unknown } }
  const each = (list: unknown, bring: (item: Record<string, unknown>) => object) =>
    Array.isArray(list) ? list.map((item) => (item && typeof item === 'object' ? bring(item as never) : item)) : list
  const settings = person?.settings ? settingsOfVersion1(person.settings as never) : person?.settings
  return {
    ...archive,
    version: ARCHIVE_VERSION,
    person: {
      ...person,
      settings,
      forms: each(person.forms, formOfVersion1),
      ways: each(person.ways, wayOfVersion1),
      routines: each((person as { routines?: unknown }).routines, routineOfVersion1),
      sessions: each((person as { sessions?: unknown }).sessions, sessionOfVersion1),
      routineVersions: [],
      breathMeasures: [],
      stages: [],
      recordings: [],
    },
  }
}

function doubleIds(person: PersonData): Fault[] {
  return (
    ['forms', 'ways', 'routines', 'routineVersions', 'sessions', 'breathMeasures', 'stages', 'recordings'] as const
  ).flatMap((list) => {
    const seen = new Set<string>()
    return person[list].flatMap(({ id }, place) => {
      const path = `person.${list}[${place}].id`
      if (seen.has(id)) return [{ path, message: `${path} repeats the id ${id}.` }]
      seen.add(id)
      return []
    })
  })
}

function danglingReferences(person: PersonData, shippedFormIds: Iterable<string>): Fault[] {
  const formIds = new Set([...shippedFormIds, ...person.forms.map(({ id }) => id)])
  const wayIds = new Set(person.ways.map(({ id }) => id))
  const inWays = person.ways.flatMap(({ formId }, place) =>
    formIds.has(formId)
      ? []
      : [fault(`person.ways[${place}].formId`, `names the form ${formId}, which is not in the archive`)],
  )
  const inRoutines = person.routines.flatMap((routine, place) =>
    stepsOf(routine).flatMap((step) => {
      const path = `person.routines[${place}] step ${step.id}`
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
