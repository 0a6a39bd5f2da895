import type { Form, Side } from '#core/forms'
import type { ElsewhereLine } from '#core/formats'
import { corrected, elsewhereRecord, withCounts, type Correction, type SessionRecord } from '#core/journal'
import { routineOfOne } from '#core/routine'
import type { DoneStep } from '#core/runner'
import { compileTimeline, totalsOf, type PracticeSetting, type SideCounts } from '#core/timeline'
import { readTime, timeFields } from './entryTime'

/** What is put right in an entry, as its fields have it. */
export interface CorrectionEntry extends Required<
  Pick<SessionRecord, 'title' | 'before' | 'after' | 'sensations' | 'words'>
> {
  day: string
  time: string
  minutes: number | null
  exertion: number | null
  recall: SessionRecord['recall'] | null
  steps: DoneStep[]
}

/** To a tenth, as the field shows it. */
const minutesOf = ({ practisedSeconds }: SessionRecord) => Math.round(practisedSeconds / 6) / 10

/** The fields of an entry as it stands. */
export const correctionEntry = (record: SessionRecord): CorrectionEntry => ({
  ...timeFields(record),
  title: record.title,
  minutes: minutesOf(record),
  before: { ...record.before },
  after: { ...record.after },
  exertion: record.exertion ?? null,
  recall: record.recall ?? null,
  sensations: [...record.sensations],
  words: record.words,
  steps: record.done.map((step) => ({ ...step, counts: sidesOf(step) })),
})

const PAIRS: readonly (readonly [Side, Side])[] = [
  ['left', 'right'],
  ['oneWay', 'otherWay'],
]
/** Both sides, where only one was done: the other may have been forgotten. */
function sidesOf({ counts }: Pick<DoneStep, 'counts'>): SideCounts {
  const pair = PAIRS.find((sides) => counts.some(({ side }) => sides.includes(side)))
  if (!pair) return counts.map((each) => ({ ...each }))
  return pair.map((side) => ({ side, count: counts.find((each) => each.side === side)?.count ?? 0 }))
}

/** An hour is what a class mostly lasts: what stands where nothing is said. Our choice. */
const USUAL_MINUTES = 60

/** A practice that was done elsewhere, of which nothing is said yet: an hour that ends now, or that began at a time of another day. */
export function blankElsewhere(
  about: { id: string; timeZone: string; nowMs: number },
  began?: { day: string; time: string },
): SessionRecord {
  const record = elsewhereRecord({
    id: about.id,
    timeZone: about.timeZone,
    title: '',
    words: '',
    minutes: USUAL_MINUTES,
    startedAt: new Date(Math.floor(about.nowMs / 60_000) * 60_000 - USUAL_MINUTES * 60_000).toISOString(),
  })
  const moved = began ? readTime(record, began, about.nowMs) : null
  return moved?.ok ? moved.record : record
}

/** What a line says of it, in the fields. */
export function withLine(
  entry: CorrectionEntry,
  line: ElsewhereLine,
  setting: PracticeSetting,
  newId: () => string,
): CorrectionEntry {
  const { forms, title, day, time, minutes, after, exertion, words } = line
  const steps = forms.map(({ form, count }) => stepOf(form, count, setting, newId()))
  return { ...entry, title, day, time, minutes, after, exertion, words, steps }
}

/** A question for each part of a line that was not understood. */
export const ASKS_WORDS: Record<ElsewhereLine['asks'][number], string> = {
  day: 'Which day was it? The line names one that was not understood.',
  minutes: 'How many minutes was it? That was not understood.',
  felt: 'How did it feel? Say it on the scales below: one number does not tell which is meant.',
}

const MOST_MINUTES = 1440

/** The record put right by its fields, or the sentence that says what is wrong with them. */
export function readCorrection(
  record: SessionRecord,
  entry: CorrectionEntry,
  nowMs: number,
): { ok: true; record: SessionRecord } | { ok: false; fault: string } {
  const title = entry.title.trim()
  if (!title) return { ok: false, fault: 'Say what it was, such as a class.' }
  if (entry.minutes === null || entry.minutes < 0.1 || entry.minutes > MOST_MINUTES)
    return { ok: false, fault: `Minutes must be from 0.1 to ${MOST_MINUTES}.` }
  const fields = timeFields(record)
  const isMoved = fields.day !== entry.day || fields.time !== entry.time
  const moved = isMoved ? readTime(record, entry, nowMs) : { ok: true as const, record }
  if (!moved.ok) return moved
  const before = new Map(record.done.map((step) => [step.stepId, step]))
  const done = entry.steps.map((step) => {
    const was = before.get(step.stepId)
    // A side that was not there before and has nothing now was only offered.
    const counts = step.counts.filter(({ side, count }) => count > 0 || was?.counts.some((each) => each.side === side))
    if (was && sameCounts(was.counts, counts)) return was
    return withCounts(step, counts, record.planned.find(({ stepId }) => stepId === step.stepId)?.counts)
  })
  const correction: Correction = {
    title,
    startedAt: moved.record.startedAt,
    ...(entry.minutes === minutesOf(record) ? {} : { practisedSeconds: Math.round(entry.minutes * 60) }),
    done,
    before: entry.before,
    after: entry.after,
    exertion: entry.exertion ?? undefined,
    recall: entry.recall ?? undefined,
    sensations: entry.sensations,
    words: entry.words.trim(),
  }
  return { ok: true, record: corrected(record, correction) }
}
const sameCounts = (one: SideCounts, other: SideCounts) =>
  one.length === other.length &&
  one.every(({ side, count }, at) => other[at]!.side === side && other[at]!.count === count)

/** A form as a step that was done without being planned here: so often, and as long as that lasts at my pace. */
export function stepOf(form: Form, count: number, setting: PracticeSetting, stepId: string): DoneStep {
  const timeline = compileTimeline({ routine: routineOfOne(form, count), ...setting })
  const [totals] = totalsOf(timeline).bySteps
  const [occurrence] = timeline.occurrences
  return {
    stepId,
    formId: form.id,
    formName: form.name,
    part: form.part,
    counting: form.counting.by,
    counts: totals!.counts,
    seconds: Math.round(occurrence!.bodySeconds),
    outcome: 'done',
    version: null,
    breath: null,
  }
}
