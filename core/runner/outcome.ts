import { sum } from 'd3-array'
import { ROUNDING_SECONDS } from '../basics'
import type { BreathSeconds } from '../breath'
import { isClosingPart, COUNT_UNITS, type Side } from '../forms'
import { compileTimeline, isBody, type Occurrence, type Segment, type SideCounts, type Timeline } from '../timeline'
import type { DoneStep, PlannedStep, RunnerState, SessionOutcome, StepRecord } from './types'

/**
 * Plan and fact of a session that has been started. Null before its start. A session still going counts until its
 * present clock.
 */
export function outcomeOf(state: RunnerState): SessionOutcome | null {
  if (state.startedAtMs === null) return null
  const endedAtMs = state.endedAtMs ?? state.clockMs
  const planTimeline = compileTimeline(state.plan)
  const planned = plannedSteps(planTimeline)
  const done = doneSteps(state, planned)
  const practisedSeconds = Math.max(0, (endedAtMs - state.startedAtMs) / 1000 - state.pausedSeconds)
  const closingSeconds = done.filter(({ part }) => isClosingPart(part)).reduce((sum, { seconds }) => sum + seconds, 0)
  return {
    startedAtMs: state.startedAtMs,
    endedAtMs,
    practisedSeconds,
    pausedSeconds: state.pausedSeconds,
    plannedSeconds: planTimeline.totalSeconds,
    elsewhereSeconds: state.plan.elsewhereSeconds ?? 0,
    planned,
    done,
    closingSeconds,
    movingSeconds: Math.max(0, practisedSeconds - closingSeconds),
    deviations: state.deviations,
  }
}

const identity = (occurrence: Occurrence): StepRecord => ({
  stepId: occurrence.stepId,
  formId: occurrence.formId,
  formName: occurrence.formName,
  part: occurrence.part,
  counting: occurrence.counting,
})

function addCounts(one: SideCounts, other: SideCounts): SideCounts {
  return one.map((sum, index) => ({ side: sum.side, count: sum.count + other[index]!.count }))
}

/** Rounds of the same step become one entry. */
function byStep<T extends StepRecord>(entries: readonly T[], join: (one: T, other: T) => T): T[] {
  const steps = new Map<string, T>()
  for (const entry of entries) {
    const known = steps.get(entry.stepId)
    steps.set(entry.stepId, known ? join(known, entry) : entry)
  }
  return [...steps.values()]
}

function plannedSteps(timeline: Timeline): PlannedStep[] {
  const entries = timeline.occurrences.map((occurrence): PlannedStep => ({
    ...identity(occurrence),
    counts: occurrence.counts,
    seconds: occurrence.lengthSeconds,
  }))
  return byStep(entries, (one, other) => ({
    ...one,
    counts: addCounts(one.counts, other.counts),
    seconds: one.seconds + other.seconds,
  }))
}

/** What was really done of one occurrence, read off the Timeline up to where the follower is. */
interface Actual {
  doneBySide: Partial<Record<Side, number>>
  /** Seconds spent in the exercise itself, by side. */
  secondsBySide: Partial<Record<Side, number>>
  /** All seconds spent in it: announcement, changes and rest included. */
  seconds: number
  breaths: Record<'in' | 'out', { seconds: number; count: number }>
  /** Moves finished of the repetition that was not. */
  movesDone: number
}

const nothingYet = (): Actual => ({
  doneBySide: {},
  secondsBySide: {},
  seconds: 0,
  breaths: { in: { seconds: 0, count: 0 }, out: { seconds: 0, count: 0 } },
  movesDone: 0,
})

function actualOf({ timeline, schedule, positionSeconds, overrunSeconds }: RunnerState): Actual[] {
  const all = timeline.occurrences.map((_, index): Actual => ({
    ...nothingYet(),
    movesDone: schedule[index]?.doneMoves ?? 0,
  }))
  let before: Segment | null = null
  for (const segment of timeline.segments) {
    const { occurrence, side, breath } = segment
    const isOver = segment.startSeconds + segment.lengthSeconds <= positionSeconds + ROUNDING_SECONDS
    const isHere = !isOver && segment.startSeconds <= positionSeconds
    if (!isOver && !isHere) break
    const seconds = isOver ? segment.lengthSeconds : positionSeconds - segment.startSeconds + overrunSeconds
    const actual = all[occurrence]!
    actual.seconds += seconds
    if (isBody(segment)) {
      actual.secondsBySide[side] = (actual.secondsBySide[side] ?? 0) + seconds
      if (isOver && segment.endsMove) actual.movesDone += 1
      if (isOver && segment.endsRepetition) actual.movesDone = 0
      if (isOver && segment.endsRepetition) actual.doneBySide[side] = (actual.doneBySide[side] ?? 0) + 1
      if (isOver && (breath === 'in' || breath === 'out')) {
        const follows = before?.occurrence === occurrence && before.breath === breath && !before.endsRepetition
        actual.breaths[breath].seconds += seconds
        actual.breaths[breath].count += follows ? 0 : 1
      }
    }
    before = segment
  }
  return all
}

function doneSteps(state: RunnerState, planned: readonly PlannedStep[]): DoneStep[] {
  const actuals = actualOf(state)
  type Entry = DoneStep & { counted: boolean; breaths: Actual['breaths'] }
  const entries = state.timeline.occurrences.map((occurrence, index): Entry => {
    const fact = actuals[index]!
    const inSeconds = COUNT_UNITS[occurrence.counting] === 'seconds'
    const counts = occurrence.counts.map(({ side }) => ({
      side,
      count: inSeconds ? roundMs(fact.secondsBySide[side] ?? 0) : (fact.doneBySide[side] ?? 0),
    }))
    const reached = occurrence.counts.every(({ side, count }) => {
      const done = fact.doneBySide[side] ?? 0
      return count <= 0 || (inSeconds ? done > 0 : done >= count)
    })
    const begun = Object.values(fact.secondsBySide).some((seconds) => seconds > 0)
    return {
      ...identity(occurrence),
      counts,
      seconds: roundMs(fact.seconds),
      outcome: reached ? 'done' : begun ? 'cutShort' : 'skipped',
      version: begun ? versionAtEnd(state.timeline, occurrence) : null,
      ...(begun && occurrence.weightKg !== null ? { weightKg: occurrence.weightKg } : {}),
      breath: null,
      ...leftAfter(state, occurrence, fact.movesDone, begun && !reached),
      breaths: fact.breaths,
      // What was only watched, or is taken up again, neither makes a step done nor leaves it undone.
      counted: !isOnlyWatched(occurrence) && occurrence.abandoned !== 'toResume',
    }
  })
  const steps = byStep(entries, (one, other) => ({
    ...one,
    counts: addCounts(one.counts, other.counts),
    seconds: roundMs(one.seconds + other.seconds),
    version: other.version ?? one.version,
    ...weightOf(other.weightKg ?? one.weightKg),
    breaths: { in: joined(one.breaths.in, other.breaths.in), out: joined(one.breaths.out, other.breaths.out) },
    counted: one.counted || other.counted,
    outcome: joinedOutcome(one, other),
    // Where it was left at last: what was taken up again was left before.
    leftAfter: other.seconds > 0 ? other.leftAfter : one.leftAfter,
  }))
  const done = steps
    .filter(({ stepId, seconds }) => seconds > 0 || planned.some((step) => step.stepId === stepId))
    .map(({ counted, breaths, leftAfter, ...step }): DoneStep => {
      const outcome = counted || step.outcome === 'done' ? step.outcome : step.seconds > 0 ? 'cutShort' : 'skipped'
      return { ...step, outcome, breath: breathOf(breaths), ...(leftAfter ? { leftAfter } : {}) }
    })
  const known = new Set(done.map(({ stepId }) => stepId))
  const gone = planned
    .filter(({ stepId }) => !known.has(stepId))
    .map((step): DoneStep => ({
      ...step,
      counts: step.counts.map(({ side }) => ({ side, count: 0 })),
      seconds: 0,
      outcome: 'skipped',
      version: null,
      breath: null,
    }))
  return [...done, ...gone]
}

const weightOf = (weightKg: number | undefined) => (weightKg === undefined ? {} : { weightKg })
const isOnlyWatched = ({ stage, counts }: Occurrence) => stage === 'watch' && counts.every(({ count }) => count === 0)

/** The version of the last that was done: within a step it may change. */
const versionAtEnd = ({ segments }: Timeline, { index, version }: Occurrence) => {
  const last = segments.findLast((segment) => segment.occurrence === index && isBody(segment))
  return last ? last.version : version
}

/** Where a chain was left; nothing for a single exercise, or where no move was finished. */
function leftAfter(
  { plan }: RunnerState,
  { formId }: Occurrence,
  movesDone: number,
  isLeft: boolean,
): Pick<DoneStep, 'leftAfter'> {
  const form = plan.forms.find(({ id }) => id === formId)
  const moves = sum(form?.moves ?? [], ({ times = 1 }) => times)
  return isLeft && moves > 1 && movesDone > 0 ? { leftAfter: { movesDone, moves } } : {}
}

const joined = (one: { seconds: number; count: number }, other: { seconds: number; count: number }) => ({
  seconds: one.seconds + other.seconds,
  count: one.count + other.count,
})

type Joined = Pick<DoneStep, 'outcome' | 'counts'> & { counted: boolean }
function joinedOutcome(one: Joined, other: Joined): DoneStep['outcome'] {
  if (!one.counted || !other.counted) {
    const [counted, besides] = one.counted ? [one, other] : [other, one]
    // What was begun or done, and put off or begun again, stands where nothing came of it after that.
    const isBegun = besides.outcome === 'cutShort' || besides.counts.some(({ count }) => count > 0)
    return counted.outcome === 'skipped' && isBegun ? besides.outcome : counted.outcome
  }
  return one.outcome === other.outcome ? one.outcome : 'cutShort'
}

function breathOf({ in: inward, out: outward }: Actual['breaths']): BreathSeconds | null {
  if (inward.count === 0 || outward.count === 0) return null
  return {
    inSeconds: roundMs(inward.seconds / inward.count),
    outSeconds: roundMs(outward.seconds / outward.count),
  }
}

/** To a millisecond; what a session that was brought back differs by in its last bit does not tip a half to the other side. */
const roundMs = (seconds: number) => Math.round(Math.round(seconds * 1e8) / 1e5) / 1000
