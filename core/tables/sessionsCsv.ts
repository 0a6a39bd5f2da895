import Papa from 'papaparse'
import { shortFault, validate, type Fault } from '../basics'
import {
  elsewhereRecord,
  FEELING_SCALES,
  PAIN_PLACES,
  sessionSchema,
  type Felt,
  type Pain,
  type SessionRecord,
} from '../journal'
import { readInstant } from './csvInstant'

/** What a program for tables could take for a formula is given out with a mark before it, and so is what begins with that mark. */
const SIGNS = '=+\\-@\uFF1D\uFF0B\uFF0D\uFF20'
/** Spaces and characters without width may come before a sign. */
const UNSEEN = '[\\s\u200B-\u200F\u2060\uFEFF]*'
const COULD_BE_FORMULA = new RegExp(`^(?:${UNSEEN}[${SIGNS}]|[\\t\\r\\n'])`)
const MARKED = new RegExp(`^'(?:${UNSEEN}[${SIGNS}]|[\\t\\r\\n'])`)
export const harmless = (cell: string): string => (COULD_BE_FORMULA.test(cell) ? `'${cell}` : cell)
export const unharmed = (cell: string): string => (MARKED.test(cell) ? cell.slice(1) : cell)

const write = (fields: readonly string[], rows: readonly string[][]): string =>
  `${Papa.unparse([[...fields], ...rows.map((row) => row.map(harmless))], { newline: '\r\n' })}\r\n`

const SCALES = FEELING_SCALES.flatMap((scale) => [`${scale}Before`, `${scale}After`])
/** A row per session. What has no column of its own stands whole in `more`, as JSON. */
export const SESSION_FIELDS = [
  'id',
  'title',
  'startedAt',
  'endedAt',
  'timeZone',
  'source',
  'routineId',
  'practisedSeconds',
  'pausedSeconds',
  'plannedSeconds',
  'movingSeconds',
  'closingSeconds',
  ...SCALES,
  'painBefore',
  'painAfter',
  'exertion',
  'recall',
  'sensations',
  'words',
  'more',
]
/** A row per step, of the plan and of what was done. */
export const STEP_FIELDS = [
  'sessionId',
  'place',
  'of',
  'stepId',
  'formId',
  'formName',
  'part',
  'counting',
  'counts',
  'seconds',
  'outcome',
  'version',
  'weightKg',
  'inSeconds',
  'outSeconds',
  'leftAfter',
]

const text = (value: unknown) => (value === undefined || value === null ? '' : String(value))
const painText = (pain: Felt['pain']) => pain?.map(({ place, level }) => `${place} ${level}`).join('; ') ?? ''

/** Sessions as a table, earliest first. */
export function writeSessionsCsv(sessions: readonly SessionRecord[]): string {
  const rows = byTime(sessions).map((session) => {
    const { elsewhereSeconds, lesson, companions, health, asides, recorded } = session
    const emptyPain = { before: session.before.pain?.length === 0, after: session.after.pain?.length === 0 }
    const more = {
      elsewhereSeconds,
      lesson,
      companions,
      health,
      recorded,
      ...(asides.length > 0 && { asides }),
      ...((emptyPain.before || emptyPain.after) && { emptyPain }),
    }
    const cells: Record<string, string> = {
      ...Object.fromEntries(SESSION_FIELDS.map((field) => [field, text(session[field as keyof SessionRecord])])),
      ...Object.fromEntries(
        FEELING_SCALES.flatMap((scale) => [
          [`${scale}Before`, text(session.before[scale])],
          [`${scale}After`, text(session.after[scale])],
        ]),
      ),
      painBefore: painText(session.before.pain),
      painAfter: painText(session.after.pain),
      sensations: session.sensations.length > 0 ? JSON.stringify(session.sensations) : '',
      more: Object.values(more).some((value) => value !== undefined) ? JSON.stringify(more) : '',
    }
    return SESSION_FIELDS.map((field) => cells[field]!)
  })
  return write(SESSION_FIELDS, rows)
}
const byTime = (sessions: readonly SessionRecord[]) =>
  [...sessions].sort((one, other) => one.startedAt.localeCompare(other.startedAt) || one.id.localeCompare(other.id))

/** The steps of sessions as a table, in their order. */
export function writeStepsCsv(sessions: readonly SessionRecord[]): string {
  const rows = byTime(sessions).flatMap((session) =>
    (['planned', 'done'] as const).flatMap((of) =>
      session[of].map((step, index) => {
        const done = 'outcome' in step ? step : null
        const cells: Record<string, unknown> = {
          ...step,
          sessionId: session.id,
          place: index + 1,
          of,
          counts: step.counts.map(({ side, count }) => `${side} ${count}`).join('; '),
          inSeconds: done?.breath?.inSeconds,
          outSeconds: done?.breath?.outSeconds,
          leftAfter: done?.leftAfter && `${done.leftAfter.movesDone} of ${done.leftAfter.moves}`,
        }
        return STEP_FIELDS.map((field) => text(cells[field]))
      }),
    ),
  )
  return write(STEP_FIELDS, rows)
}

export type ReadSessions = { ok: true; sessions: SessionRecord[] } | { ok: false; faults: Fault[] }

type Row = Record<string, string>
const MOST_FAULTS = 20
const MOST_ROWS = 500_000
const PROGRESS_ROWS = 100

/**
 * Read tables of sessions and of their steps, in any order; which is which, their first rows say. Either all of it is good or the faults name row
 * and field. A table from elsewhere needs `startedAt` (an instant, or a local time such as 2026-03-01 18:30) and `practisedSeconds` or
 * `minutes`; what it leaves out is filled in. `newId` names sessions that have no id.
 */
export function readSessionsCsv(
  texts: readonly string[],
  about: { timeZone: string; newId: () => string; onProgress?: (share: number) => void },
): ReadSessions {
  const faults: Fault[] = []
  const fault = (path: string, message: string) =>
    void (faults.length < MOST_FAULTS && faults.push(shortFault({ path, message })))
  const sessionRows: Row[] = []
  const steps = new Map<string, Row[]>()
  texts.forEach((file, at) => {
    const parsed = Papa.parse<Row>(file.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' })
    const fields = parsed.meta.fields ?? []
    const rows = parsed.data.map((row) =>
      Object.fromEntries(Object.entries(row).map(([field, cell]) => [field.trim(), unharmed(text(cell))])),
    )
    if (rows.length > MOST_ROWS) fault(`file ${at + 1}`, `file ${at + 1} has more than ${MOST_ROWS} rows`)
    else if (fields.includes('sessionId'))
      for (const row of rows) steps.set(row.sessionId!, [...(steps.get(row.sessionId!) ?? []), row])
    else if (fields.includes('startedAt')) sessionRows.push(...rows)
    else fault(`file ${at + 1}`, `file ${at + 1} has no column startedAt (sessions) or sessionId (steps)`)
  })
  if (faults.length > 0) return { ok: false, faults }
  const seen = new Set<string>()
  const sessions: SessionRecord[] = []
  sessionRows.forEach((row, index) => {
    const name = `row ${index + 2}`
    if (index % PROGRESS_ROWS === 0) about.onProgress?.(index / sessionRows.length)
    try {
      const record = sessionOf(row, steps.get(row.id ?? '') ?? [], about)
      const checked = validate(sessionSchema, record, name)
      if (!checked.ok) for (const each of checked.faults) fault(`${name}.${each.path}`, `${name}: ${each.message}`)
      else if (seen.has(record.id)) fault(`${name}.id`, `${name}: id repeats the id ${record.id}`)
      else sessions.push(checked.value)
      seen.add(record.id)
    } catch (error) {
      fault(name, `${name}: ${(error as Error).message}`)
    }
  })
  return faults.length > 0 ? { ok: false, faults } : { ok: true, sessions }
}

const filled = (cell: string | undefined): cell is string => cell !== undefined && cell.trim() !== ''
/** A number as it is written; what is none is said by its field. */
function numberIn(row: Row, field: string): number | undefined {
  const cell = row[field]
  if (!filled(cell)) return undefined
  const value = Number(cell)
  if (!Number.isFinite(value)) throw new Error(`${field} must be a number`)
  return value
}
function jsonIn(row: Row, field: string): unknown {
  if (!filled(row[field])) return undefined
  try {
    return JSON.parse(row[field]) as unknown
  } catch {
    throw new Error(`${field} is not JSON`)
  }
}

function feltIn(row: Row, when: 'Before' | 'After', isEmpty: boolean): Felt {
  const scales = Object.fromEntries(FEELING_SCALES.map((scale) => [scale, numberIn(row, `${scale}${when}`) ?? null]))
  const pain = (row[`pain${when}`] ?? '')
    .split(';')
    .filter(filled)
    .map((each): Pain => {
      const [, place, level] = /^\s*(\w+)\s+(\d+)\s*$/.exec(each) ?? []
      const known = PAIN_PLACES.find((one) => one === place)
      if (!known) throw new Error(`pain${when} must name places and levels such as lowBack 3; hips 2`)
      return { place: known, level: Number(level) }
    })
  return { ...(scales as Omit<Felt, 'pain'>), ...((pain.length > 0 || isEmpty) && { pain }) }
}

const wordsIn = (row: Row) => {
  const said = row.sensations ?? ''
  if (!filled(said)) return []
  return said.trim().startsWith('[')
    ? (jsonIn(row, 'sensations') as string[])
    : said.split(';').map((each) => each.trim())
}

function sessionOf(row: Row, steps: readonly Row[], about: { timeZone: string; newId: () => string }): SessionRecord {
  const timeZone = filled(row.timeZone) ? row.timeZone : about.timeZone
  const startedAt = readInstant(row.startedAt ?? '', timeZone)
  const practisedSeconds = numberIn(row, 'practisedSeconds') ?? (numberIn(row, 'minutes') ?? Number.NaN) * 60
  if (!Number.isFinite(practisedSeconds)) throw new Error('practisedSeconds or minutes is missing')
  const {
    emptyPain = {},
    asides = [],
    ...more
  } = (jsonIn(row, 'more') ?? {}) as Partial<SessionRecord> & { emptyPain?: { before?: boolean; after?: boolean } }
  const plain = elsewhereRecord({
    id: filled(row.id) ? row.id : about.newId(),
    // Other programs leave spaces around a title, which the journal has none of.
    title: filled(row.title) ? row.title.trim() : 'Practice',
    startedAt,
    timeZone,
    minutes: practisedSeconds / 60,
    words: row.words ?? '',
  })
  const exertion = numberIn(row, 'exertion')
  const of = (kind: string) =>
    steps
      .filter((step) => step.of === kind)
      .sort((one, other) => Number(one.place) - Number(other.place))
      .map((step) => (kind === 'done' ? doneOf(step) : plannedOf(step)))
  return {
    ...plain,
    ...(filled(row.source) && { source: row.source as SessionRecord['source'] }),
    ...(filled(row.routineId) && { routineId: row.routineId }),
    ...(filled(row.endedAt) && { endedAt: readInstant(row.endedAt, timeZone) }),
    practisedSeconds,
    pausedSeconds: numberIn(row, 'pausedSeconds') ?? plain.pausedSeconds,
    plannedSeconds: numberIn(row, 'plannedSeconds') ?? plain.plannedSeconds,
    movingSeconds: numberIn(row, 'movingSeconds') ?? plain.movingSeconds,
    closingSeconds: numberIn(row, 'closingSeconds') ?? plain.closingSeconds,
    planned: of('planned') as SessionRecord['planned'],
    done: of('done') as SessionRecord['done'],
    asides,
    before: feltIn(row, 'Before', emptyPain.before === true),
    after: feltIn(row, 'After', emptyPain.after === true),
    ...(exertion !== undefined && { exertion }),
    ...(filled(row.recall) && { recall: row.recall.trim() as SessionRecord['recall'] }),
    sensations: wordsIn(row),
    ...more,
  }
}

function plannedOf(step: Row) {
  const counts = (step.counts ?? '')
    .split(';')
    .filter(filled)
    .map((each) => {
      const [side, count] = each.trim().split(/\s+/)
      return { side, count: Number(count) }
    })
  const { stepId, formId, formName, part, counting } = step
  return { stepId, formId, formName, part, counting, counts, seconds: numberIn(step, 'seconds') ?? 0 }
}
function doneOf(step: Row) {
  const [inSeconds, outSeconds, weightKg] = ['inSeconds', 'outSeconds', 'weightKg'].map((field) =>
    numberIn(step, field),
  )
  const left = /^(\d+) of (\d+)$/.exec(step.leftAfter ?? '')
  return {
    ...plannedOf(step),
    outcome: step.outcome,
    version: filled(step.version) ? step.version : null,
    ...(weightKg !== undefined && { weightKg }),
    breath: inSeconds !== undefined && outSeconds !== undefined ? { inSeconds, outSeconds } : null,
    ...(left && { leftAfter: { movesDone: Number(left[1]), moves: Number(left[2]) } }),
  }
}
