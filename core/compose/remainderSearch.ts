import { partOfWork, withinWork, type Work } from '../basics'
import { breathAt } from '../breath'
import { isClosingPart } from '../forms'
import { keepsClosing, solveFit, type MovingAndClosing } from '../routine'
import { endOfBreath, settingOf, takeOverRemainder, type Here, type NewRemainder, type RunnerState } from '../runner'
import { endSeconds, isBody, measureSchedule, scheduleItem, totalsOf, type StartingPoint } from '../timeline'
import { isClosing, type Block } from './remainderChoices'

/** How far off the length may be: half a breath of what is breathed now, and a second at least. */
const LEAST_TOLERANCE_SECONDS = 1
/** Each of its searches may do so much of the work that is left. Our choice. */
const SOLVE_SHARE = 0.3
/** Cost of compiling a choice, in steps of the search. Measured, roughly. */
const LOOK_STEPS = 4000
/** So often it is searched again where the breath settles; each time with a little more closing to be safe. */
const MOST_TURNS = 3
const SHARE_MARGIN = 0.01

/** A choice among blocks, and how it comes out. */
export interface Solved {
  blocks: readonly Block[]
  chosen: readonly number[]
  closingKept: boolean
  /** By how much the rest is longer than what was asked. */
  offSeconds: number
  toleranceSeconds: number
}

export function newRemainderOf(
  refit: NewRemainder['refit'],
  here: Here,
  { blocks, chosen }: Pick<Solved, 'blocks' | 'chosen'>,
): NewRemainder {
  const picked = blocks.map(({ options }, index) => options[chosen[index]!]!)
  const [present, ...later] = picked
  return {
    refit,
    itemId: here.item.id,
    abandonsPresent: present!.abandonsPresent,
    change: present!.change,
    items: later.flatMap(({ items }) => items),
  }
}

/** What remains of this breath; nothing where no breath is paced, which is abandoned at once. */
export function secondsToAbandon(state: RunnerState, { segment }: Here): number {
  if (state.status === 'dizzy' || !isBody(segment) || segment.breath === 'free') return 0
  const last = endOfBreath(state.timeline, segment)
  return Math.max(0, endSeconds(state.timeline, last) - state.positionSeconds)
}

/** Moving and closing seconds up to the start of the present performance. */
export function spanSoFar(state: RunnerState, before = Infinity): MovingAndClosing {
  const { occurrences } = state.timeline
  const now = Math.min(before, state.positionSeconds)
  const spans = occurrences
    .filter(({ startSeconds }) => startSeconds < now)
    .map(({ part, startSeconds, lengthSeconds }) => ({
      inClosing: isClosingPart(part),
      seconds: Math.min(lengthSeconds, now - startSeconds),
    }))
  const sum = (inClosing: boolean) =>
    spans.filter((span) => span.inClosing === inClosing).reduce((total, { seconds }) => total + seconds, 0)
  return { movingSeconds: sum(false), closingSeconds: sum(true) }
}

/**
 * Choose among the blocks. Each option's length is taken once, where it would begin if all went as planned; the search is then one over
 * sums, which is quick. What a choice really comes to is asked of the Timeline afterwards, and where that is off, as the breath settles
 * or a stance is saved, the search is made again for a target moved by as much.
 */
export function solveBlocks(
  state: RunnerState,
  here: Here,
  blocks: readonly Block[],
  spans: readonly (readonly MovingAndClosing[])[],
  secondsLeft: number,
  closingShare: number,
  work: Work,
): Solved | null {
  const now = state.positionSeconds + state.overrunSeconds
  const breath = breathAt(state.plan.pace, now)
  const tolerance = Math.max(LEAST_TOLERANCE_SECONDS, (breath.inSeconds + breath.outSeconds) / 2)
  let best: Solved | null = null
  let shift = 0
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    if (best && work.left() < LOOK_STEPS) break
    const target = now + secondsLeft - shift
    const answer = solveFit({
      items: blocks.map(({ options }) => options),
      lowSeconds: target - tolerance,
      highSeconds: target + tolerance,
      closingShare: closingShare * (1 + turn * SHARE_MARGIN),
      start: null,
      take: (index, option) => ({ ...spans[index]![option]!, after: null }),
      bounds: (index, option) => ({ least: spans[index]![option]!, most: spans[index]![option]! }),
      alike: () => '',
      free: () => true,
      work: partOfWork(work, SOLVE_SHARE),
    })
    if (!answer) break
    withinWork(
      () => work.spend(LOOK_STEPS),
      () => undefined,
    )
    const { timeline } = takeOverRemainder(
      state,
      newRemainderOf('minutesLeft', here, { blocks, chosen: answer.chosen }),
    )
    const off = timeline.totalSeconds - now - secondsLeft
    const { closingSeconds, movingSeconds } = totalsOf(timeline)
    const closingKept = keepsClosing({ closingSeconds, movingSeconds }, closingShare)
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
/** How long each option of each block takes, where it would begin as planned; what was done lies in the first. */
export function spansOf(state: RunnerState, here: Here, blocks: readonly Block[]): MovingAndClosing[][] {
  const setting = { ...settingOf(state.plan), paceScales: state.paceScales }
  const { occurrence, item } = here
  const now = state.positionSeconds + state.overrunSeconds
  const before = spanSoFar(state, occurrence.startSeconds)
  const inClosing = isClosing(item)
  const presentStart: StartingPoint = {
    atSeconds: occurrence.startSeconds,
    stance: occurrence.index === 0 ? null : occurrence.stance,
  }
  let point: StartingPoint = presentStart
  return blocks.map((block, number) => {
    const measured = block.options.map((option) => {
      if (number > 0) {
        const schedule = option.items.map(({ performance, change }, id) => ({
          ...scheduleItem(id, performance),
          change,
        }))
        return measureSchedule(schedule, setting, point)
      }
      const whole = measureSchedule([{ ...item, change: option.change }], setting, presentStart)
      const seconds = option.abandonsPresent
        ? now + secondsToAbandon(state, here) - occurrence.startSeconds
        : Math.max(now - occurrence.startSeconds, whole.movingSeconds + whole.closingSeconds)
      return {
        movingSeconds: before.movingSeconds + (inClosing ? 0 : seconds),
        closingSeconds: before.closingSeconds + (inClosing ? seconds : 0),
        after: { atSeconds: occurrence.startSeconds + seconds, stance: whole.after.stance },
      }
    })
    const asPlanned = block.options.findIndex(({ cost, drops }) => cost === 0 && !drops)
    point = measured[Math.max(0, asPlanned)]!.after
    return measured
  })
}
