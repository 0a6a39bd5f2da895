import { ROUNDING_SECONDS } from '../basics'
import { blankForm, COUNT_UNITS, plainMove, type Form } from '../forms'
import { stepFor } from '../routine'
import {
  compileSchedule,
  completedRepetitions,
  scheduleItem,
  isBody,
  plainPerformance,
  segmentAt,
  type ScheduleItem,
  type Performance,
  type AbandonReason,
  type PracticeSetting,
  type Occurrence,
  type Segment,
  type Timeline,
} from '../timeline'
import type { RunnerState, SessionPlan } from './types'

/** Beats a minute and beats of a shake between, and the expected length of a rest that lasts until one goes on. Our choice. */
const SHAKE = { beatsPerMinute: 120, beats: 40 }
const REST_SECONDS = 30

/** Done standing or sitting. */
const freeForm = (id: string, name: string, change: Partial<Form>): Form => ({
  ...blankForm(id, name),
  versions: [{ kind: 'seated', change: '' }],
  ...change,
})
/** What one may put in between: they belong to no catalogue and to no routine. */
export const INTERLUDE_FORMS = {
  shakeOut: freeForm('aside-shake-out', 'Shake out', {
    counting: { by: 'beats', beatsPerMinute: SHAKE.beatsPerMinute },
    counts: { least: SHAKE.beats, usual: SHAKE.beats, most: SHAKE.beats, step: SHAKE.beats },
    moves: [plainMove('Shake out', [{ breath: 'free', length: 1, cue: 'Shake' }])],
  }),
  rest: freeForm('aside-rest', 'Rest', {
    counting: { by: 'open' },
    counts: { least: REST_SECONDS, usual: REST_SECONDS, most: REST_SECONDS, step: REST_SECONDS },
    moves: [plainMove('Rest', [{ breath: 'free', length: 1, cue: 'Rest' }])],
  }),
}

/** The Timeline of a schedule of this plan. */
export function timelineOf(
  plan: SessionPlan,
  schedule: readonly ScheduleItem[],
  paceScales: RunnerState['paceScales'],
) {
  return compileSchedule(schedule, { ...settingOf(plan), paceScales })
}

/** What a plan's courses are compiled with. */
export function settingOf({ forms, ways, pace, rules, companions }: SessionPlan): PracticeSetting {
  return { forms: [...forms, ...Object.values(INTERLUDE_FORMS)], ways, pace, rules, companions }
}

/** The state with another schedule, laid out anew. */
export function withSchedule(
  state: RunnerState,
  schedule: ScheduleItem[],
  change: Partial<RunnerState> = {},
): RunnerState {
  const next = { ...state, ...change, schedule }
  return { ...next, timeline: timelineOf(next.plan, schedule, next.paceScales) }
}

/** Where the follower is. */
export interface Here {
  index: number
  item: ScheduleItem
  segment: Segment
  occurrence: Occurrence
  /** Seconds in the segment, waiting included. */
  intoSeconds: number
}

/** Where the follower is; null before the beginning of nothing. */
export function currentPosition(state: RunnerState): Here | null {
  const segment = segmentAt(state.timeline, state.positionSeconds)
  if (!segment) return null
  return {
    index: segment.occurrence,
    item: state.schedule[segment.occurrence]!,
    segment,
    occurrence: state.timeline.occurrences[segment.occurrence]!,
    intoSeconds: state.positionSeconds - segment.startSeconds + state.overrunSeconds,
  }
}

export const freshId = (schedule: readonly ScheduleItem[]) => Math.max(-1, ...schedule.map(({ id }) => id)) + 1

/** Items with ids of their own, to follow in a schedule. */
export function numbered(schedule: readonly ScheduleItem[], items: readonly ScheduleItem[]): ScheduleItem[] {
  const first = freshId(schedule)
  return items.map((item, index) => ({ ...item, id: first + index }))
}

/** The present segment ends now: what was done of it is what it lasted. */
export function endSegmentNow(state: RunnerState, { index, item, segment, intoSeconds }: Here): RunnerState {
  const actualSeconds = { ...item.actualSeconds, [segment.slot]: intoSeconds }
  const schedule = state.schedule.with(index, { ...item, actualSeconds })
  return withSchedule(state, schedule, { positionSeconds: segment.startSeconds + intoSeconds, overrunSeconds: 0 })
}

/** Leave the present performance at once. An open practice that is left has been enough, and is done. */
export function abandonNow(state: RunnerState, here: Here, why: AbandonReason): RunnerState {
  const { index, segment } = here
  const ended = endSegmentNow(state, here)
  const abandoned = { slot: segment.slot, midway: !(segment.openEnded && isBody(segment)), why }
  return withSchedule(ended, ended.schedule.with(index, { ...ended.schedule[index]!, abandoned }))
}

/** Leave the present performance with this breath; at once where no breath is paced. */
export function abandonWithBreath(state: RunnerState, here: Here, why: AbandonReason): RunnerState {
  const { index, item, segment } = here
  if (!isBody(segment) || segment.breath === 'free') return abandonNow(state, here, why)
  const stays = item.abandoned?.why === 'forGood' ? 'forGood' : why
  const abandoned = { slot: endOfBreath(state.timeline, segment).slot, midway: false, why: stays }
  return withSchedule(state, state.schedule.with(index, { ...item, abandoned }))
}

/** The segment with which the present breath ends, or the repetition. */
export function endOfBreath(timeline: Timeline, segment: Segment): Segment {
  let last = segment
  for (;;) {
    const next = timeline.segments[last.index + 1]
    if (last.endsRepetition || !next || next.occurrence !== segment.occurrence || !isBody(next)) return last
    if (next.breath === 'in' && last.breath !== 'in') return last
    last = next
  }
}

/**
 * What is left to do of an item that was left, to be taken up again; null when nothing is. `before` is the Timeline in which it was
 * not yet left.
 */
export function unfinishedPart(
  before: Timeline,
  after: RunnerState,
  index: number,
  announce: Performance['announce'],
): ScheduleItem | null {
  const item = after.schedule[index]!
  const bodyOf = ({ segments }: Timeline) => segments.filter((each) => each.occurrence === index && isBody(each))
  const planned = bodyOf(before)
  const done = bodyOf(after.timeline)
  const doneNow = completedRepetitions(done)
  if (planned.length > 0 && doneNow >= completedRepetitions(planned)) return null
  const { counting } = after.timeline.occurrences[index]!
  const last = done.at(-1)
  const midUnit = COUNT_UNITS[counting] === 'seconds' && last !== undefined && !last.endsRepetition
  const begun = done.slice(done.findLastIndex(({ endsRepetition }) => endsRepetition) + 1)
  const movesDone = counting === 'breathRepetitions' ? begun.filter(({ endsMove }) => endsMove).length : 0
  const doneSeconds = midUnit ? last.lengthSeconds + (doneNow === 0 ? item.doneSeconds : 0) : 0
  return {
    ...scheduleItem(0, { ...item.performance, announce }),
    change: item.change,
    moveChanges: item.moveChanges,
    doneUnits: item.doneUnits + doneNow,
    doneMoves: movesDone + (doneNow === 0 ? item.doneMoves : 0),
    doneSeconds: doneNow === 0 && !midUnit ? item.doneSeconds : doneSeconds,
  }
}

/** Whether an item that comes later takes another up that was left off. */
export function resumes({ performance: later }: ScheduleItem, { performance: left }: ScheduleItem): boolean {
  if (later.step.id !== left.step.id || later.round !== left.round || later.sides !== left.sides) return false
  const stoodUp = left.stage === 'seated' && later.stage === 'whole' && left.pattern !== 'buildUp'
  return later.stage === left.stage || later.stage === 'seated' || stoodUp
}

/**
 * The state with an interruption called off that was to come with the end of this breath: what was to be put in, and the taking up after
 * it. The performance goes on as it would have been taken up.
 */
export function withoutInterruption(state: RunnerState, { index, item }: Here): RunnerState {
  if (item.abandoned?.why !== 'toResume') return state
  const again = state.schedule.findIndex((later, at) => at > index && resumes(later, item))
  if (again < 0) return withSchedule(state, state.schedule.with(index, { ...item, abandoned: null }))
  const schedule = [...state.schedule.slice(0, index), { ...item, abandoned: null }, ...state.schedule.slice(again + 1)]
  return withSchedule(state, schedule)
}

/** An interlude as an item: it belongs to the part in which it is put. */
export function interludeItem(what: keyof typeof INTERLUDE_FORMS, here: Here): ScheduleItem {
  const form = INTERLUDE_FORMS[what]
  const step = { ...stepFor(form, form.id), part: here.occurrence.part, restBreaths: 0 }
  const stage = here.occurrence.stance === 'seated' ? 'seated' : 'whole'
  return scheduleItem(0, { ...plainPerformance(step), announce: 'short', stage })
}

/** Put items after the one at `index`, in place of those that came after it when `instead` is set. */
export function scheduleAfter(
  state: RunnerState,
  index: number,
  items: readonly ScheduleItem[],
  instead = false,
): RunnerState {
  const kept = state.schedule.slice(0, index + 1)
  const rest = instead ? [] : state.schedule.slice(index + 1)
  return withSchedule(state, [...kept, ...numbered(state.schedule, items), ...rest])
}

/** The session is over. */
export function ended(state: RunnerState, atMs: number): RunnerState {
  return { ...state, status: 'ended', positionSeconds: state.timeline.totalSeconds, overrunSeconds: 0, endedAtMs: atMs }
}

/** Whether nothing comes after the present position. */
export const isOver = (state: RunnerState) => state.positionSeconds >= state.timeline.totalSeconds - ROUNDING_SECONDS
