import { allowedCounts, usualCount, type Form } from '../forms'
import { changeGroup, changeStep, lastLayered, type Entry, type FitOption, type Routine, type Step } from '../routine'
import type { CompileInput } from '../timeline'

export interface FitRequest extends CompileInput {
  targetSeconds: number
  /** How far off the length may be; null for half a repetition of the shortest form. */
  toleranceSeconds: number | null
  /** Counts that were set by hand may be changed too. */
  frees?: boolean
  /** Forms, among those given, that may be added where the time cannot be filled. */
  spareIds?: readonly string[]
  /** Nobody asks why: neither for the reasons of the changes, nor for what keeps the length out of reach. */
  unexplained?: boolean
}

/** What of an entry can be chosen. */
export interface Choice {
  entry: Entry
  /** A count, rounds, or breaths in each position. */
  of: 'count' | 'rounds' | 'each'
  present: number
  options: FitOption[]
}

/** At most so many rounds as twice the present ones: more would be another routine. Our choice. */
const MOST_ROUNDS_TIMES = 2

/** What an entry lets one choose: a step its count, a post the breaths in each position, other groups their rounds. */
export function choiceOf(entry: Entry, { forms, frees = false }: FitRequest): Choice {
  const stays = entry.pinned || (entry.byHand === true && !frees)
  const formOf = (id: string) => forms.find((form) => form.id === id)
  const dropped: FitOption[] = entry.optional && !entry.pinned ? [{ value: 0, cost: 0, drops: true }] : []
  const only = (value: number): FitOption[] => [{ value, cost: 0, drops: false }]
  if (entry.kind === 'step') {
    const form = formOf(entry.formId)
    const options =
      stays || !form ? only(entry.count) : countOptions(form).filter(({ value }) => value >= leastOf(entry, form))
    return { entry, of: 'count', present: entry.count, options: [...options, ...dropped] }
  }
  if (entry.pattern === 'post') {
    const first = entry.steps[0]
    const form = first && formOf(first.formId)
    const present = first?.count ?? 1
    const options = stays || !form ? only(present) : countOptions(form)
    return { entry, of: 'each', present, options: [...options, ...dropped] }
  }
  const options = stays
    ? only(entry.rounds)
    : Array.from({ length: Math.min(36, Math.max(entry.rounds * MOST_ROUNDS_TIMES, 1)) }, (_, done) => ({
        value: done + 1,
        cost: (done + 1 - entry.rounds) ** 2,
        drops: false,
      }))
  return { entry, of: 'rounds', present: entry.rounds, options: [...options, ...dropped] }
}

/** What is so from some repetition on is not left out by a fit; where no count reaches it, the present one stays. */
function leastOf({ layers, count }: Step, { sides, countScope, counts }: Form): number {
  const times = sides !== 'none' && countScope === 'inAll' ? 2 : 1
  return Math.min(lastLayered(layers) * times, Math.max(count, counts.least), counts.most)
}

/** Every allowed count; the cost is the square of the steps from the usual one. */
function countOptions(form: Form): FitOption[] {
  const counts = allowedCounts(form)
  const usual = counts.indexOf(usualCount(form))
  return counts.map((value, index) => ({ value, cost: (index - usual) ** 2, drops: false }))
}

/** The routine with an option taken; a count that is changed is no longer one that was set by hand. */
export function withOption(routine: Routine, entry: Entry, option: FitOption): Routine {
  if (option.drops) {
    return entry.kind === 'step'
      ? changeStep(routine, entry.id, { off: true })
      : changeGroup(routine, entry.id, { off: true })
  }
  const freed = (present: number) => (entry.byHand && present !== option.value ? { byHand: false } : {})
  if (entry.kind === 'step') return changeStep(routine, entry.id, { count: option.value, ...freed(entry.count) })
  if (entry.pattern !== 'post') return changeGroup(routine, entry.id, { rounds: option.value, ...freed(entry.rounds) })
  const steps = entry.steps.map((step) => ({ ...step, count: option.value }))
  return changeGroup(routine, entry.id, { steps, ...freed(entry.steps[0]?.count ?? option.value) })
}
