import { TEXT_LIMITS } from '../basics'
import { isClosingPart } from '../forms'
import type { DoneStep, HealthNote } from '../runner'
import { COMPANION_LIMITS, type SideCounts } from '../timeline'
import { MOST_DEVIATIONS, MOST_JOINED, MOST_PAUSED_SECONDS, MOST_SESSION_SECONDS, MOST_STEPS, movedTo } from './record'
import { NOT_SAID, type Felt, type RecordedSession, type SessionRecord } from './types'

/** What changes in the journal: the sessions that go, and those that come in their place. */
export interface JournalChange {
  go: readonly string[]
  come: readonly SessionRecord[]
}

/** What takes a change back: what went comes, and what came anew goes. `all` are the sessions before the change. */
export function undoOf({ go, come }: JournalChange, all: readonly SessionRecord[]): JournalChange {
  const was = new Map(all.map((session) => [session.id, session]))
  const touched = [...new Set([...go, ...come.map(({ id }) => id)])]
  return { go: touched.filter((id) => !was.has(id)), come: touched.flatMap((id) => was.get(id) ?? []) }
}

/** What can be put right in an entry; what is left out stays as it is. */
export type Correction = Partial<
  Pick<
    SessionRecord,
    | 'title'
    | 'startedAt'
    | 'practisedSeconds'
    | 'done'
    | 'before'
    | 'after'
    | 'exertion'
    | 'recall'
    | 'sensations'
    | 'words'
  >
>

/** A record as it was recorded, without what was put right before. */
function asRecorded({ recorded, ...record }: SessionRecord): RecordedSession[] {
  return recorded ?? [record]
}

/**
 * An entry put right. What was recorded is kept beside it, whole; when all is as it was recorded again, there is no correction. Another
 * length of practice is one of the moving time: nobody closed for longer than was measured.
 */
export function corrected(record: SessionRecord, correction: Correction): SessionRecord {
  const { startedAt = record.startedAt, practisedSeconds = record.practisedSeconds, ...others } = correction
  const lasts = practisedSeconds === record.practisedSeconds ? record : withLength(record, practisedSeconds)
  const next = { ...(startedAt === record.startedAt ? lasts : movedTo(lasts, startedAt)), ...others }
  if (correction.exertion === undefined && 'exertion' in correction) delete next.exertion
  if (correction.recall === undefined && 'recall' in correction) delete next.recall
  const recorded = asRecorded(record)
  const { recorded: _, ...now } = next
  return recorded.length === 1 && isSame(now, recorded[0]!) ? now : { ...now, recorded }
}

const isSame = (one: RecordedSession, other: RecordedSession) => stable(one) === stable(other)
const stable = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    typeof part === 'object' && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([one], [other]) => (one < other ? -1 : 1)))
      : part,
  )

function withLength(record: SessionRecord, practisedSeconds: number): SessionRecord {
  const seconds = Math.min(MOST_SESSION_SECONDS, Math.max(0, practisedSeconds))
  const closingSeconds = Math.min(record.closingSeconds, seconds)
  const endedAt = new Date(Date.parse(record.startedAt) + (seconds + record.pausedSeconds) * 1000).toISOString()
  return {
    ...record,
    practisedSeconds: seconds,
    closingSeconds,
    movingSeconds: toMs(seconds - closingSeconds),
    endedAt,
  }
}
const toMs = (seconds: number) => Math.round(seconds * 1000) / 1000

/**
 * A step with other counts: done where they reach what was planned on every side (or where nothing was planned), skipped where there is
 * nothing. The time that was measured stays.
 */
export function withCounts(step: DoneStep, counts: SideCounts, planned: SideCounts | undefined): DoneStep {
  const isNothing = counts.every(({ count }) => count === 0)
  const countOn = (side: SideCounts[number]['side']) => counts.find((each) => each.side === side)?.count ?? 0
  const isReached = planned?.every(({ side, count }) => countOn(side) >= count) ?? true
  const { leftAfter: _, ...whole } = step
  return { ...whole, counts, outcome: isNothing ? 'skipped' : isReached ? 'done' : 'cutShort' }
}

/** What lies further apart was not one practice. Our choice. */
const MOST_BETWEEN_SECONDS = 12 * 3600

/**
 * Two entries as one, for what was one practice and was recorded in two; null where one record cannot hold both. What lies between them
 * counts as a pause.
 */
export function joined(one: SessionRecord, other: SessionRecord): SessionRecord | null {
  const [first, second] = one.startedAt <= other.startedAt ? [one, other] : [other, one]
  const gap = Math.max(0, (Date.parse(second.startedAt) - Date.parse(first.endedAt)) / 1000)
  const sum = (of: 'practisedSeconds' | 'plannedSeconds' | 'movingSeconds' | 'closingSeconds' | 'pausedSeconds') =>
    toMs(first[of] + second[of])
  const pausedSeconds = toMs(sum('pausedSeconds') + gap)
  const fits =
    sum('practisedSeconds') <= MOST_SESSION_SECONDS &&
    pausedSeconds <= MOST_PAUSED_SECONDS &&
    first.planned.length + second.planned.length <= MOST_STEPS &&
    first.done.length + second.done.length <= MOST_STEPS &&
    first.asides.length + second.asides.length <= MOST_DEVIATIONS &&
    asRecorded(first).length + asRecorded(second).length <= MOST_JOINED &&
    first.words.length + second.words.length < TEXT_LIMITS.textLength &&
    gap <= MOST_BETWEEN_SECONDS
  if (!fits) return null
  const taken = new Set([...first.planned, ...first.done].map(({ stepId }) => stepId))
  const ownId = (stepId: string) => {
    let id = stepId
    for (let time = 2; taken.has(id); time += 1) id = `${stepId.slice(0, 60)}-${time}`
    return id
  }
  const renamed = new Map([...second.planned, ...second.done].map(({ stepId }) => [stepId, ownId(stepId)]))
  const steps = <Step extends { stepId: string }>(of: readonly Step[]) =>
    of.map((step) => ({ ...step, stepId: renamed.get(step.stepId)! }))
  const { exertion = first.exertion, recall = first.recall, lesson = first.lesson } = second
  const elsewhereSeconds = (first.elsewhereSeconds ?? 0) + (second.elsewhereSeconds ?? 0)
  const companions = [...(first.companions ?? []), ...(second.companions ?? [])].filter(
    ({ name }, index, all) => all.findIndex((each) => each.name === name) === index,
  )
  const health = joinedHealth(first, second)
  return {
    id: first.id,
    source: first.source === 'followed' ? 'followed' : second.source,
    routineId: first.routineId === second.routineId ? first.routineId : null,
    title: first.title === second.title ? first.title : `${first.title} and ${second.title}`.slice(0, 120).trim(),
    startedAt: first.startedAt,
    endedAt: first.endedAt > second.endedAt ? first.endedAt : second.endedAt,
    timeZone: first.timeZone,
    practisedSeconds: sum('practisedSeconds'),
    pausedSeconds,
    plannedSeconds: Math.min(MOST_SESSION_SECONDS, sum('plannedSeconds')),
    movingSeconds: sum('movingSeconds'),
    closingSeconds: sum('closingSeconds'),
    ...(elsewhereSeconds > 0 && { elsewhereSeconds }),
    ...(lesson && { lesson }),
    ...(companions.length > 0 && { companions: companions.slice(0, COMPANION_LIMITS.companions) }),
    ...(health && { health }),
    planned: [...first.planned, ...steps(second.planned)],
    done: [...first.done, ...steps(second.done)],
    asides: [
      ...first.asides,
      ...second.asides.map((aside) => ({ ...aside, atSeconds: toMs(aside.atSeconds + first.practisedSeconds) })),
    ],
    before: first.before,
    after: said(second.after) ? second.after : first.after,
    ...(exertion !== undefined && { exertion }),
    ...(recall && { recall }),
    sensations: [...new Set([...first.sensations, ...second.sensations])],
    words: [first.words, second.words].filter(Boolean).join('\n'),
    recorded: [...asRecorded(first), ...asRecorded(second)],
  }
}
function joinedHealth({ health: one }: SessionRecord, { health: other }: SessionRecord): HealthNote | undefined {
  if (!one || !other) return one ?? other
  const all = (of: 'milder' | 'leftOut') => [...new Set([...one[of], ...other[of]])]
  return { asWritten: one.asWritten || other.asWritten, milder: all('milder'), leftOut: all('leftOut') }
}
const said = (felt: Felt) => Object.values(felt).some((value) => value !== null)

/**
 * An entry as two, for what were two practices and was recorded as one: after so many of its steps, or after so many seconds where it has
 * none. Null where one of them would be empty. How it felt before stays with the first; after, and the words, with the second.
 */
export function splitInTwo(
  record: SessionRecord,
  after: { steps: number } | { seconds: number },
  newId: string,
): [SessionRecord, SessionRecord] | null {
  const steps = 'steps' in after ? after.steps : record.done.length
  const ofSteps = record.done.slice(0, steps).reduce((sum, { seconds }) => sum + seconds, record.elsewhereSeconds ?? 0)
  const seconds = toMs(Math.min('seconds' in after ? after.seconds : ofSteps, record.practisedSeconds))
  const isWithin = 'seconds' in after || (steps >= 1 && steps < record.done.length)
  if (!isWithin || seconds <= 0 || seconds >= record.practisedSeconds) return null
  const recorded = asRecorded(record)
  const parts = [0, 1].map((part): SessionRecord => {
    const done = part === 0 ? record.done.slice(0, steps) : record.done.slice(steps)
    const isHere = new Set(done.map(({ stepId }) => stepId))
    // What was planned and is in neither goes with the second, which was left.
    const first = new Set(record.done.slice(0, steps).map(({ stepId }) => stepId))
    const planned = record.planned.filter(({ stepId }) => (part === 0 ? isHere.has(stepId) : !first.has(stepId)))
    const practisedSeconds = part === 0 ? seconds : toMs(record.practisedSeconds - seconds)
    const closed = done.filter((step) => isClosingPart(step.part)).reduce((sum, step) => sum + step.seconds, 0)
    const closingSeconds = toMs(Math.min(practisedSeconds, closed))
    return {
      ...record,
      planned,
      done,
      practisedSeconds,
      plannedSeconds: toMs(planned.reduce((sum, step) => sum + step.seconds, 0)),
      closingSeconds,
      movingSeconds: toMs(practisedSeconds - closingSeconds),
      asides: record.asides
        .filter(({ atSeconds }) => atSeconds < seconds === (part === 0))
        .map((aside) => (part === 0 ? aside : { ...aside, atSeconds: toMs(aside.atSeconds - seconds) })),
      recorded,
    }
  }) as [SessionRecord, SessionRecord]
  const between = new Date(Date.parse(record.startedAt) + seconds * 1000).toISOString()
  const { exertion: _, elsewhereSeconds: __, ...second } = parts[1]
  const { exertion, lesson: ___, ...first } = parts[0]
  return [
    { ...first, endedAt: between, pausedSeconds: 0, after: NOT_SAID, sensations: [], words: '' },
    { ...second, id: newId, startedAt: between, before: NOT_SAID, ...(exertion !== undefined && { exertion }) },
  ]
}

/** How to go back to what was recorded: every entry that was made of it goes. Null where nothing was put right. */
export function backToRecorded(record: SessionRecord, all: readonly SessionRecord[]): JournalChange | null {
  if (!record.recorded) return null
  // Whatever was made of these, and of what those were made of: two that were joined after one of them had been split.
  const originals = new Map<string, RecordedSession>()
  const made = new Set<string>()
  const take = (each: SessionRecord) => {
    if (made.has(each.id) || !each.recorded) return
    made.add(each.id)
    for (const original of each.recorded) originals.set(original.id, original)
    for (const other of all) if (other.recorded?.some(({ id }) => originals.has(id))) take(other)
  }
  take(record)
  const come = [...originals.values()]
  return { go: [...made].filter((id) => !originals.has(id)), come }
}

const CORRECTED = ['title', 'time', 'length', 'counts', 'feelings', 'words'] as const
export type Corrected = (typeof CORRECTED)[number] | 'joined' | 'split'
/** What of an entry is otherwise than it was recorded, in the order of the entry; nothing where nothing was put right. */
export function correctionsOf(record: SessionRecord, all: readonly SessionRecord[]): Corrected[] {
  const { recorded } = record
  if (!recorded) return []
  if (recorded.length > 1) return ['joined']
  const [was] = recorded
  if (all.some(({ id, recorded: of }) => id !== record.id && of?.some((each) => each.id === was!.id))) return ['split']
  const differs = (...fields: (keyof RecordedSession)[]) =>
    fields.some((field) => stable(record[field]) !== stable(was![field]))
  const facts: Record<(typeof CORRECTED)[number], boolean> = {
    title: differs('title'),
    time: differs('startedAt'),
    length: differs('practisedSeconds'),
    counts: differs('done'),
    feelings: differs('before', 'after', 'exertion', 'recall', 'sensations'),
    words: differs('words'),
  }
  return CORRECTED.filter((what) => facts[what])
}
