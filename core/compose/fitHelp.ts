import { ARC_PARTS } from '../forms'
import { groupFor, insertByPart, partOf, stepFor, type Entry, type Routine } from '../routine'
import { compileTimeline } from '../timeline'
import type { FitRequest } from './fitChoices'

/** What would help where no count meets the time: the work in rounds, one form more, or some left out; with the routine that then fits. */
export type FitHelp =
  | { kind: 'moreRounds'; rounds: number; seconds: number; routine: Routine }
  | { kind: 'addForm'; name: string; seconds: number; routine: Routine }
  | { kind: 'leaveOut'; names: string[]; seconds: number; routine: Routine }

/** Rounds of the work beyond these would be another session. Our choice. */
const MOST_ROUNDS = 4
/** So many forms are tried at most, and so many named. */
const MOST_TRIED = 12
const MOST_NAMED = 3

/** Ways to meet the time that change more than counts. `fit` answers the routine that meets it, or null. */
export function helpFor(
  request: FitRequest,
  direction: 'more' | 'less',
  fit: (changed: FitRequest) => Routine | null,
): FitHelp[] {
  const secondsOf = (routine: Routine) => compileTimeline({ ...request, routine }).totalSeconds
  return direction === 'more'
    ? [...inRounds(request, fit, secondsOf), ...withOneMore(request, fit, secondsOf)]
    : leavingOut(request, fit, secondsOf)
}

type Fit = (changed: FitRequest) => Routine | null
type SecondsOf = (routine: Routine) => number

/** The steps of the work done as a piece, two or more times; where they stand in a row and none is in a group. */
function inRounds(request: FitRequest, fit: Fit, secondsOf: SecondsOf): FitHelp[] {
  const { routine } = request
  const isWork = (entry: Entry) => entry.kind === 'step' && !entry.off && entry.part === 'work'
  const first = routine.entries.findIndex(isWork)
  const last = routine.entries.findLastIndex(isWork)
  const steps = routine.entries.slice(first, last + 1).flatMap((entry) => (entry.kind === 'step' ? [entry] : []))
  if (first < 0 || steps.length !== last - first + 1 || !steps.every(isWork)) return []
  for (let rounds = 2; rounds <= MOST_ROUNDS; rounds += 1) {
    const group = { ...groupFor('rounds', `rounds-${steps[0]!.id}`.slice(0, 64), 'The work', steps), rounds }
    const entries = [...routine.entries.slice(0, first), group, ...routine.entries.slice(last + 1)]
    const fitted = fit({ ...request, routine: { ...routine, entries } })
    const now = fitted?.entries.find(({ id }) => id === group.id)
    if (fitted && now?.kind === 'group' && now.rounds > 1) {
      return [{ kind: 'moreRounds', rounds: now.rounds, seconds: secondsOf(fitted), routine: fitted }]
    }
  }
  return []
}

/** One of the spare forms put where its part is. */
function withOneMore(request: FitRequest, fit: Fit, secondsOf: SecondsOf): FitHelp[] {
  const found: FitHelp[] = []
  for (const id of (request.spareIds ?? []).slice(0, MOST_TRIED)) {
    const form = request.forms.find((each) => each.id === id)
    if (!form || found.length === MOST_NAMED) continue
    const step = stepFor(form, `added-${form.id}`.slice(0, 64))
    const fitted = fit({ ...request, routine: insertByPart(request.routine, step, ARC_PARTS) })
    if (fitted) found.push({ kind: 'addForm', name: form.name, seconds: secondsOf(fitted), routine: fitted })
  }
  return found
}

/** Fewer forms: the longest of those that may go are left out, until it fits; the first and the last of all stay. */
function leavingOut(request: FitRequest, fit: Fit, secondsOf: SecondsOf): FitHelp[] {
  const { routine, forms } = request
  const active = routine.entries.filter(({ off }) => !off)
  const between = active
    .slice(1, -1)
    .filter((entry) => !entry.pinned && partOf(entry) !== 'settle')
    .map((entry) => ({ entry, seconds: secondsOf({ ...routine, entries: [entry] }) }))
    .sort((one, other) => other.seconds - one.seconds)
  const out: Entry[] = []
  for (const { entry } of between) {
    out.push(entry)
    // One alone has been tried before.
    if (out.length === 1) continue
    const entries = routine.entries.map((each) => (out.includes(each) ? { ...each, off: true } : each))
    const fitted = fit({ ...request, routine: { ...routine, entries } })
    if (!fitted) continue
    const names = out.map((each) =>
      each.kind === 'group' ? each.name : (forms.find(({ id }) => id === each.formId)?.name ?? each.formId),
    )
    return [{ kind: 'leaveOut', names, seconds: secondsOf(fitted), routine: fitted }]
  }
  return []
}
