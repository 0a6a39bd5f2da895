import { breathAt } from '../breath'
import { allowedCounts, CLOSING_PARTS, COUNT_UNITS, keepsSidesEven } from '../forms'
import { solveFit, type FitOption, type FitSpan } from '../routine'
import { endOfBreath, hereOf, relayed, settingOf, type Here, type Relay, type RunnerState } from '../runner'
import {
  courseItem,
  isBody,
  measureCourse,
  NO_CHANGE,
  plainDoing,
  totalsOf,
  type CountChange,
  type CourseItem,
  type Doing,
  type Standing,
} from '../timeline'

/** How far off the length may be: half a breath of what is breathed now, and a second at least. */
const LEAST_TOLERANCE_SECONDS = 1
/** The search gives up being exact after so many steps: an answer is wanted within the breath. */
const MOST_STEPS = 8_000
/** So often it is searched again where the breath settles; each time with a little more closing to be safe. */
const MOST_TURNS = 3
const SHARE_MARGIN = 0.01
/** Where the closing's whole share and the time cannot both be had, so much of the share will do. Our choice. */
const NEARLY_SHARE = 0.85
const TOO_LONG_SHARE = 0.03
/** A round fewer counts like so many steps of a count. Our choice. */
const STEPS_PER_ROUND = 2
/** Each step away from the planned count costs one more than the one before it: many small changes rather than one large. */
const costOf = (steps: number) => (Math.abs(steps) * (Math.abs(steps) + 1)) / 2

/** What can become of a part of the rest: of one doing its count, of a group its rounds; or it is left out. */
interface Block {
  options: (FitOption & { items: { doing: Doing; change: CountChange }[]; leaves: boolean; change: CountChange })[]
  closing: boolean
}

/**
 * "I have N minutes left": the rest of a session, fitted to so many seconds from now. What is going on is finished or left with this
 * breath; what comes is done more or fewer times or left out; the closing keeps its share of all that was and will be moved, as far as
 * the time allows. Null when nothing is going on.
 */
export function refitRest(state: RunnerState, secondsLeft: number): Relay | null {
  const here = hereOf(state)
  if (!here || state.status === 'ready' || state.status === 'ended') return null
  const planned = [presentBlock(here), ...laterBlocks(state, here)]
  const closes = planned.some((block) => block.closing) || lived(state).closingSeconds > 0
  const blocks = closes ? planned : [...planned, ...spareBlocks(state)]
  // Where there is no closing to be had, only the time is fitted.
  const share = closes || blocks.length > planned.length ? state.plan.rules.closingShare : 0
  const spans = spansOf(state, here, blocks)
  const kept = solveBlocks(state, here, blocks, spans, secondsLeft, share)
  if (kept?.closingKept && !isTooLong(kept, secondsLeft)) return relayOf('minutesLeft', here, kept)
  // Counts are coarse: with a little less closing the time may be met.
  const nearly = kept?.closingKept ? solveBlocks(state, here, blocks, spans, secondsLeft, share * NEARLY_SHARE) : null
  if (nearly?.closingKept && !isTooLong(nearly, secondsLeft)) return relayOf('minutesLeft', here, nearly)
  // The share is out of reach within the time: all that is left is the closing.
  const only = solveClosing(state, here, secondsLeft, 'last')
  const best = only && kept?.closingKept && Math.abs(only.offSeconds) >= kept.offSeconds ? kept : (only ?? kept)
  return best && relayOf('minutesLeft', here, best)
}
/** Longer than asked by more than a breath, and by more than a small part of the time. */
const isTooLong = ({ offSeconds, toleranceSeconds }: Solved, askedSeconds: number) =>
  offSeconds > Math.max(2 * toleranceSeconds, TOO_LONG_SHARE * askedSeconds)

/**
 * "Close now": straight to gathering and settling, as long as suits what was done. A routine without a closing gets the plan's own one.
 * Null when nothing is going on.
 */
export function closeNow(state: RunnerState): Relay | null {
  const here = hereOf(state)
  if (!here || state.status === 'ready' || state.status === 'ended') return null
  const { movingSeconds, closingSeconds } = lived(state)
  const { closingShare } = state.plan.rules
  const out = isClosing(here.item) ? 0 : secondsToLeave(state, here)
  const planned = state.timeline.occurrences
    .slice(here.index + 1)
    .filter(({ part }) => CLOSING_PARTS.includes(part))
    .reduce((sum, { lengthSeconds }) => sum + lengthSeconds, 0)
  // Who asks for no share of closing gets the closing as planned.
  const wanted = closingShare > 0 ? closingShare * (movingSeconds + out) - closingSeconds : planned
  const solved = solveClosing(state, here, out + wanted, 'ends')
  return solved && relayOf('closeNow', here, solved)
}

const isClosing = ({ doing }: { doing: Doing }) => CLOSING_PARTS.includes(doing.step.part)

/**
 * From here straight to the closing. Where even its least counts take too long, what lies between its first and its last is left out
 * (`cutTo` 'ends'), and then all of it but the last.
 */
function solveClosing(state: RunnerState, here: Here, seconds: number, cutTo: 'ends' | 'last'): Solved | null {
  const present = presentBlock(here)
  // In the closing already: it goes on from here.
  const first: Block = isClosing(here.item)
    ? present
    : { ...present, options: present.options.filter(({ leaves }) => leaves) }
  if (first.options.length === 0) return null
  const later = laterBlocks(state, here).filter((block) => block.closing)
  const spare = later.length === 0 && !isClosing(here.item) ? spareBlocks(state) : []
  const whole = [first, ...later, ...spare].map((block) => ({
    ...block,
    options: block.options.some(({ drops }) => !drops) ? block.options.filter(({ drops }) => !drops) : block.options,
  }))
  const without = (from: number) =>
    whole.map((block, place) =>
      place >= from && place < whole.length - 1 ? { ...block, options: [...block.options, drop] } : block,
    )
  // Leaving out is the last option of each: what the others take is the same in all three.
  const spans = spansOf(state, here, without(1))
  let best: Solved | null = null
  for (const blocks of [whole, without(2), ...(cutTo === 'last' ? [without(1)] : [])]) {
    best = solveBlocks(state, here, blocks, spans, seconds, 0)
    if (!best || best.offSeconds <= best.toleranceSeconds) break
  }
  return best
}

function spareBlocks({ plan }: RunnerState): Block[] {
  return (plan.closing ?? []).map((step) => stepBlock(plan.forms, courseItem(0, plainDoing(step))))
}

/** A choice among blocks, and how it comes out. */
interface Solved {
  blocks: readonly Block[]
  chosen: readonly number[]
  closingKept: boolean
  /** By how much the rest is longer than what was asked. */
  offSeconds: number
  toleranceSeconds: number
}

function relayOf(relay: Relay['relay'], here: Here, { blocks, chosen }: Pick<Solved, 'blocks' | 'chosen'>): Relay {
  const picked = blocks.map(({ options }, place) => options[chosen[place]!]!)
  const [present, ...later] = picked
  return {
    relay,
    itemId: here.item.id,
    leave: present!.leaves,
    change: present!.change,
    items: later.flatMap(({ items }) => items),
  }
}

/** What is left of this breath; nothing where no breath is paced, which is left at once. */
function secondsToLeave(state: RunnerState, { segment }: Here): number {
  if (state.status === 'dizzy' || !isBody(segment) || segment.breath === 'free') return 0
  const last = endOfBreath(state.timeline, segment)
  return Math.max(0, last.startSeconds + last.lengthSeconds - state.positionSeconds)
}

/** Moving and closing seconds up to the start of the present doing. */
function lived(state: RunnerState, before = Infinity): FitSpan {
  const { occurrences } = state.timeline
  const now = Math.min(before, state.positionSeconds)
  const spans = occurrences
    .filter(({ startSeconds }) => startSeconds < now)
    .map(({ part, startSeconds, lengthSeconds }) => ({
      inClosing: CLOSING_PARTS.includes(part),
      seconds: Math.min(lengthSeconds, now - startSeconds),
    }))
  const sum = (inClosing: boolean) =>
    spans.filter((span) => span.inClosing === inClosing).reduce((total, { seconds }) => total + seconds, 0)
  return { movingSeconds: sum(false), closingSeconds: sum(true) }
}

/** The present doing: on with any count that is not yet passed, or left with this breath. */
function presentBlock(here: Here): Block {
  const { item, occurrence, segment } = here
  const inClosing = isClosing(item)
  const stay = { value: 0, cost: 0, drops: false, leaves: false, items: [], change: item.change }
  const leave = { ...stay, value: -1, cost: 0, drops: true, leaves: true }
  const options = [stay]
  const counted = COUNT_UNITS[occurrence.counting] !== 'seconds' && isBody(segment)
  const onFirst =
    occurrence.counts.length < 2 || occurrence.sideOrder === 'alternate' || segment.side !== occurrence.counts[1]!.side
  if (counted && onFirst && item.doing.sides === 'both') {
    for (let fewer = 1; fewer <= segment.repetitions - segment.repetition; fewer += 1) {
      const second = occurrence.counts.length === 2 ? -fewer : 0
      const change = { first: item.change.first - fewer, second: item.change.second + second }
      options.push({ ...stay, value: -fewer, cost: costOf(fewer), change })
    }
  }
  return { options: [...options, leave], closing: inClosing }
}

/** What comes: each doing alone, or the rest of a group as one. */
function laterBlocks(state: RunnerState, here: Here): Block[] {
  const later = state.course.slice(here.index + 1)
  const blocks: Block[] = []
  for (let from = 0; from < later.length;) {
    const first = later[from]!
    let end = from + 1
    if (first.doing.groupId !== null) {
      while (end < later.length && later[end]!.doing.groupId === first.doing.groupId) end += 1
    }
    blocks.push(end - from === 1 ? stepBlock(state.plan.forms, first) : groupBlock(later.slice(from, end)))
    from = end
  }
  return blocks
}

const drop: Block['options'][number] = {
  value: 0,
  cost: 0,
  drops: true,
  leaves: false,
  items: [],
  change: NO_CHANGE,
}

function stepBlock(forms: RunnerState['plan']['forms'], item: CourseItem): Block {
  const { doing } = item
  const form = forms.find(({ id }) => id === doing.step.formId)
  const asPlanned = { ...drop, drops: false, value: doing.step.count, items: [{ doing, change: item.change }] }
  const fixed = !form || doing.step.pinned || doing.once || doing.stage === 'watch' || item.doneUnits > 0
  const counts = fixed
    ? []
    : someOf(
        allowedCounts(form.counts).filter((count) => keepsSidesEven(form, count)),
        doing.step.count,
      )
  const place = counts.indexOf(doing.step.count)
  const options = counts.map((count, at) => ({
    ...asPlanned,
    value: count,
    cost: place < 0 ? Math.abs(count - doing.step.count) : costOf(at - place),
    items: [{ doing: { ...doing, step: { ...doing.step, count } }, change: NO_CHANGE }],
  }))
  return { options: [...(options.length > 0 ? options : [asPlanned]), ...dropIf(doing)], closing: isClosing(item) }
}

/** At most so many counts are weighed for each step: the answer is wanted at once. */
const MOST_COUNTS = 14

/** Few counts out of many, the least, the most and the present one among them. */
function someOf(counts: readonly number[], present: number): number[] {
  if (counts.length <= MOST_COUNTS) return [...counts]
  const apart = (counts.length - 1) / (MOST_COUNTS - 2)
  const kept = Array.from({ length: MOST_COUNTS - 1 }, (_, place) => counts[Math.round(place * apart)]!)
  return [...new Set([...kept, present])].sort((one, other) => one - other)
}

/** The rest of a group: all rounds that are left, or fewer. */
function groupBlock(items: readonly CourseItem[]): Block {
  const rounds = [...new Set(items.map(({ doing }) => doing.round))]
  const options = rounds.map((_, fewer) => {
    const last = rounds[rounds.length - 1 - fewer]!
    const kept = items.filter(({ doing }) => doing.round <= last)
    return {
      ...drop,
      drops: false,
      value: rounds.length - fewer,
      cost: costOf(STEPS_PER_ROUND * fewer),
      items: kept.map(({ doing, change }) => ({ doing: { ...doing, rounds: last }, change })),
    }
  })
  return { options: [...options, ...dropIf(items[0]!.doing)], closing: isClosing(items[0]!) }
}

/** The closing is never left out; anything else may be, when time is short. */
const dropIf = (doing: Doing) => (isClosing({ doing }) ? [] : [drop])

/**
 * Choose among the blocks. Each option's length is taken once, where it would begin if all went as planned; the search is then one over
 * sums, which is quick. What a choice really comes to is asked of the Timeline afterwards, and where that is off, as the breath settles
 * or a stance is saved, the search is made again for a target moved by as much.
 */
function solveBlocks(
  state: RunnerState,
  here: Here,
  blocks: readonly Block[],
  spans: readonly (readonly FitSpan[])[],
  secondsLeft: number,
  closingShare: number,
): Solved | null {
  const now = state.positionSeconds + state.overrunSeconds
  const breath = breathAt(state.plan.pace, now)
  const tolerance = Math.max(LEAST_TOLERANCE_SECONDS, (breath.inSeconds + breath.outSeconds) / 2)
  let best: Solved | null = null
  let shift = 0
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    const target = now + secondsLeft - shift
    const answer = solveFit({
      items: blocks.map(({ options }) => options),
      lowSeconds: target - tolerance,
      highSeconds: target + tolerance,
      closingShare: closingShare * (1 + turn * SHARE_MARGIN),
      start: null,
      take: (place, option) => ({ ...spans[place]![option]!, after: null }),
      bounds: (place, option) => ({ least: spans[place]![option]!, most: spans[place]![option]! }),
      free: () => true,
      mostSteps: MOST_STEPS,
    })
    if (!answer) break
    const { timeline } = relayed(state, relayOf('minutesLeft', here, { blocks, chosen: answer.chosen }))
    const off = timeline.totalSeconds - now - secondsLeft
    const { closingSeconds, movingSeconds } = totalsOf(timeline)
    const closingKept = closingSeconds >= closingShare * movingSeconds - EPSILON
    const better =
      !best ||
      (closingKept && !best.closingKept) ||
      (closingKept === best.closingKept && Math.abs(off) < Math.abs(best.offSeconds))
    if (better) best = { blocks, chosen: answer.chosen, closingKept, offSeconds: off, toleranceSeconds: tolerance }
    if (closingKept && Math.abs(off) <= tolerance) break
    // What no choice reaches is not reached by moving the target either.
    if (!answer.closingKept || answer.missSeconds > 0) break
    shift += off
  }
  return best
}
const EPSILON = 1e-6

/** How long each option of each block takes, where it would begin as planned; what was lived lies in the first. */
function spansOf(state: RunnerState, here: Here, blocks: readonly Block[]): FitSpan[][] {
  const setting = { ...settingOf(state.plan), paceScales: state.paceScales }
  const { occurrence, item } = here
  const now = state.positionSeconds + state.overrunSeconds
  const before = lived(state, occurrence.startSeconds)
  const inClosing = isClosing(item)
  const presentStart: Standing = {
    atSeconds: occurrence.startSeconds,
    stance: occurrence.index === 0 ? null : occurrence.stance,
  }
  let place: Standing = presentStart
  return blocks.map((block, number) => {
    const measured = block.options.map((option) => {
      if (number > 0) {
        const course = option.items.map(({ doing, change }, id) => ({ ...courseItem(id, doing), change }))
        return measureCourse(course, setting, place)
      }
      const whole = measureCourse([{ ...item, change: option.change }], setting, presentStart)
      const seconds = option.leaves
        ? now + secondsToLeave(state, here) - occurrence.startSeconds
        : Math.max(now - occurrence.startSeconds, whole.movingSeconds + whole.closingSeconds)
      return {
        movingSeconds: before.movingSeconds + (inClosing ? 0 : seconds),
        closingSeconds: before.closingSeconds + (inClosing ? seconds : 0),
        after: { atSeconds: occurrence.startSeconds + seconds, stance: whole.after.stance },
      }
    })
    const asPlanned = block.options.findIndex(({ cost, drops }) => cost === 0 && !drops)
    place = measured[Math.max(0, asPlanned)]!.after
    return measured
  })
}
