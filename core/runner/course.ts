import { blankForm, COUNT_UNITS, plainMove, type Form } from '../forms'
import { stepFor } from '../routine'
import {
  compileCourse,
  courseItem,
  isBody,
  plainDoing,
  segmentAt,
  type CourseItem,
  type Doing,
  type LeftWhy,
  type Occurrence,
  type Segment,
  type Timeline,
} from '../timeline'
import type { RunnerState, SessionPlan } from './types'

/** Beats a minute and beats of a shake between, and the expected length of a rest that lasts until one goes on. Our choice. */
const SHAKE = { beatsPerMinute: 120, beats: 40 }
const REST_SECONDS = 30

const freeForm = (id: string, name: string, change: Partial<Form>): Form => ({ ...blankForm(id, name), ...change })
/** What one may put in between: they belong to no catalogue and to no routine. */
export const ASIDE_FORMS = {
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

/** The Timeline of a course of this plan. */
export function timelineOf(plan: SessionPlan, course: readonly CourseItem[], paceScales: RunnerState['paceScales']) {
  return compileCourse(course, { ...settingOf(plan), paceScales })
}

/** What a plan's courses are compiled with. */
export function settingOf({ forms, ways, pace, rules }: SessionPlan) {
  return { forms: [...forms, ...Object.values(ASIDE_FORMS)], ways, pace, rules }
}

/** The state with another course, laid out anew. */
export function withCourse(state: RunnerState, course: CourseItem[], change: Partial<RunnerState> = {}): RunnerState {
  const next = { ...state, ...change, course }
  return { ...next, timeline: timelineOf(next.plan, course, next.paceScales) }
}

/** Where the follower is. */
export interface Here {
  index: number
  item: CourseItem
  segment: Segment
  occurrence: Occurrence
  /** Seconds in the segment, waiting included. */
  into: number
}

/** Where the follower is; null before the beginning of nothing. */
export function hereOf(state: RunnerState): Here | null {
  const segment = segmentAt(state.timeline, state.positionSeconds)
  if (!segment) return null
  return {
    index: segment.occurrence,
    item: state.course[segment.occurrence]!,
    segment,
    occurrence: state.timeline.occurrences[segment.occurrence]!,
    into: state.positionSeconds - segment.startSeconds + state.overrunSeconds,
  }
}

export const freshId = (course: readonly CourseItem[]) => Math.max(-1, ...course.map(({ id }) => id)) + 1

/** Items with ids of their own, to follow in a course. */
export function numbered(course: readonly CourseItem[], items: readonly CourseItem[]): CourseItem[] {
  const first = freshId(course)
  return items.map((item, place) => ({ ...item, id: first + place }))
}

/** The present segment ends now: what was lived of it is what it lasted. */
export function endSegmentNow(state: RunnerState, { index, item, segment, into }: Here): RunnerState {
  const lived = { ...item.lived, [segment.place]: into }
  const course = state.course.with(index, { ...item, lived })
  return withCourse(state, course, { positionSeconds: segment.startSeconds + into, overrunSeconds: 0 })
}

/** Leave the present doing at once. An open practice that is left has been enough, and is done. */
export function leaveNow(state: RunnerState, here: Here, why: LeftWhy): RunnerState {
  const { index, segment } = here
  const ended = endSegmentNow(state, here)
  const left = { place: segment.place, midway: !(segment.openEnded && isBody(segment)), why }
  return withCourse(ended, ended.course.with(index, { ...ended.course[index]!, left }))
}

/** Leave the present doing with this breath; at once where no breath is paced. */
export function leaveWithBreath(state: RunnerState, here: Here, why: LeftWhy): RunnerState {
  const { index, item, segment } = here
  if (!isBody(segment) || segment.breath === 'free') return leaveNow(state, here, why)
  const stays = item.left?.why === 'left' ? 'left' : why
  const left = { place: endOfBreath(state.timeline, segment).place, midway: false, why: stays }
  return withCourse(state, state.course.with(index, { ...item, left }))
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
export function restOf(
  before: Timeline,
  after: RunnerState,
  index: number,
  announce: Doing['announce'],
): CourseItem | null {
  const item = after.course[index]!
  const bodyOf = ({ segments }: Timeline) => segments.filter((each) => each.occurrence === index && isBody(each))
  const planned = bodyOf(before)
  const lived = bodyOf(after.timeline)
  const units = (body: Segment[]) => body.filter(({ endsRepetition }) => endsRepetition).length
  const doneNow = units(lived)
  if (planned.length > 0 && doneNow >= units(planned)) return null
  const { counting } = after.timeline.occurrences[index]!
  const last = lived.at(-1)
  const midUnit = COUNT_UNITS[counting] === 'seconds' && last !== undefined && !last.endsRepetition
  const doneSeconds = midUnit ? last.lengthSeconds + (doneNow === 0 ? item.doneSeconds : 0) : 0
  return {
    ...courseItem(0, { ...item.doing, announce }),
    change: item.change,
    doneUnits: item.doneUnits + doneNow,
    doneSeconds: doneNow === 0 && !midUnit ? item.doneSeconds : doneSeconds,
  }
}

/** Whether an item that comes later takes another up that was left off. */
export const takesUpFrom = ({ doing }: CourseItem, { doing: { step, round, stage } }: CourseItem) =>
  doing.step.id === step.id && doing.round === round && (doing.stage === stage || doing.stage === 'seated')

/**
 * The state with an interruption called off that was to come with the end of this breath: what was to be put in, and the taking up after
 * it. The doing goes on as it would have been taken up.
 */
export function calledOff(state: RunnerState, { index, item }: Here): RunnerState {
  if (item.left?.why !== 'takenUp') return state
  const again = state.course.findIndex((later, place) => place > index && takesUpFrom(later, item))
  if (again < 0) return withCourse(state, state.course.with(index, { ...item, left: null }))
  const course = [...state.course.slice(0, index), { ...item, left: null }, ...state.course.slice(again + 1)]
  return withCourse(state, course)
}

/** An aside as an item: it belongs to the part in which it is put. */
export function asideItem(what: keyof typeof ASIDE_FORMS, here: Here): CourseItem {
  const form = ASIDE_FORMS[what]
  const step = { ...stepFor(form, form.id), part: here.occurrence.part, restBreaths: 0 }
  return courseItem(0, { ...plainDoing(step), announce: 'short' })
}

/** Put items after the one at `index`, in place of those that came after it when `instead` is set. */
export function follow(state: RunnerState, index: number, items: readonly CourseItem[], instead = false): RunnerState {
  const kept = state.course.slice(0, index + 1)
  const rest = instead ? [] : state.course.slice(index + 1)
  return withCourse(state, [...kept, ...numbered(state.course, items), ...rest])
}

/** The session is over. */
export function ended(state: RunnerState, atMs: number): RunnerState {
  return { ...state, status: 'ended', positionSeconds: state.timeline.totalSeconds, overrunSeconds: 0, endedAtMs: atMs }
}

/** Whether nothing comes after the present place. */
export const isOver = (state: RunnerState) => state.positionSeconds >= state.timeline.totalSeconds - 1e-9
