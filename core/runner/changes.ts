import { SAME_SHARE } from '../basics'
import { COUNT_UNITS, stationsOf, type Form } from '../forms'
import {
  scheduleItem,
  endSeconds,
  isBody,
  completedRepetitions,
  countsMoves,
  isOnSecondSide,
  type CountChange,
  type ScheduleItem,
  type Performance,
  type Segment,
  type Timeline,
} from '../timeline'
import {
  interludeItem,
  withoutInterruption,
  ended,
  endSegmentNow,
  scheduleAfter,
  currentPosition,
  isOver,
  abandonNow,
  abandonWithBreath,
  unfinishedPart,
  resumes,
  withSchedule,
  type Here,
} from './schedule'
import { waitsAtEnd } from './leading'
import { sitDown, standHigher, standLower, standUp } from './posture'
import type { ChangeOfMind, Leader, NewRemainder, RunnerState } from './types'

/** `back` within this time of a step's start goes to the step before it. */
const BACK_SECONDS = 3
/** One step slower or faster, and how far it goes. Our choice: a step is felt, and three of them do not hurry anybody. */
const SCALE_STEP = 1.15
const SCALE_MOST = 2
/** A round that is only watched is played so many times slower. Our choice. */
const WATCH_SCALE = 1.25

const LEADERS_BY_COMMAND: Partial<Record<ChangeOfMind, Leader>> = {
  leadIt: 'app',
  leadMe: 'self',
  leadBreath: 'breath',
}

/** Carry out a change of mind; the same state where it makes no sense. */
export function changeOfMind(state: RunnerState, what: ChangeOfMind, nowMs: number): RunnerState {
  const leader = LEADERS_BY_COMMAND[what]
  if (leader) return leader === state.leader ? state : { ...state, leader, fallenBack: false }
  const here = currentPosition(state)
  if (!here || state.status === 'dizzy') return state
  switch (what) {
    case 'next':
    case 'back':
    case 'again':
      return goElsewhere(withoutInterruption(state, here), what, nowMs)
    case 'oneMore':
      return changeCount(state, here, 1)
    case 'oneFewer':
      return changeCount(state, here, -1)
    case 'linger':
      return linger(state, here)
    case 'slower':
      return scaled(state, SCALE_STEP)
    case 'faster':
      return scaled(state, 1 / SCALE_STEP)
    case 'shakeOut':
    case 'rest':
      return putIn(state, here, interludeItem(what, here))
    case 'watchFirst':
      return here.item.performance.stage === 'watch' ? state : watchFirst(withoutInterruption(state, here))
    case 'sitDown':
      return sitDown(state, here)
    case 'standUp':
      return standUp(state, here)
    case 'standHigher':
      return standHigher(state, here)
    case 'standLower':
      return standLower(state, here)
    case 'otherSide':
      return otherSide(state, here)
    case 'dizzy':
      return { ...state, status: 'dizzy' }
    default:
      return state
  }
}

/** Whether what is going on would have to be taken up again after an interruption: a breath between forms would not. */
export const needsResuming = ({ kind }: Segment) => kind !== 'rest'

function goElsewhere(state: RunnerState, what: 'next' | 'back' | 'again', nowMs: number): RunnerState {
  const here = currentPosition(state)!
  if (what === 'next') return goNext(state, here, nowMs)
  return what === 'back' ? goBack(state, here) : fromStart(state, here, [here.item])
}

function goNext(state: RunnerState, here: Here, nowMs: number): RunnerState {
  const { segment, occurrence } = here
  const next = state.timeline.segments[segment.index + 1]
  const moved = { ...state, lingering: false }
  const enough = segment.openEnded && next?.occurrence === occurrence.index
  const on = enough ? endSegmentNow(moved, here) : abandonNow(moved, here, 'forGood')
  return isOver(on) ? ended(on, nowMs) : on
}

function goBack(state: RunnerState, here: Here): RunnerState {
  const near = state.positionSeconds - here.occurrence.startSeconds < BACK_SECONDS
  const earlier = near
    ? state.schedule
        .slice(0, here.index)
        .findLast(({ performance }) => !isSamePerformance(performance, here.item.performance))
    : undefined
  return fromStart(state, here, earlier ? [earlier, here.item] : [here.item])
}

const isSamePerformance = (one: Performance, other: Performance) =>
  one.step.id === other.step.id && one.round === other.round && one.stage === other.stage && one.sides === other.sides

/** Leave the present performance, and do these from their start. */
function fromStart(state: RunnerState, here: Here, items: readonly ScheduleItem[]): RunnerState {
  const abandoned = abandonNow({ ...state, lingering: false }, here, 'toResume')
  return scheduleAfter(
    abandoned,
    here.index,
    items.map(({ performance, change }) => ({ ...scheduleItem(0, { ...performance, announce: 'full' }), change })),
  )
}

/**
 * More (`steps` above 0) or fewer of the present step. On the first side (or while sides alternate) both sides change, so that they
 * stay even; on the second side only that one, which mends a side that was lost. Time changes by the form's step of
 * counts. What has begun is never taken away. In the rest after a step, one more takes it up once again.
 */
function changeCount(state: RunnerState, here: Here, steps: number): RunnerState {
  const { item, occurrence, segment, index } = here
  // Nothing is counted while one only watches, or until one says enough.
  if (segment.openEnded || item.performance.stage === 'watch') return state
  if (segment.kind === 'rest') return steps > 0 ? onceMore(state, here) : state
  const form = state.plan.forms.find(({ id }) => id === occurrence.formId)
  if (!form) return state
  if (countsMoves(occurrence, segment)) return changeMove(state, here, steps)
  const inSeconds = COUNT_UNITS[form.counting.by] === 'seconds'
  const amount = steps * (inSeconds ? form.counts.step : 1)
  const { sides } = item.performance
  const onSecond = sides === 'second' || (sides === 'both' && isOnSecondSide(occurrence, segment))
  const both = occurrence.counts.length === 2 && !onSecond

  const begun = inSeconds ? (isBody(segment) ? here.intoSeconds : 0) : segment.repetition
  const inAll =
    inSeconds || segment.repetitions === 0 ? occurrence.counts[onSecond ? 1 : 0]!.count : segment.repetitions
  if (steps < 0 && inAll + amount < Math.max(begun, 1)) return state

  const change: CountChange = { first: onSecond ? 0 : amount, second: onSecond || both ? amount : 0 }
  const isSecondHalf = ({ performance }: ScheduleItem) =>
    item.performance.sides === 'first' &&
    performance.sides === 'second' &&
    performance.step.id === item.performance.step.id &&
    performance.round === item.performance.round
  const moveChanges = insideChange(form, here, amount, both)
  if (!moveChanges) return state
  const again = takingUpAgain(state, here)
  const schedule = state.schedule.map((each, at) =>
    at === index || each === again || (at > index && isSecondHalf(each))
      ? { ...each, change: sum(each.change, change), moveChanges }
      : each,
  )
  return withSchedule(state, schedule)
}

/**
 * One breath more of a hold is one more in the position in which one stands, and one more beat is one of the present word: what lies behind
 * stays as it was. Null where nothing can be taken away any more.
 */
function insideChange(
  form: Form,
  { item, segment, occurrence }: Here,
  amount: number,
  both: boolean,
): ScheduleItem['moveChanges'] | null {
  const { moveIndex, moveRepetition, moveRepetitions } = segment
  if (form.counting.by === 'breathRepetitions' || moveRepetitions === 0) return item.moveChanges
  const parts = form.counting.by === 'beats' ? form.moves.flatMap(({ phases }) => phases) : stationsOf(form)
  const last = parts.length - 1
  // What has begun of the present one is not taken away: the last one gives it.
  const isOpen = moveRepetitions + amount >= moveRepetition
  if (!isOpen && moveIndex === last) return null
  const sides = both ? occurrence.counts.map(({ side }) => side) : [segment.side]
  return [...item.moveChanges, ...sides.map((where) => ({ where, move: isOpen ? moveIndex : last, more: amount }))]
}

/** What takes the present performance up again, where it is to be left with this breath. */
function takingUpAgain(state: RunnerState, { index, item }: Here): ScheduleItem | undefined {
  if (item.abandoned?.why !== 'toResume') return undefined
  return state.schedule.slice(index + 1).find((each) => resumes(each, item))
}

/** The present move of a chain more or fewer times in this repetition; what has begun is not taken away. */
function changeMove(state: RunnerState, here: Here, steps: number): RunnerState {
  const { item, segment, index } = here
  if (steps < 0 && segment.moveRepetitions + steps < segment.moveRepetition) return state
  const before = state.timeline.segments.filter((each) => each.occurrence === index && each.index < segment.index)
  const unit = item.doneUnits + completedRepetitions(before)
  const moveChanges = [...item.moveChanges, { where: unit, move: segment.moveIndex, more: steps }]
  const again = takingUpAgain(state, here)
  const schedule = state.schedule.map((each, at) => (at === index || each === again ? { ...each, moveChanges } : each))
  return withSchedule(state, schedule)
}

const sum = (one: CountChange, other: CountChange): CountChange => ({
  first: one.first + other.first,
  second: one.second + other.second,
})

function onceMore(state: RunnerState, here: Here): RunnerState {
  const abandoned = abandonNow(state, here, 'toResume')
  return scheduleAfter(abandoned, here.index, [
    scheduleItem(0, { ...here.item.performance, once: true, announce: 'short' }),
  ])
}

/** The count left stays where it is; said again, it goes on. A stillness that lasted longer has lasted so long. */
function linger(state: RunnerState, here: Here): RunnerState {
  if (!isBody(here.segment)) return state
  if (!state.lingering) return here.segment.openEnded ? state : { ...state, lingering: true }
  return { ...state, lingering: false }
}

/** No stretch ahead holds more repetitions than this. */
const MOST_AHEAD = 64

/**
 * As I linger, one repetition is added as one ends; what is heard must be known before. From where on the axis (`fromSeconds`) the next
 * ones come, and the Timeline in which so many seconds of them stand. Null when nothing is added so.
 */
export function lingerAhead(state: RunnerState, seconds: number): { fromSeconds: number; timeline: Timeline } | null {
  const here = currentPosition(state)
  if (!here || state.status !== 'running' || !isBody(here.segment)) return null
  const last = lastOfRun(state.timeline, here.segment)
  if (waitsAtEnd(state, last) !== 'byOneMore') return null
  const fromSeconds = endSeconds(state.timeline, last)
  for (let more = 1; more <= MOST_AHEAD; more *= 2) {
    const { timeline } = changeCount(state, here, more)
    const end = endSeconds(timeline, lastOfRun(timeline, timeline.segments[last.index]!))
    if (end >= fromSeconds + seconds || more === MOST_AHEAD) return { fromSeconds, timeline }
  }
  return null
}

/** The last repetition's last segment before the form ends or changes sides; of a move that is counted, its last time. */
function lastOfRun({ segments, occurrences }: Timeline, from: Segment): Segment {
  const inMove = countsMoves(occurrences[from.occurrence]!, from)
  const byTurns = occurrences[from.occurrence]!.sideOrder === 'alternate'
  let last = from
  for (;;) {
    const next = segments[last.index + 1]
    if (!next || next.occurrence !== from.occurrence || !isBody(next)) return last
    if (!byTurns && next.side !== from.side) return last
    if (inMove && (last.endsRepetition || next.moveIndex !== from.moveIndex)) return last
    last = next
  }
}

/** How many times as long as my breath things are by what I asked for last. */
export const scaleOf = ({ paceScales }: Pick<RunnerState, 'paceScales'>) => paceScales.at(-1)?.scale ?? 1

function scaled(state: RunnerState, times: number): RunnerState {
  const scale = Math.min(SCALE_MOST, Math.max(1 / SCALE_MOST, scaleOf(state) * times))
  return scale === scaleOf(state) ? state : withScale(state, scale)
}

/** From the next breath on, things take so many times as long as my breath. */
export function withScale(state: RunnerState, scale: number): RunnerState {
  const exact = Math.abs(scale - 1) < SAME_SHARE ? 1 : scale
  const fromSeconds = state.positionSeconds + state.overrunSeconds
  return withSchedule(state, state.schedule, { paceScales: [...state.paceScales, { fromSeconds, scale: exact }] })
}

/** Do something in between from the end of this breath on, then take up what was left off. */
function putIn(state: RunnerState, here: Here, item: ScheduleItem): RunnerState {
  const abandoned = abandonWithBreath({ ...state, lingering: false }, here, 'toResume')
  const rest = unfinishedPart(state.timeline, abandoned, here.index, 'short')
  return scheduleAfter(abandoned, here.index, rest ? [item, rest] : [item])
}

function watchFirst(state: RunnerState): RunnerState {
  const here = currentPosition(state)!
  const abandoned = abandonNow({ ...state, lingering: false }, here, 'toResume')
  const rest = unfinishedPart(state.timeline, abandoned, here.index, 'short')
  return rest ? scheduleAfter(abandoned, here.index, [watched(here.item), rest]) : state
}

const watched = ({ performance }: ScheduleItem): ScheduleItem =>
  scheduleItem(0, {
    ...performance,
    once: true,
    stage: 'watch',
    announce: 'short',
    restBreaths: 0,
    paceScale: performance.paceScale * WATCH_SCALE,
  })

/** The other side once again after this: one repetition where sides alternate, else as many as were asked for. */
function otherSide(state: RunnerState, here: Here): RunnerState {
  const { item, occurrence, segment, index } = here
  const at = occurrence.counts.findIndex(({ side }) => side !== segment.side)
  const isDone = state.timeline.segments.some(
    (each) =>
      each.index < segment.index &&
      each.endsRepetition &&
      each.side === occurrence.counts[at]?.side &&
      state.timeline.occurrences[each.occurrence]!.stepId === occurrence.stepId,
  )
  if (occurrence.counts.length < 2 || segment.side === 'none' || !isDone) return state
  const sides = at === 0 ? 'first' : 'second'
  const once = occurrence.sideOrder === 'alternate'
  const again = scheduleItem(0, { ...item.performance, sides, once, announce: 'short', restBreaths: 0 })
  return scheduleAfter(state, index, [{ ...again, change: once ? again.change : item.change }])
}

/** Take over a new rest of the session that was worked out for where the follower is. */
export function takeOverRemainder(state: RunnerState, remainder: NewRemainder): RunnerState {
  const here = currentPosition(state)
  if (!here || here.item.id !== remainder.itemId) return state
  const on: RunnerState = { ...state, status: 'running', lingering: false }
  const items = remainder.items.map(({ performance, change }) => ({ ...scheduleItem(0, performance), change }))
  if (!remainder.abandonsPresent) {
    const changed = withSchedule(on, on.schedule.with(here.index, { ...here.item, change: remainder.change }))
    return scheduleAfter(changed, here.index, items, true)
  }
  const abandoned = state.status === 'dizzy' ? abandonNow(on, here, 'forGood') : abandonWithBreath(on, here, 'forGood')
  return scheduleAfter(abandoned, here.index, items, true)
}
