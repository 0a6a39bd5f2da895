import type { Fault } from '../basics'
import { wayFor, type Form, type Way } from '../forms'
import { ARCHIVE_FORMAT, ARCHIVE_VERSION, newPerson, readArchive, type ReadOptions } from '../formats'
import { formIdsOf, formsUsed, withEachStep, type Routine } from '../routine'

/** A routine with all that it needs elsewhere: forms of one's own, and how one does its forms. Of records and settings it has nothing. */
export interface SharePackage {
  routine: Routine
  forms: Form[]
  ways: Way[]
}

/** What a person has that a routine may need. */
export interface HandingPerson {
  /** Forms of one's own; shipped ones are everywhere. */
  forms: readonly Form[]
  ways: readonly Way[]
}

/**
 * A routine to hand over: each step names the way in which it is done here, as elsewhere another would be the usual one; steps and groups
 * are numbered anew, and what its owner did not want to be told of the check is left out.
 */
export function handedRoutine(routine: Routine, { forms, ways }: HandingPerson): SharePackage {
  const used = new Map<string, Way>()
  const asDone = withEachStep(routine, (step) => {
    const { manner: _, ...plain } = step
    const way = wayFor(plain, ways)
    if (!way) return { ...step, wayId: null }
    // What is noted beside it is one's own.
    used.set(way.id, { ...way, learnedFrom: '', notes: '' })
    return { ...step, wayId: way.id }
  })
  const numbered = { ...withNewIds(asDone, counter()), id: 'handed', silenced: [] }
  return { routine: numbered, forms: formsUsed(routine, forms), ways: [...used.values()] }
}

/** "1", "2", "3" … */
function counter(): () => string {
  let last = 0
  return () => String((last += 1))
}

/** A routine with other ids for its steps and groups. */
export function withNewIds(routine: Routine, newId: () => string): Routine {
  const named = withEachStep(routine, (step) => ({ ...step, id: newId() }))
  const entries = named.entries.map((entry) => (entry.kind === 'group' ? { ...entry, id: newId() } : entry))
  return { ...named, entries }
}

export const HANDED_FORMAT = 'pebblebrook-hand-over'

/** What is handed over as text: short for a link or pictures, or indented for a file. */
export function writeSharePackage(handed: SharePackage, indent?: number): string {
  return JSON.stringify({ format: HANDED_FORMAT, version: ARCHIVE_VERSION, ...handed }, null, indent)
}

/** What was handed over, and what it names that is not known here; or the faults, each with its field. */
export type ReadSharePackage = { ok: true; value: SharePackage; notes: string[] } | { ok: false; faults: Fault[] }

/** Whether a text says of itself that a routine is handed over in it. Never throws. */
export function isSharePackage(text: string): boolean {
  try {
    return (JSON.parse(text) as { format?: unknown } | null)?.format === HANDED_FORMAT
  } catch {
    return false
  }
}

/** Read the shared text, as strictly as an archive and brought from earlier versions in the same way. Never throws. */
export function readSharePackage(text: string, options: ReadOptions): ReadSharePackage {
  let value: { version?: unknown; routine?: unknown; forms?: unknown; ways?: unknown }
  try {
    value = JSON.parse(text) as typeof value
  } catch {
    return refused('The shared text is incomplete and cannot be read.')
  }
  if (!isSharePackage(text)) return refused('This is not a shared routine.')
  const { version, routine, forms, ways } = value
  const person = { ...newPerson(), routines: [routine], forms, ways }
  const archive = { format: ARCHIVE_FORMAT, version, exportedAt: '2000-01-01T00:00:00.000Z', person }
  const read = readArchive(JSON.stringify(archive), options)
  if (!read.ok) return { ok: false, faults: read.faults.map(inPackageWords) }
  const [taken] = read.value.person.routines
  const { forms: takenForms, ways: takenWays } = read.value.person
  return { ok: true, value: { routine: taken!, forms: takenForms, ways: takenWays }, notes: read.notes }
}
const refused = (message: string): ReadSharePackage => ({
  ok: false,
  faults: [{ path: 'the shared text', message }],
})
const inPackageWords = ({ path, message }: Fault): Fault => ({ path: plainer(path), message: plainer(message) })
const plainer = (text: string) => text.replaceAll('person.routines[0]', 'routine').replaceAll('person.', '')

/** The forms that a routine names and that are nowhere here: such steps would be shown as gone. */
export function unknownForms({ routine, forms }: SharePackage, known: readonly Form[]): string[] {
  const there = new Set([...known, ...forms].map(({ id }) => id))
  return [...formIdsOf(routine)].filter((formId) => !there.has(formId))
}
