import { workOf } from '../basics'
import { fitRoutine, propose, type ProposeRequest, type Purpose } from '../compose'
import type { Form } from '../forms'
import { daysBetween } from '../journal'
import { activeSteps, asLearned, changeStep, stepsOf, type Routine } from '../routine'
import { ENOUGH_LEARNED, type MakeRequest } from './generateSession'
import type { Season, SeasonSession } from './seasonTypes'

/** What a season's session is made from, besides what it is for. */
export type SeasonRoutineRequest = Pick<
  MakeRequest,
  | 'forms'
  | 'ways'
  | 'pace'
  | 'rules'
  | 'conditions'
  | 'stages'
  | 'kept'
  | 'lately'
  | 'learnedIds'
  | 'longestStillSeconds'
  | 'today'
>

/** What a hold asks may need more minutes than are laid; then so many times as many are tried. Our choice. */
const LONGER = [1, 1.25, 1.5, 2]
/** The work of each proposal and each fit. Our choice. */
const PROPOSE_WORK = 3_000_000
const FIT_WORK = 1_500_000

/**
 * The session of a season as a routine, under the season's own id and name: what it is to practise before all else, with what leads to it and a
 * closing, brought to its minutes. Null where nothing can be made of it. The same for the same request.
 */
export function seasonRoutine(
  season: Season,
  session: SeasonSession,
  request: SeasonRoutineRequest,
  newId: () => string,
): Routine | null {
  const made = routineFor(season, session, request, newId)
  return made && { ...made, id: season.id, name: season.name, purpose: '' }
}

function routineFor(
  season: Season,
  session: SeasonSession,
  request: SeasonRoutineRequest,
  newId: () => string,
): Routine | null {
  const proposed = (purpose: Purpose, minutes: number, due: readonly string[]): Routine | null => {
    const wanted = wantedOf(season, request, due, session.kind === 'learn' ? session.later : [])
    const proposal = propose({ ...wanted, purpose, minutes, newId, work: workOf(PROPOSE_WORK) })
    const hasDue = due.length === 0 || activeSteps(proposal.routine).some(({ formId }) => due.includes(formId))
    return proposal.empty || !proposal.fit.closingKept || !hasDue ? null : proposal.routine
  }
  const fitted = (routine: Routine, minutes: number): Routine | null => {
    const target = { targetSeconds: minutes * 60, toleranceSeconds: null, unexplained: true }
    const fit = fitRoutine({ ...request, routine, ...target }, workOf(FIT_WORK))
    return fit.met && fit.closingKept ? fit.routine : null
  }
  const { minutes } = session
  switch (session.kind) {
    case 'purpose':
      return proposed(session.purpose, minutes, [])
    case 'learn': {
      const stageOf = new Map(session.tasks.map(({ formId, stage }) => [formId, stage]))
      const routine = proposed(
        'learning',
        minutes,
        session.tasks.map(({ formId }) => formId),
      )
      if (!routine) return null
      const led = asLearned(routine, (formId) => stageOf.get(formId) ?? null)
      return fitted(led, minutes) ?? led
    }
    case 'grow':
      return grownRoutine(session, request, proposed, fitted)
  }
}
const isIn = (routine: Routine, formId: string) => activeSteps(routine).some((step) => step.formId === formId)

/** The form in its count, which a fit does not change; other stands are left out for it, and the session is longer where it must be. */
function grownRoutine(
  { formId, count, minutes }: SeasonSession & { kind: 'grow' },
  request: SeasonRoutineRequest,
  proposed: (purpose: Purpose, minutes: number, due: readonly string[]) => Routine | null,
  fitted: (routine: Routine, minutes: number) => Routine | null,
): Routine | null {
  const form = request.forms.find(({ id }) => id === formId)
  if (!form) return null
  const purpose = form.part === 'stand' ? 'standing' : 'learning'
  let longest: Routine | null = null
  for (const times of LONGER) {
    const routine = proposed(purpose, Math.round(minutes * times), [formId])
    const asked = routine && withCount(routine, form, count)
    if (!asked || !isIn(asked, formId)) continue
    const fit = fitted(asked, Math.round(minutes * times))
    if (fit) return fit
    longest = asked
  }
  return longest
}
function withCount(routine: Routine, form: Form, count: number): Routine {
  const others = stepsOf(routine).filter(({ formId, part }) => formId !== form.id && part === 'stand')
  const without = others.reduce((rest, { id }) => changeStep(rest, id, { off: true }), routine)
  const step = stepsOf(without).find(({ formId }) => formId === form.id)
  return step ? changeStep(without, step.id, { count, pinned: true, optional: false }) : routine
}

function wantedOf(
  season: Season,
  {
    conditions,
    stages,
    kept,
    lately,
    learnedIds,
    longestStillSeconds,
    today,
    forms,
    ways,
    pace,
    rules,
  }: SeasonRoutineRequest,
  due: readonly string[],
  later: readonly string[],
): Omit<ProposeRequest, 'purpose' | 'minutes' | 'newId'> {
  const learned = new Set(learnedIds)
  const asked = new Set(due)
  const known = new Map(Object.entries(stages))
  const lastDays = Object.values(kept).map(({ formId, lastDay }) => [formId, daysBetween(lastDay, today)] as const)
  const days = new Map([...Object.entries(lately.formDays), ...lastDays])
  return {
    forms,
    ways,
    pace,
    rules,
    conditions,
    longestStillSeconds,
    states: [],
    due: asked,
    first: due,
    // What is to be learned later does not fill up what is learned now: practised once, it would have begun.
    allowed: (formId) =>
      !later.includes(formId) && (learned.size < ENOUGH_LEARNED || learned.has(formId) || asked.has(formId)),
    stageOf: (formId) => known.get(formId) ?? null,
    daysSince: (formId) => days.get(formId) ?? null,
    // The same forms through all of a season, as far as it asks for none: it is to become familiar.
    seed: [...season.id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003, 7),
    another: 0,
    unexplained: true,
  }
}
