/** From the data of earlier versions to today's: for files that are read, and for what stands in the browser's own store. */
import { USUAL_HOUSE_RULES } from '../forms'
import { FIRST_SETTINGS } from './person'

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

/**
 * Lists that have come since a version. What version 3 says besides may all be left out, so that nothing of a file of version 2 is another thing now;
 * version 4 has series, version 5 trials, version 6 what is planned, version 7 seasons.
 */
const LISTS_SINCE = {
  2: ['series', 'trials', 'planned', 'seasons'],
  3: ['series', 'trials', 'planned', 'seasons'],
  4: ['trials', 'planned', 'seasons'],
  5: ['planned', 'seasons'],
  6: ['seasons'],
}

/** An archive of an earlier version, with what has come since added; anything else as it is, for the check to judge. */
export function upgraded(value: unknown, format: string, version: number): unknown {
  const archive = value as { format?: unknown; version?: unknown; person?: { settings?: object } } | null
  if (archive?.format !== format || typeof archive.person !== 'object') return value
  const since = LISTS_SINCE[archive.version as keyof typeof LISTS_SINCE]
  if (since)
    return {
      ...archive,
      version,
      // What stood in a store before may have lists that files of that version had not: they stay.
      person: { ...Object.fromEntries(since.map((list) => [list, []])), ...archive.person },
    }
  if (archive.version !== 1) return value
  const { person } = archive as { person: { settings?: object; forms?: unknown; ways?: unknown } }
  const each = (list: unknown, bring: (item: Record<string, unknown>) => object) =>
    Array.isArray(list) ? list.map((item) => (item && typeof item === 'object' ? bring(item as never) : item)) : list
  const settings = person?.settings ? settingsOfVersion1(person.settings as never) : person?.settings
  return {
    ...archive,
    version,
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
      series: [],
      trials: [],
      planned: [],
      seasons: [],
    },
  }
}

/** A command of a session under way as the store had it before version 3: a new remainder had other names then. */
export function commandBeforeVersion3(command: unknown): unknown {
  if (typeof command !== 'object' || command === null || !('relay' in command)) return command
  const { relay, leave, items, ...rest } = command as { relay: unknown; leave?: unknown; items?: unknown }
  const renamed = Array.isArray(items)
    ? items.map(({ doing, ...item }: { doing: unknown }) => ({ ...item, performance: doing }))
    : items
  return { ...rest, refit: relay, abandonsPresent: leave, items: renamed }
}
