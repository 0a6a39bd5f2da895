import { allowedCounts, COUNT_UNITS, isClosingPart } from '../forms'
import type { FitOption } from '../routine'
import type { Here, RunnerState } from '../runner'
import {
  isBody,
  isOnSecondSide,
  NO_CHANGE,
  plainPerformance,
  scheduleItem,
  type CountChange,
  type Performance,
  type ScheduleItem,
} from '../timeline'

/** A round fewer counts like so many steps of a count. Our choice. */
const STEPS_PER_ROUND = 2
/** Each step away from the planned count costs one more than the one before it: many small changes rather than one large. */
const costOf = (steps: number) => (Math.abs(steps) * (Math.abs(steps) + 1)) / 2

/** What can become of a part of the rest: of one performance its count, of a group its rounds; or it is left out. */
export interface Block {
  options: (FitOption & {
    items: { performance: Performance; change: CountChange }[]
    abandonsPresent: boolean
    change: CountChange
  })[]
  closing: boolean
}

export const isClosing = ({ performance }: { performance: Performance }) => isClosingPart(performance.step.part)

/** The present performance: on with any count that is not yet passed, or left with this breath. */
export function presentBlock(here: Here): Block {
  const { item, occurrence, segment } = here
  const inClosing = isClosing(item)
  const stay = { value: 0, cost: 0, drops: false, abandonsPresent: false, items: [], change: item.change }
  const abandon = { ...stay, value: -1, cost: 0, drops: true, abandonsPresent: true }
  const options = [stay]
  const counted = COUNT_UNITS[occurrence.counting] !== 'seconds' && isBody(segment)
  if (counted && !isOnSecondSide(occurrence, segment) && item.performance.sides === 'both') {
    for (let fewer = 1; fewer <= segment.repetitions - segment.repetition; fewer += 1) {
      const second = occurrence.counts.length === 2 ? -fewer : 0
      const change = { first: item.change.first - fewer, second: item.change.second + second }
      options.push({ ...stay, value: -fewer, cost: costOf(fewer), change })
    }
  }
  return { options: [...options, abandon], closing: inClosing }
}

/** What comes: each performance alone, or the rest of a group as one. */
export function laterBlocks(state: RunnerState, here: Here): Block[] {
  const later = state.schedule.slice(here.index + 1)
  const blocks: Block[] = []
  for (let from = 0; from < later.length;) {
    const first = later[from]!
    let end = from + 1
    if (first.performance.groupId !== null) {
      while (end < later.length && later[end]!.performance.groupId === first.performance.groupId) end += 1
    }
    blocks.push(end - from === 1 ? stepBlock(state.plan.forms, first) : groupBlock(later.slice(from, end)))
    from = end
  }
  return blocks
}

export const drop: Block['options'][number] = {
  value: 0,
  cost: 0,
  drops: true,
  abandonsPresent: false,
  items: [],
  change: NO_CHANGE,
}

function stepBlock(forms: RunnerState['plan']['forms'], item: ScheduleItem): Block {
  const { performance } = item
  const form = forms.find(({ id }) => id === performance.step.formId)
  const asPlanned = {
    ...drop,
    drops: false,
    value: performance.step.count,
    items: [{ performance, change: item.change }],
  }
  const fixed =
    !form || performance.step.pinned || performance.once || performance.stage === 'watch' || item.doneUnits > 0
  const counts = fixed ? [] : someOf(allowedCounts(form), performance.step.count)
  const index = counts.indexOf(performance.step.count)
  const options = counts.map((count, at) => ({
    ...asPlanned,
    value: count,
    cost: index < 0 ? Math.abs(count - performance.step.count) : costOf(at - index),
    items: [{ performance: { ...performance, step: { ...performance.step, count } }, change: NO_CHANGE }],
  }))
  return {
    options: [...(options.length > 0 ? options : [asPlanned]), ...dropIf(performance)],
    closing: isClosing(item),
  }
}

/** At most so many counts are weighed for each step: the answer is wanted at once. */
const MOST_COUNTS = 14

/** Few counts out of many, the least, the most and the present one among them. */
function someOf(counts: readonly number[], present: number): number[] {
  if (counts.length <= MOST_COUNTS) return [...counts]
  const apart = (counts.length - 1) / (MOST_COUNTS - 2)
  const kept = Array.from({ length: MOST_COUNTS - 1 }, (_, index) => counts[Math.round(index * apart)]!)
  return [...new Set([...kept, present])].sort((one, other) => one - other)
}

/** The rest of a group: all rounds that are left, or fewer. */
function groupBlock(items: readonly ScheduleItem[]): Block {
  const rounds = [...new Set(items.map(({ performance }) => performance.round))]
  const options = rounds.map((_, fewer) => {
    const last = rounds[rounds.length - 1 - fewer]!
    const kept = items.filter(({ performance }) => performance.round <= last)
    return {
      ...drop,
      drops: false,
      value: rounds.length - fewer,
      cost: costOf(STEPS_PER_ROUND * fewer),
      items: kept.map(({ performance, change }) => ({ performance: { ...performance, rounds: last }, change })),
    }
  })
  return { options: [...options, ...dropIf(items[0]!.performance)], closing: isClosing(items[0]!) }
}

/** The closing is never left out; anything else may be, when time is short. */
const dropIf = (performance: Performance) => (isClosing({ performance }) ? [] : [drop])

export function spareBlocks({ plan }: RunnerState): Block[] {
  return (plan.closing ?? []).map((step) => stepBlock(plan.forms, scheduleItem(0, plainPerformance(step))))
}
